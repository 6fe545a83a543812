'use client';

import { decimal, t } from '../../core/language';
import { useEffect, useMemo, useState } from 'react';
import { chargeForecastOf } from '../../core/assessment/charge-forecast';
import { crankAnswer } from '../../core/assessment/test-answers';
import { contextOf } from '../../core/context/from-record';
import { dayOf, shortDay } from '../../core/day';
import { celsiusNow } from '../../core/gate/ice';
import type { EntryDraft } from '../../core/procedures/entry-draft';
import type { BatteryRecord } from '../../core/record/battery-record';
import { crankFloor } from '../../core/vehicle-tests/crank-test';
import { formatTemperature, formatVolts } from '../../core/words/words';
import { newEntry } from '../logbook/new-entry';
import { postEntries } from '../logbook/post';
import { useProgress } from '../procedure/progress';
import { ProcedureRunner } from '../procedure/runner';
import { useSiteClock } from '../site/clock';
import { DataTable } from '../ui/data-table';
import { Problem } from '../ui/problem';
import { Quiet } from '../ui/quiet';
import type { BenchData, BenchSubject } from './bench-data';
import { CrankChart } from './crank-chart';
import { watchedStarts, withStarts, type WatchedStart } from './crank-state';
import { Hands } from './hands';
import type { Bench } from './use-bench';
import layout from '../ui/layout.module.css';
import shared from './measuring.module.css';

const rounded = (value: number, digits: number) => Number(value.toFixed(digits));

/** The starts of this visit, and the last of them in the fields of the work. */
function useWatched(bench: Bench, standing: BatteryRecord, place: string) {
  const [starts, setStarts] = useState<readonly WatchedStart[]>([]);
  const [, setProgress] = useProgress(place);
  const seen = withStarts(starts, watchedStarts(bench.volts, standing.facts));
  if (seen !== starts) setStarts(seen);
  const last = starts.at(-1)?.found;
  useEffect(() => {
    if (!last) return;
    const { ran, restVolts, leastVolts, seconds } = last;
    setProgress((before) => ({
      ...before,
      crank: undefined,
      crankMeasured: {
        ran,
        restVolts: rounded(restVolts, 2),
        leastVolts: rounded(leastVolts, 2),
        seconds: rounded(seconds, 1),
      },
    }));
  }, [last, setProgress]);
  return starts;
}

/** A start, watched by the meter: its volts, what they say, and how it was before. */
export function Crank({
  bench,
  data,
  subject,
  standing,
  onRecorded,
}: {
  bench: Bench;
  data: BenchData;
  subject: BenchSubject;
  standing: BatteryRecord;
  onRecorded: (said: string) => void;
}) {
  const { battery } = subject;
  const siteNow = useSiteClock(data.clock);
  const place = `${battery.id}-crank`;
  const starts = useWatched(bench, standing, place);
  const [problem, setProblem] = useState<string | null>(null);
  const context = useMemo(() => contextOf(standing, chargeForecastOf(standing)), [standing]);
  const record = async (entries: readonly EntryDraft[]) => {
    const reply = await postEntries(
      entries.map(({ kind, data: what }) => newEntry(kind, battery.id, siteNow(), what)),
    );
    setProblem(reply.ok ? null : reply.reason);
    if (reply.ok) onRecorded(t`The start is recorded: the forecast of the next one knows it.`);
    return reply.ok;
  };
  const now = bench.volts.at(-1)?.volts;
  if (bench.test) {
    return (
      <p
        className={shared.empty}
      >{t`The meter is in series for the draw test: finish that first.`}</p>
    );
  }
  return (
    <div className={shared.draw}>
      <div className={layout.side}>
        <section className={shared.card}>
          <p className={shared.label}>{t`At the posts, with the probes held through the start`}</p>
          <p className={shared.big} aria-live="off">
            <output>{now?.toFixed(2) ?? '–.––'}</output> V
          </p>
          {starts.length > 0 ? (
            <CrankChart
              starts={starts}
              floorVolts={crankFloor(standing.facts.cells, celsiusNow(context))}
            />
          ) : (
            <Quiet as="p">{t`A second at rest, then crank: the meter sees the start by itself, ten times a second and more. What was seen stands in the fields of the step.`}</Quiet>
          )}
        </section>
        {data.hands ? (
          <Hands
            actions={[
              { label: t`Probes on the posts`, hand: { do: 'probes', on: 'posts' } },
              { label: t`Turn the key`, hand: { do: 'crank' } },
            ]}
          />
        ) : null}
        <StartsBefore standing={standing} />
      </div>
      <div>
        <Problem>{problem}</Problem>
        <ProcedureRunner id="crank" context={context} place={place} onDone={record} />
      </div>
    </div>
  );
}

/** Starts on record are compared with the last one. */
const SHOWN = 6;

function StartsBefore({ standing }: { standing: BatteryRecord }) {
  const { state, rules, timeZone, now } = standing;
  if (state.starts.length === 0) return null;
  const volts = (value: number | null) => (value === null ? '–' : formatVolts(value));
  const near = dayOf(now, timeZone);
  return (
    <DataTable
      caption={t`Starts on record`}
      head={[t`Start`, t`At rest`, t`While it turned`, t`For`, t`At`, t`It says`]}
    >
      {[...state.starts]
        .reverse()
        .slice(0, SHOWN)
        .map((seen) => (
          <tr key={seen.at}>
            <th scope="row">{shortDay(dayOf(seen.at, timeZone), near)}</th>
            <td>{volts(seen.restVolts)}</td>
            <td>{volts(seen.leastVolts)}</td>
            <td>{seen.seconds === null ? '–' : `${decimal(seen.seconds, 1)} s`}</td>
            <td>{formatTemperature(seen.celsius, rules)}</td>
            <td>{crankAnswer(standing, seen).say[0]}</td>
          </tr>
        ))}
    </DataTable>
  );
}
