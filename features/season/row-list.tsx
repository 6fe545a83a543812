'use client';

import { decimal, t } from '../../core/language';
import { DndContext } from '@dnd-kit/core';
import { useVirtualizer } from '@tanstack/react-virtual';
import { memo, useRef } from 'react';
import type { Day } from '../../core/day';
import { ROW_PX, heightOf, type Row } from './rows';
import { StripView, type Drag, type StripHandlers, type View } from './strip';
import { SILENT, useCarrying } from './use-carrying';
import type { SeasonName } from './season-data';
import styles from './row-list.module.css';

const NO_PINS: ReadonlySet<string> = new Set();
/** As high as the list is taken to be until it can be measured, pixels. */
const WINDOW = { width: 800, height: 800 };
/** Lines beyond the window on either side, so that scrolling meets no gap. */
const SPARE = 8;

interface Props {
  readonly rows: readonly Row[];
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
  const { rows, chosen, nameOf, drag, view } = props;
  const list = useRef<HTMLDivElement>(null);
  const lines = useVirtualizer({
    count: rows.length,
    getScrollElement: () => list.current,
    estimateSize: (i) => heightOf(rows[i]!),
    overscan: SPARE,
    initialRect: WINDOW,
  });
  const carrying = useCarrying(view, props.handlers);
  return (
    <DndContext id="season" {...carrying} autoScroll={false} accessibility={SILENT}>
      <div
        ref={list}
        className={styles.list}
        tabIndex={0}
        role="region"
        aria-label={t`Batteries through the season`}
      >
        <div style={{ height: lines.getTotalSize(), position: 'relative' }}>
          {lines.getVirtualItems().map(({ index, start: top }) => {
            const row = rows[index]!;
            return row.kind === 'hall' ? (
              <h2 key={row.id} className={styles.hall} style={{ top }}>
                {row.name}
              </h2>
            ) : (
              <BatteryRow
                key={row.strip.battery}
                row={row}
                top={top}
                known={nameOf(row.strip.battery)}
                chosen={chosen === row.strip.battery}
                view={view}
                today={props.today}
                pinned={props.pins.get(row.strip.battery) ?? NO_PINS}
                drag={drag?.battery === row.strip.battery ? drag : null}
                wanting={props.wanting.get(row.strip.battery) ?? null}
                handlers={props.handlers}
                onChoose={props.onChoose}
              />
            );
          })}
          {props.looked === null ? null : (
            <div className={styles.looked}>
              <span style={{ left: props.looked }} />
            </div>
          )}
        </div>
      </div>
    </DndContext>
  );
});

/** Per cent of what it can hold that is lost in a day. */
const lossWords = (pctPerDay: number | null) =>
  pctPerDay === null ? t`not read` : `${decimal(pctPerDay, 2)} %/d`;

/** Drawn anew only where something of its own has changed. */
const BatteryRow = memo(function BatteryRow({
  row,
  top,
  known,
  chosen,
  onChoose,
  ...rest
}: Omit<Parameters<typeof StripView>[0], 'strip' | 'name'> & {
  readonly row: Extract<Row, { kind: 'battery' }>;
  readonly top: number;
  readonly known: SeasonName | undefined;
  readonly chosen: boolean;
  readonly onChoose: (battery: string) => void;
}) {
  const { strip } = row;
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
        <em>{strip.kept ? t`held` : lossWords(known?.lossPctPerDay ?? null)}</em>
      </button>
      <StripView
        {...rest}
        strip={strip}
        name={known ? `${known.bayMark} ${known.name}` : strip.battery}
      />
    </div>
  );
});
