import { useCallback, useMemo } from 'react';
import { MONTH_NAMES, partsOf, type Day } from '../../core/day';
import type { HallKind } from '../../core/site/climate';
import type { Units } from '../../core/words/words';
import styles from './season-drawing.module.css';

export interface RibbonData {
  readonly from: Day;
  readonly to: Day;
  readonly today: Day;
  readonly units: Units;
  readonly halls: readonly {
    id: string;
    name: string;
    kind: HallKind;
    /** Daily mean from `from` to `to`. */
    mean: readonly number[];
    /** From today to `to`: nine of ten ways of the weather lie between these. */
    low: readonly number[];
    high: readonly number[];
  }[];
  /** Rounds with how many stops each had or will have. */
  readonly rounds: readonly (readonly [day: Day, stops: number])[];
}

const WIDTH = 1000;
const HEIGHT = 72;
const TEMPERATURE = { top: 12, bottom: 50 };
const BAR_FOOT = 70;

/** Temperatures of a hall through the season, and the rounds as bars. */
export function Drawing({ data, hall }: { data: RibbonData; hall: RibbonData['halls'][number] }) {
  const { mean } = hall;
  const x = useCallback(
    (day: Day) => ((day - data.from) / (data.to - data.from)) * WIDTH,
    [data.from, data.to],
  );
  const { path, band, zero, months, past, ahead } = useMemo(() => {
    const low = Math.min(-4, ...mean, ...hall.low);
    const high = Math.max(4, ...mean, ...hall.high);
    const y = (celsius: number) =>
      TEMPERATURE.bottom -
      ((celsius - low) / (high - low)) * (TEMPERATURE.bottom - TEMPERATURE.top);
    const at = (day: Day, celsius: number) => `${x(day).toFixed(1)} ${y(celsius).toFixed(1)}`;
    const path = mean.map((celsius, i) => `${i ? 'L' : 'M'}${at(data.from + i, celsius)}`).join('');
    const edge = [
      ...hall.low.map((celsius, i) => at(data.today + i, celsius)),
      ...hall.high.map((celsius, i) => at(data.today + i, celsius)).reverse(),
    ];
    const band = edge.length ? `M${edge.join('L')}Z` : '';
    const most = Math.max(1, ...data.rounds.map(([, stops]) => stops));
    // One path for all bars of a kind: the page that brings them is drawn at every visit.
    const bars = (which: (day: Day) => boolean) =>
      data.rounds
        .filter(([day]) => which(day))
        .map(
          ([day, stops]) =>
            `M${x(day).toFixed(1)} ${BAR_FOOT}v${(-2 - (stops / most) * 14).toFixed(1)}`,
        )
        .join('');
    return {
      path,
      band,
      zero: y(0),
      months: firstsOfMonth(data)
        .map((day) => `M${x(day).toFixed(1)} 0v${HEIGHT}`)
        .join(''),
      past: bars((day) => day < data.today),
      ahead: bars((day) => day >= data.today),
    };
  }, [data, hall, mean, x]);
  return (
    <svg
      className={styles.drawing}
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      preserveAspectRatio="none"
      aria-hidden="true"
    >
      <defs>
        <clipPath id="over-freezing">
          <rect x="0" y="0" width={WIDTH} height={zero} />
        </clipPath>
        <clipPath id="under-freezing">
          <rect x="0" y={zero} width={WIDTH} height={HEIGHT} />
        </clipPath>
      </defs>
      <path className={styles.month} d={months} />
      <line className={styles.zero} x1="0" x2={WIDTH} y1={zero} y2={zero} />
      <path className={styles.band} d={band} />
      <path className={styles.warm} d={path} clipPath="url(#over-freezing)" />
      <path className={styles.cold} d={path} clipPath="url(#under-freezing)" />
      <path className={styles.past} d={past} />
      <path className={styles.ahead} d={ahead} />
      <line className={styles.foot} x1="0" x2={WIDTH} y1={BAR_FOOT} y2={BAR_FOOT} />
    </svg>
  );
}

function firstsOfMonth(data: RibbonData): Day[] {
  const firsts: Day[] = [];
  for (let day = data.from; day <= data.to; day++) if (partsOf(day).date === 1) firsts.push(day);
  return firsts;
}

/** Names of the months, outside the stretched drawing so that they keep their shape. */
export function Months({ data }: { data: RibbonData }) {
  return (
    <>
      {firstsOfMonth(data).map((day) => (
        <span
          key={day}
          className={styles.monthName}
          style={{ left: `${((day - data.from) / (data.to - data.from)) * 100}%` }}
        >
          {MONTH_NAMES[partsOf(day).month]}
        </span>
      ))}
    </>
  );
}
