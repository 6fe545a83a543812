'use client';

import { t, counted } from '../../core/language';
import { phrase } from '../words/phrase';
import { useCallback, useRef, useState } from 'react';
import { shortDay, type Day } from '../../core/day';
import { formatTemperature } from '../../core/words/words';
import { useDay } from './day';
import { StepButton } from './step-button';
import { Drawing, Months, type RibbonData } from './season-drawing';
import { useShortcuts } from './shortcuts';
import styles from './timeline.module.css';
import { Button } from '../ui/button';

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
  const left = (at: Day) => `${((at - data.from) / days) * 100}%`;
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

  useShortcuts(t`Ribbon`, 'frame', [
    { keys: ['['], shown: '[', what: t`round before`, act: () => stepRound(-1) },
    { keys: [']'], shown: ']', what: t`round after`, act: () => stepRound(1) },
    { keys: ['t'], shown: 'T', what: t`today`, act: () => setDay(today) },
  ]);

  const dayAt = (clientX: number) => {
    const box = track.current!.getBoundingClientRect();
    return Math.round(data.from + ((clientX - box.left) / box.width) * days);
  };
  const temperature = hall?.mean[day - data.from];
  return (
    <section className={elsewhere ? styles.elsewhere : styles.ribbon} aria-label={t`Season`}>
      <div className={styles.head}>
        <p className={styles.day}>{shortDay(day)}</p>
        {elsewhere ? (
          <p className={styles.away}>
            {day > today
              ? t`forecast, ${counted(day - today, 'day', 'days')} ahead`
              : t`as recorded, ${counted(today - day, 'day', 'days')} back`}
          </p>
        ) : (
          <p className={styles.quiet}>{t`day ${day - data.from + 1} of ${days + 1}`}</p>
        )}
        {elsewhere ? (
          <Button
            size="small"
            onClick={() => setDay(today)}
          >{phrase`${(<kbd>T</kbd>)} back to today`}</Button>
        ) : hall ? (
          <button
            type="button"
            className={styles.hall}
            title={t`Show another hall`}
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
      <StepButton towards={-1} onStep={stepRound} />
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
        <span className={styles.today} style={{ left: left(today) }} />
        <span
          className={styles.handle}
          role="slider"
          tabIndex={0}
          aria-label={t`Day shown`}
          aria-valuemin={data.from}
          aria-valuemax={data.to}
          aria-valuenow={day}
          aria-valuetext={elsewhere ? shortDay(day) : `today, ${shortDay(day)}`}
          style={{ left: left(day) }}
          onKeyDown={(event) => {
            const by = { ArrowLeft: -1, ArrowRight: 1, PageDown: -7, PageUp: 7 }[event.key];
            if (by === undefined) return;
            event.preventDefault();
            event.stopPropagation();
            setDay(day + by);
          }}
        >
          <span className={styles.flag}>{elsewhere ? shortDay(day).slice(4) : t`today`}</span>
        </span>
      </div>
      <StepButton towards={1} onStep={stepRound} />
    </section>
  );
}
