'use client';

import { t } from '../../core/language';
import { useMemo } from 'react';
import { dayOf, shortDay } from '../../core/day';
import type { Verdict } from '../../core/assessment/verdict';
import { LAMP_WORDS } from '../../core/site/lamp';
import { isSettled } from '../../core/record/settled';
import { formatMilliamps, formatVolts } from '../../core/words/words';
import { ReadingChart } from '../chart/reading-chart';
import { chartSeries } from '../chart/series';
import type { Judged } from './round-data';
import { useJudging } from './use-judging';
import styles from './side.module.css';

/** The battery's past and what is foreseen, beside the stop; by what is typed, where something is. */
export function Side({ judged, verdict: typed }: { judged: Judged; verdict: Verdict | null }) {
  const { standing } = judged;
  const verdict = typed ?? judged.verdict;
  const judging = useJudging();
  const series = useMemo(() => {
    // What is typed was judged by what draws its course too.
    const { outlook, course } =
      typed && judging
        ? { outlook: typed.outlook, course: judging.anew.courseOf(standing, typed.outlook) }
        : judged;
    return chartSeries(standing, outlook, course);
  }, [standing, typed, judged, judging]);
  const lines = useMemo(() => logLines(judged), [judged]);
  return (
    <aside className={styles.side}>
      <h2>{t`Since lay-up`}</h2>
      <div className={styles.chart}>
        <ReadingChart
          series={series}
          day={null}
          summary={t`Resting voltages of battery ${judged.battery.mark}: ${verdict.headline}`}
        />
      </div>
      <h2>{t`Logbook`}</h2>
      <ul className={styles.log}>
        {lines.map((line) => (
          <li key={line.key}>
            <time>{line.day}</time>
            <span>{line.what}</span>
            <span className={styles.logValue}>{line.value}</span>
          </li>
        ))}
      </ul>
    </aside>
  );
}

const LINES = 9;

function logLines({ standing }: Judged) {
  const { state, timeZone } = standing;
  const day = (at: number) => shortDay(dayOf(at, timeZone)).slice(4);
  const lines = [
    ...state.readings.map((reading) => ({
      at: reading.at,
      what: isSettled(reading, standing) ? t`reading` : t`reading, too soon`,
      value: formatVolts(reading.volts),
    })),
    ...state.charges.map((charge) => ({
      at: charge.to,
      what: t`charged`,
      value: charge.full ? t`full` : t`not full`,
    })),
    ...(state.connections.length
      ? state.connections.map((change) => ({
          at: change.at,
          what: t`negative`,
          value: change.on ? 'on' : 'off',
        }))
      : []),
    ...(state.lamp
      ? [{ at: state.lamp.at, what: t`lamp`, value: LAMP_WORDS[state.lamp.state] }]
      : []),
    ...(state.notReachedAt !== null
      ? [{ at: state.notReachedAt, what: t`could not reach`, value: '' }]
      : []),
    ...(state.drawMa !== null && standing.laidUpAt !== null
      ? [{ at: standing.laidUpAt, what: t`draw`, value: formatMilliamps(state.drawMa) }]
      : []),
  ];
  return lines
    .sort((a, b) => b.at - a.at)
    .slice(0, LINES)
    .map((line, i) => ({ ...line, key: `${line.at}-${i}`, day: day(line.at) }));
}
