import { t } from '../../core/language';
import { IconCar, IconCheck } from '@tabler/icons-react';
import { useEffect, useRef } from 'react';
import { groupBy } from '../../core/group';
import type { Place } from '../../core/site/place';
import { CHARGING, CONDEMNED, HELD, UNKNOWN } from '../../core/assessment/reserve-marks';
import { useWhole } from '../app-shell/whole';
import { ReserveBar } from '../theme/reserve-bar';
import { VehicleIcon } from '../theme/vehicle-icon';
import { jobWord } from '../../core/plan/jobs';
import { useOthersHere } from './others-here';
import type { StopView } from './round-data';
import layout from '../ui/layout.module.css';
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
  places,
  minutes,
  keyed,
  onPick,
}: {
  title: string;
  note: string | null;
  views: readonly StopView[];
  at: number;
  done: number;
  /** Where halls stand that are driven to. */
  places: readonly Place[];
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
        ? t`${view.hallName} · bench`
        : view.vehicle.rowMark
          ? t`${view.hallName} · row ${view.vehicle.rowMark}`
          : view.hallName,
  );
  const rowsInOrder = [...rows.values()];
  const placeOf = (stops: (typeof rowsInOrder)[number]) => stops[0]!.view.place;
  return (
    <aside className={styles.list}>
      <h2 className={styles.title}>{title}</h2>
      <p
        className={styles.progressText}
        role="status"
      >{t`${done} of ${views.length} stops${minutes > 0 ? t` · about ${Math.ceil(minutes)} min left` : t` · done`}${note ? ` · ${note}` : ''}`}</p>
      <div className={styles.progress} aria-hidden="true">
        <span style={{ width: `${(100 * done) / Math.max(1, views.length)}%` }} />
      </div>
      <div className={styles.stops}>
        {[...rows].map(([row, stops], n) => (
          <section key={row}>
            <Drive
              from={n === 0 ? null : placeOf(rowsInOrder[n - 1]!)}
              to={placeOf(stops)}
              places={places}
            />
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
                          <b>{t`not yet recorded · `}</b>
                        ) : null}
                        {others(view)}
                        {view.passed
                          ? t`could not reach`
                          : [...new Set(view.steps.map((step) => jobWord(step.job)))].join(' · ')}
                      </small>
                    </span>
                    <span className={styles.stopReserve}>
                      <ReserveBar narrow days={leastReserve(view)} />
                    </span>
                    <span className={styles.tick}>
                      {view.done ? <IconCheck size={16} role="img" aria-label={t`done`} /> : null}
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

/** The way from one place of the round to the next, where that is a drive. */
function Drive({
  from,
  to,
  places,
}: {
  readonly from: string | null;
  readonly to: string | null;
  readonly places: readonly Place[];
}) {
  if (from === to) return null;
  const minutes = places.find(({ name }) => name === to)?.driveMinutes;
  return (
    <p className={layout.inline}>
      <IconCar size={18} aria-hidden="true" />
      {minutes === undefined ? t`Drive back` : t`Drive to ${to}: ${minutes} min both ways`}
    </p>
  );
}
