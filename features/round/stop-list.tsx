import { IconCheck } from '@tabler/icons-react';
import { useEffect, useRef } from 'react';
import { groupBy } from '../../core/group';
import { CHARGING, CONDEMNED, HELD, UNKNOWN } from '../../core/assessment/reserve-marks';
import { useWhole } from '../app-shell/whole';
import { ReserveBar } from '../theme/reserve-bar';
import { VehicleIcon } from '../theme/vehicle-icon';
import { jobWord } from '../../core/plan/due';
import { useOthersHere } from './others-here';
import type { StopView } from './round-data';
import shared from './round.module.css';
import styles from './stop-list.module.css';

/** The worst of several: an unknown before a small one, a held one last. */
function leastReserve({ reserves }: StopView): number {
  const rank = (mark: number) =>
    mark === CONDEMNED
      ? -2
      : mark === UNKNOWN
        ? -1
        : mark === HELD
          ? 1e6
          : mark === CHARGING
            ? 1e5
            : mark;
  return reserves.reduce((least, mark) => (rank(mark) < rank(least) ? mark : least));
}

/** Stops that stand in the page before any script runs. */
const FIRST_STOPS = 50;

/** The stops of the round in walking order. */
export function StopList({
  title,
  note,
  views,
  at,
  done,
  minutes,
  keyed,
  onPick,
}: {
  title: string;
  note: string | null;
  views: readonly StopView[];
  at: number;
  done: number;
  minutes: number;
  /** Batteries at which something is typed and not recorded. */
  keyed: ReadonlySet<string>;
  onPick: (stop: number) => void;
}) {
  const here = useRef<HTMLButtonElement>(null);
  useEffect(() => {
    here.current?.scrollIntoView({ block: 'nearest' });
  }, [at]);
  const others = useOthersHere();
  const whole = useWhole();
  const rows = groupBy(
    views.slice(0, whole ? undefined : FIRST_STOPS).map((view, i) => ({ view, i })),
    ({ view }) =>
      view.vehicle.rowMark === 'bench'
        ? `${view.hallName} · bench`
        : view.vehicle.rowMark
          ? `${view.hallName} · row ${view.vehicle.rowMark}`
          : view.hallName,
  );
  return (
    <aside className={styles.list}>
      <h2 className={styles.title}>{title}</h2>
      <p className={styles.progressText} role="status">
        {done} of {views.length} stops
        {minutes > 0 ? ` · about ${Math.ceil(minutes)} min left` : ' · done'}
        {note ? ` · ${note}` : ''}
      </p>
      <div className={styles.progress} aria-hidden="true">
        <span style={{ width: `${(100 * done) / Math.max(1, views.length)}%` }} />
      </div>
      <div className={styles.stops}>
        {[...rows].map(([row, stops]) => (
          <section key={row}>
            <h3>{row}</h3>
            <ul>
              {stops.map(({ view, i }) => (
                <li key={`${view.vehicle.id}-${view.vehicle.bayMark}`}>
                  <button
                    ref={i === at ? here : undefined}
                    type="button"
                    className={
                      i === at
                        ? styles.stopHere
                        : view.done || view.passed
                          ? styles.stopDone
                          : styles.stopRow
                    }
                    aria-current={i === at ? 'step' : undefined}
                    onClick={() => onPick(i)}
                  >
                    <span className={shared.stopMark}>{view.vehicle.bayMark}</span>
                    <VehicleIcon kind={view.vehicle.kind} size={18} />
                    <span className={styles.stopName}>
                      {view.vehicle.name}
                      <small>
                        {view.batteryIds.some((id) => keyed.has(id)) ? (
                          <b>not yet recorded · </b>
                        ) : null}
                        {others(view)}
                        {view.passed
                          ? 'could not reach'
                          : [...new Set(view.steps.map((step) => jobWord(step.job)))].join(' · ')}
                      </small>
                    </span>
                    <span className={styles.stopReserve}>
                      <ReserveBar narrow days={leastReserve(view)} />
                    </span>
                    <span className={styles.tick}>
                      {view.done ? <IconCheck size={16} role="img" aria-label="done" /> : null}
                    </span>
                  </button>
                </li>
              ))}
            </ul>
          </section>
        ))}
      </div>
    </aside>
  );
}
