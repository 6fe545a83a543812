import { t } from '../../core/language';
import { phrase } from '../words/phrase';
import { MONTH_NAMES, partsOf, shortDay, type Day } from '../../core/day';
import type { SeasonDocument } from '../../core/schedule/document';
import type { View } from './strip';
import styles from './axis.module.css';

/** Where a day stands in the view. */
export const leftOf = ({ from, to }: View, day: Day) => `${((day - from) / (to - from)) * 100}%`;

export function Months({ view }: { readonly view: View }) {
  const months: Day[] = [];
  for (let day = view.from; day <= view.to; day++) if (partsOf(day).date === 1) months.push(day);
  return (
    <div className={styles.axis} aria-hidden="true">
      <span />
      <div>
        {months.map((day) => (
          <i key={day} style={{ left: leftOf(view, day) }}>
            {MONTH_NAMES[partsOf(day).month]}
          </i>
        ))}
      </div>
    </div>
  );
}

/** How many chargers hang on each day of the view. */
export function ChargersInUse({
  inUse,
  view,
  today,
  season,
}: {
  /** From today on. */
  readonly inUse: readonly number[];
  readonly view: View;
  readonly today: Day;
  readonly season: SeasonDocument;
}) {
  const atHand = season.chargers.length;
  const most = Math.max(0, ...inUse);
  return (
    <div className={styles.axis} data-kind="chargers">
      <span>{phrase`Chargers in use${(<small>{t`${atHand} at hand, ${most} at most`}</small>)}`}</span>
      <div
        className={styles.bars}
        role="img"
        aria-label={t`Chargers in use: ${inUse[0] ?? 0} now, at most ${most} of ${atHand}, first on ${shortDay(today + inUse.indexOf(most))}`}
      >
        {inUse.map((used, i) => {
          const day = today + i;
          if (day < view.from || day >= view.to) return null;
          return (
            <b
              key={day}
              style={{
                left: leftOf(view, day),
                width: `${100 / (view.to - view.from)}%`,
                height: `${(used / Math.max(1, atHand)) * 100}%`,
              }}
            />
          );
        })}
      </div>
    </div>
  );
}
