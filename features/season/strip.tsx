'use client';

import { t } from '../../core/language';
import { useDraggable } from '@dnd-kit/core';
import { dayName, shortDay, toDay, type Day } from '../../core/day';
import type { Strip, StripCharge } from '../../core/schedule/strips';
import { scaleColour } from '../theme/reserve-colour';
import type { Carried } from './use-carrying';
import styles from './strip.module.css';

/** Days that are shown. */
export interface View {
  readonly from: Day;
  readonly to: Day;
}

/** A charge that is being moved. */
export interface Drag {
  readonly battery: string;
  readonly from: string;
  readonly to: string;
}

const share = ({ from, to }: View, day: Day) => ((day - from) / (to - from)) * 100;

/** Colours along a strip: state of charge, darker is emptier; one stop for every few days. */
function gradientOf(strip: Strip, today: Day, view: View): string {
  const first = Math.max(view.from, today);
  const last = Math.min(view.to, today + strip.socPct.length - 1);
  const width = Math.max(1, last - first);
  const every = Math.max(1, Math.floor(width / 48));
  const stops: string[] = [];
  const jumps = new Set(strip.charges.flatMap(({ from, to }) => [today + from, today + to]));
  for (let day = first; day <= last; day++) {
    const near = jumps.has(day) || jumps.has(day + 1);
    if ((day - first) % every !== 0 && day !== last && !near) continue;
    stops.push(
      `${socColour(strip.socPct[day - today]!)} ${(((day - first) / width) * 100).toFixed(2)}%`,
    );
  }
  return `linear-gradient(90deg, ${stops.join(', ')})`;
}

/** Whether a word has no room behind a mark at this share of the strip: on a phone, or anywhere. */
const lateness = (left: number) => (left > 93 ? 'anywhere' : left > 82 ? 'narrow' : undefined);

/** Under a fifth nothing gets darker any more. */
const socColour = (socPct: number) => scaleColour((socPct - 20) / 80);

interface Props {
  readonly strip: Strip;
  readonly today: Day;
  readonly view: View;
  readonly name: string;
  readonly pinned: ReadonlySet<string>;
  readonly drag: Drag | null;
  readonly wanting: string | null;
  readonly handlers: StripHandlers;
}

/** What is done with a charge by hand; the same functions as long as the screen stands. */
export interface StripHandlers {
  readonly pick: (battery: string) => void;
  /** It is over this day by now; no whole number. */
  readonly carry: (battery: string, from: string, day: number) => void;
  /** It is let go where it is. */
  readonly drop: () => void;
  readonly key: (
    battery: string,
    charge: StripCharge,
    event: React.KeyboardEvent<HTMLButtonElement>,
  ) => void;
  readonly leave: () => void;
}

/** One battery's foreseen charge, with what is planned for it. */
export function StripView(props: Props) {
  const { strip, today, view, name, pinned, drag, wanting, handlers } = props;
  const first = Math.max(view.from, today);
  const last = Math.min(view.to, today + strip.socPct.length - 1);
  const at = (day: Day) => share(view, day);
  const inView = (day: Day) => day >= view.from && day <= view.to;
  return (
    <div
      className={wanting ? styles.stripWanting : styles.strip}
      title={wanting ?? undefined}
      data-strip
    >
      {last > first ? (
        <span
          className={styles.soc}
          style={{
            left: `${at(first)}%`,
            width: `${at(last) - at(first)}%`,
            background: gradientOf(strip, today, view),
          }}
        />
      ) : null}
      {strip.readings
        .map((day) => today + day)
        .filter(inView)
        .map((day) => (
          <span key={day} className={styles.read} style={{ left: `${at(day)}%` }} />
        ))}
      {strip.charges.map((charge) => {
        const moving = drag?.battery === strip.battery && drag.from === charge.date;
        const day = moving ? toDay(drag.to) : today + charge.from;
        const end = day + charge.to - charge.from;
        if (!inView(day) && !inView(end)) return null;
        const left = at(Math.max(view.from, day));
        return (
          <span key={charge.date}>
            <span
              className={styles.onCharge}
              style={{ left: `${left}%`, width: `${at(Math.min(view.to, end)) - left}%` }}
            />
            {charge.charger !== null && inView(day) ? (
              <Mark
                battery={strip.battery}
                charge={charge}
                look={moving ? 'moving' : pinned.has(charge.date) ? 'pinned' : 'charge'}
                left={left}
                label={t`${name}: charge on ${shortDay(day)}${pinned.has(charge.date) ? t`, decided by hand` : ''}`}
                day={day}
                handlers={handlers}
              />
            ) : null}
          </span>
        );
      })}
      {strip.collect !== null && inView(today + strip.collect) ? (
        <span
          className={styles.collect}
          data-late={lateness(at(today + strip.collect))}
          style={{ left: `${at(today + strip.collect)}%` }}
        >
          <i>{t`collect`}</i>
        </span>
      ) : null}
    </div>
  );
}

/** Where a charge begins: it can be carried to another round, by hand and by keys. */
function Mark({
  battery,
  charge,
  look,
  left,
  label,
  day,
  handlers,
}: {
  readonly battery: string;
  readonly charge: StripCharge;
  readonly look: 'charge' | 'pinned' | 'moving';
  readonly left: number;
  readonly label: string;
  readonly day: Day;
  readonly handlers: StripHandlers;
}) {
  const carried: Carried = { battery, date: charge.date };
  const { setNodeRef, listeners } = useDraggable({
    id: `${battery} ${charge.date}`,
    data: carried,
  });
  return (
    <button
      ref={setNodeRef}
      {...listeners}
      type="button"
      className={styles[look]}
      style={{ left: `${left}%` }}
      aria-label={label}
      data-date={dayName(day)}
      data-keys
      onClick={() => handlers.pick(battery)}
      onKeyDown={(event) => handlers.key(battery, charge, event)}
      onBlur={handlers.leave}
    />
  );
}
