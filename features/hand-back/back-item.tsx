'use client';

import { t } from '../../core/language';
import { Link } from '../ui/link';
import { useState } from 'react';
import { shortDay, type Day } from '../../core/day';
import { readinessWords } from '../../core/hand-back/readiness';
import { newEntry } from '../logbook/new-entry';
import { postEntry } from '../logbook/post';
import { useRefresh } from '../app-shell/refresh';
import { useSiteClock } from '../site/clock';
import type { ClockDto } from '../site/dto';
import { VehicleIcon } from '../theme/vehicle-icon';
import { Go } from '../ui/go';
import { Problem } from '../ui/problem';
import { Quiet } from '../ui/quiet';
import type { BackRow } from './hand-back-data';
import styles from './back-item.module.css';
import { part } from '../ui/part';
import { Button } from '../ui/button';

const AnotherDay = part(() => import('./another-day').then((loaded) => loaded.AnotherDay));

/** One vehicle: when it goes, whether it is ready, and what comes next. */
export function BackItem({ row, today, clock }: { row: BackRow; today: Day; clock: ClockDto }) {
  const [changing, setChanging] = useState(false);
  const { vehicleId, collectDay, backOn, readiness, start, todo, troubled } = row;
  const [next, ...more] = todo;
  return (
    <li className={styles.item} data-ready={readiness?.kind}>
      <div className={styles.day}>
        {backOn !== null
          ? t`back ${shortDay(backOn, today)}`
          : collectDay === null
            ? t`any time`
            : collectDay === today
              ? t`today`
              : shortDay(collectDay, today)}
      </div>
      <div className={styles.who}>
        <span className={styles.name}>
          <VehicleIcon kind={row.kind} size={22} />
          <b>{row.bayMark}</b>
          <Link href={`/vehicle/${vehicleId}`}>{row.name}</Link>
        </span>
        <Quiet>{row.owner ?? t`no owner noted`}</Quiet>
      </div>
      <div className={styles.state}>
        {readiness ? <p className={styles.readiness}>{readinessWords(readiness, today)}</p> : null}
        {readiness?.kind === 'replace' ? <p>{readiness.why}.</p> : null}
        {next && readiness?.kind !== 'ready' ? (
          <p>{t`Next: ${next.label} by ${shortDay(next.by, today)}${more.length > 0 ? t`, then ${more.length} more` : ''}.`}</p>
        ) : null}
        {start ? <p className={styles.start}>{start.why}</p> : null}
        {start?.worry ? <p className={styles.worry}>{start.worry}</p> : null}
        {troubled.length > 0 ? (
          <p
            className={styles.worry}
          >{t`${troubled.join(', ')} cannot be judged: see its vehicle’s page.`}</p>
        ) : null}
      </div>
      <div className={styles.acts}>
        {backOn !== null ? (
          <BroughtBack row={row} clock={clock} />
        ) : (
          <>
            {collectDay === null ? null : (
              <Go href={`/hand-back/${vehicleId}`}>{t`Walk it back`}</Go>
            )}
            <Button aria-expanded={changing} onClick={() => setChanging(!changing)}>
              {collectDay === null ? t`It goes on a day` : t`Another day`}
            </Button>
          </>
        )}
      </div>
      {changing ? (
        <AnotherDay row={row} today={today} clock={clock} onDone={() => setChanging(false)} />
      ) : null}
    </li>
  );
}

/** In its bay again: one touch. */
function BroughtBack({ row, clock }: { row: BackRow; clock: ClockDto }) {
  const siteNow = useSiteClock(clock);
  const refresh = useRefresh();
  const [problem, setProblem] = useState<string | null>(null);
  const record = async () => {
    const reply = await postEntry(newEntry('brought-back', row.vehicleId, siteNow(), {}));
    setProblem(reply.ok ? null : reply.reason);
    if (reply.ok) refresh();
  };
  return (
    <>
      <Button type="primary" onClick={() => void record()}>{t`It is back`}</Button>
      <Problem>{problem}</Problem>
    </>
  );
}
