'use client';

import { t } from '../../core/language';
import { phrase } from '../words/phrase';
import { Link } from '../ui/link';
import { useState } from 'react';
import { shortDay } from '../../core/day';
import { VEHICLE_KINDS } from '../../core/site/vehicle-kinds';
import { useRefresh } from '../app-shell/refresh';
import { newEntry } from '../logbook/new-entry';
import { postEntry } from '../logbook/post';
import { useSiteClock } from '../site/clock';
import { VehicleHead } from '../theme/vehicle-head';
import { Caution } from '../ui/caution';
import { DataTable } from '../ui/data-table';
import { Problem } from '../ui/problem';
import { Quiet } from '../ui/quiet';
import { ComesAgain } from './comes-again';
import type { WasHereData } from './hand-back-data';
import layout from '../ui/layout.module.css';
import styles from './was-here.module.css';
import { Button } from '../ui/button';

/** A vehicle that was here: what its batteries were like, all that was done, and the way back. */
export function WasHere({ data }: { data: WasHereData }) {
  const { row, stays, batteries, lines, today } = data;
  return (
    <div className={layout.page}>
      <VehicleHead
        vehicle={row}
        bay={null}
        line={
          <>{phrase`${VEHICLE_KINDS[row.kind].label} · ${row.owner ?? t`no owner noted`} · not here since ${shortDay(row.to, today)} · ${(<Link href={`/print/record/${row.vehicleId}`}>{t`its owner’s record`}</Link>)}`}</>
        }
      />
      <section className={layout.panel} aria-label={t`It comes again`}>
        <h2>{t`It comes again`}</h2>
        <Quiet as="p">{t`From what is known of it; a reading says what it brings along.`}</Quiet>
        <ComesAgain row={row} data={data} />
        <TakeBack data={data} />
      </section>
      <div className={styles.batteries}>
        {batteries.map(({ mark, label, facts, life }) => (
          <section key={mark} aria-label={t`Battery ${mark}`}>
            <h2>
              {label} <Quiet>{mark}</Quiet>
            </h2>
            <DataTable head={[]} caption={t`What is known of ${mark}`}>
              {facts.map(([name, value]) => (
                <tr key={name}>
                  <th scope="row">{name}</th>
                  <td>{value}</td>
                </tr>
              ))}
            </DataTable>
            <p>{life.join(' ')}</p>
          </section>
        ))}
      </div>
      {data.troubled.length > 0 ? (
        <Caution>{t`${data.troubled.join(', ')} cannot be judged: something on record makes no sense.`}</Caution>
      ) : null}
      <section aria-label={t`Logbook`}>
        <h2>{t`Logbook`}</h2>
        <Quiet as="p">
          {stays
            .map(({ from, to }) => t`here ${shortDay(from, today)} to ${shortDay(to, today)}`)
            .join(' · ')}
        </Quiet>
        <DataTable head={[t`Day`, t`Battery`, t`What`, '']} caption={t`All that was recorded`}>
          {lines.map(({ id, on, of, what, value, struck }) => (
            <tr key={id} data-struck={struck || undefined} className={styles.line}>
              <td>{shortDay(on, today)}</td>
              <td>{of}</td>
              <td>{what}</td>
              <td>{value}</td>
            </tr>
          ))}
        </DataTable>
      </section>
    </div>
  );
}

/** A hand-over that was recorded by mistake is struck: it stands in its bay as before. */
function TakeBack({ data: { row, handedBack, clock, today } }: { data: WasHereData }) {
  const siteNow = useSiteClock(clock);
  const refresh = useRefresh();
  const [problem, setProblem] = useState<string | null>(null);
  // Later it was on the road, whatever was recorded.
  if (handedBack === null || today - row.to > MISTAKE_DAYS) return null;
  const strike = async () => {
    const why = t`it was not handed back`;
    const entry = newEntry('withdrawn', row.vehicleId, siteNow(), { why }, handedBack, 'vehicle');
    const reply = await postEntry(entry);
    setProblem(reply.ok ? null : reply.reason);
    if (reply.ok) refresh();
  };
  return (
    <>
      <div>
        <Button onClick={() => void strike()}>{t`It never left: strike the hand-over`}</Button>
      </div>
      <Problem>{problem}</Problem>
    </>
  );
}

/** So long a hand-over may be struck as a mistake. Our own choice. */
const MISTAKE_DAYS = 3;
