'use client';

import { memo, useEffect, useRef, useState } from 'react';
import type { Day } from '../../core/day';
import { ROW_PX, visibleRows, type Row } from './rows';
import { StripView, type Drag, type StripHandlers, type View } from './strip';
import type { SeasonName } from './season-data';
import styles from './row-list.module.css';

/** Rows are drawn anew when the list has moved by so much, not at every pixel. */
const STEP_PX = 4 * ROW_PX;
const NO_PINS: ReadonlySet<string> = new Set();

interface Props {
  readonly rows: readonly Row[];
  readonly height: number;
  readonly chosen: string | null;
  readonly view: View;
  readonly today: Day;
  readonly nameOf: (battery: string) => SeasonName | undefined;
  readonly pins: ReadonlyMap<string, ReadonlySet<string>>;
  readonly drag: Drag | null;
  /** Why each that is left wanting is. */
  readonly wanting: ReadonlyMap<string, string>;
  readonly handlers: StripHandlers;
  readonly onChoose: (battery: string) => void;
  /** Where the day that is looked at stands; null: not in view. */
  readonly looked: string | null;
}

/** The batteries by hall and walking order; only those in the window are there at all. */
export const RowList = memo(function RowList(props: Props) {
  const { rows, height, chosen, nameOf, drag } = props;
  const list = useRef<HTMLDivElement>(null);
  const [top, setTop] = useState(0);
  const [windowPx, setWindowPx] = useState(800);
  useEffect(() => {
    const box = list.current;
    if (!box) return;
    const measure = () => setWindowPx(box.clientHeight);
    measure();
    const observer = new ResizeObserver(measure);
    observer.observe(box);
    return () => observer.disconnect();
  }, []);
  return (
    <div
      ref={list}
      className={styles.list}
      tabIndex={0}
      role="region"
      aria-label="Batteries through the season"
      onScroll={(event) => setTop(Math.floor(event.currentTarget.scrollTop / STEP_PX) * STEP_PX)}
    >
      <div style={{ height, position: 'relative' }}>
        {visibleRows(rows, top, windowPx + STEP_PX).map((row) =>
          row.kind === 'hall' ? (
            <h2 key={row.id} className={styles.hall} style={{ top: row.top }}>
              {row.name}
            </h2>
          ) : (
            <BatteryRow
              key={row.strip.battery}
              row={row}
              known={nameOf(row.strip.battery)}
              chosen={chosen === row.strip.battery}
              view={props.view}
              today={props.today}
              pinned={props.pins.get(row.strip.battery) ?? NO_PINS}
              drag={drag?.battery === row.strip.battery ? drag : null}
              wanting={props.wanting.get(row.strip.battery) ?? null}
              handlers={props.handlers}
              onChoose={props.onChoose}
            />
          ),
        )}
        {props.looked === null ? null : (
          <div className={styles.looked}>
            <span style={{ left: props.looked }} />
          </div>
        )}
      </div>
    </div>
  );
});

/** Per cent of what it can hold that is lost in a day. */
const lossWords = (pctPerDay: number | null) =>
  pctPerDay === null ? 'not read' : `${pctPerDay.toFixed(2)} %/d`;

/** Drawn anew only where something of its own has changed. */
const BatteryRow = memo(function BatteryRow({
  row,
  known,
  chosen,
  onChoose,
  ...rest
}: Omit<Parameters<typeof StripView>[0], 'strip' | 'name'> & {
  readonly row: Extract<Row, { kind: 'battery' }>;
  readonly known: SeasonName | undefined;
  readonly chosen: boolean;
  readonly onChoose: (battery: string) => void;
}) {
  const { strip, top } = row;
  return (
    <div className={chosen ? styles.chosenRow : styles.row} style={{ top, height: ROW_PX }}>
      <button
        type="button"
        className={styles.name}
        aria-pressed={chosen}
        onClick={() => onChoose(strip.battery)}
      >
        <b>{known?.bayMark ?? ''}</b>
        <span>{known?.name ?? strip.battery}</span>
        <em>{strip.kept ? 'held' : lossWords(known?.lossPctPerDay ?? null)}</em>
      </button>
      <StripView
        {...rest}
        strip={strip}
        name={known ? `${known.bayMark} ${known.name}` : strip.battery}
      />
    </div>
  );
});
