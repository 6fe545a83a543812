'use client';

import { Button } from 'antd';
import { IconChevronLeft, IconChevronRight } from '@tabler/icons-react';
import { useCallback, useMemo, useRef, useState } from 'react';
import { MONTH_NAMES, partsOf, shortDay, type Day } from '../../core/day';
import { formatTemperature, type Units } from '../../core/words/words';
import type { HallKind } from '../../core/site/climate';
import { useDay } from './day';
import { useShortcuts } from './shortcuts';
import styles from './timeline.module.css';

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

/** The season at a glance, and the handle that moves the screen below to another day. */
export function Ribbon({ data }: { data: RibbonData }) {
  const { day, today, setDay } = useDay();
  const [hallId, setHallId] = useState(
    () => (data.halls.find((hall) => hall.kind === 'unheated') ?? data.halls[0])?.id,
  );
  const hall = data.halls.find((one) => one.id === hallId) ?? data.halls[0];
  const track = useRef<HTMLDivElement>(null);
  const dragging = useRef(false);
  const days = data.to - data.from;
  const x = (at: Day) => ((at - data.from) / days) * WIDTH;
  const elsewhere = day !== today;

  const stepRound = useCallback(
    (direction: 1 | -1) => {
      const rounds = data.rounds.map(([at]) => at);
      const next =
        direction > 0 ? rounds.find((at) => at > day) : rounds.findLast((at) => at < day);
      if (next !== undefined) setDay(next);
    },
    [data.rounds, day, setDay],
  );

  useShortcuts('Ribbon', 'frame', [
    { keys: ['['], shown: '[', what: 'round before', act: () => stepRound(-1) },
    { keys: [']'], shown: ']', what: 'round after', act: () => stepRound(1) },
    { keys: ['t'], shown: 'T', what: 'today', act: () => setDay(today) },
  ]);

  const dayAt = (clientX: number) => {
    const box = track.current!.getBoundingClientRect();
    return Math.round(data.from + ((clientX - box.left) / box.width) * days);
  };
  const temperature = hall?.mean[day - data.from];
  return (
    <section className={elsewhere ? styles.elsewhere : styles.ribbon} aria-label="Season">
      <div className={styles.head}>
        <p className={styles.day}>{shortDay(day)}</p>
        {elsewhere ? (
          <p className={styles.away}>
            {day > today ? 'forecast' : 'as recorded'}, {Math.abs(day - today)}{' '}
            {Math.abs(day - today) === 1 ? 'day' : 'days'} {day > today ? 'ahead' : 'back'}
          </p>
        ) : (
          <p className={styles.quiet}>
            day {day - data.from + 1} of {days + 1}
          </p>
        )}
        {elsewhere ? (
          <Button size="small" onClick={() => setDay(today)}>
            <kbd>T</kbd> back to today
          </Button>
        ) : hall ? (
          <button
            type="button"
            className={styles.hall}
            title="Show another hall"
            onClick={() => {
              const at = data.halls.indexOf(hall);
              setHallId(data.halls[(at + 1) % data.halls.length]!.id);
            }}
          >
            {hall.name}{' '}
            <b>{temperature === undefined ? '' : formatTemperature(temperature, data.units, 1)}</b>
          </button>
        ) : null}
      </div>
      <button
        type="button"
        className={styles.step}
        aria-label="Round before"
        onClick={() => stepRound(-1)}
      >
        <IconChevronLeft size={20} aria-hidden="true" />
      </button>
      <div
        ref={track}
        className={styles.track}
        onPointerDown={(event) => {
          dragging.current = true;
          event.currentTarget.setPointerCapture(event.pointerId);
          setDay(dayAt(event.clientX));
        }}
        onPointerMove={(event) => {
          if (dragging.current) setDay(dayAt(event.clientX));
        }}
        onPointerUp={() => (dragging.current = false)}
        onPointerCancel={() => (dragging.current = false)}
      >
        {hall ? <Drawing data={data} hall={hall} /> : null}
        <Months data={data} />
        <span className={styles.today} style={{ left: `${x(today) / (WIDTH / 100)}%` }} />
        <span
          className={styles.handle}
          role="slider"
          tabIndex={0}
          aria-label="Day shown"
          aria-valuemin={data.from}
          aria-valuemax={data.to}
          aria-valuenow={day}
          aria-valuetext={elsewhere ? shortDay(day) : `today, ${shortDay(day)}`}
          style={{ left: `${x(day) / (WIDTH / 100)}%` }}
          onKeyDown={(event) => {
            const by = { ArrowLeft: -1, ArrowRight: 1, PageDown: -7, PageUp: 7 }[event.key];
            if (by === undefined) return;
            event.preventDefault();
            event.stopPropagation();
            setDay(day + by);
          }}
        >
          <span className={styles.flag}>{elsewhere ? shortDay(day).slice(4) : 'today'}</span>
        </span>
      </div>
      <button
        type="button"
        className={styles.step}
        aria-label="Round after"
        onClick={() => stepRound(1)}
      >
        <IconChevronRight size={20} aria-hidden="true" />
      </button>
    </section>
  );
}

function Drawing({ data, hall }: { data: RibbonData; hall: RibbonData['halls'][number] }) {
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
function Months({ data }: { data: RibbonData }) {
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
