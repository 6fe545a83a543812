import { t, counted } from '../../core/language';
import { shortDay, toDay, type Day } from '../../core/day';
import type { PlanDocument } from '../../core/schedule/document';
import { formatMoney } from '../../core/words/words';
import { Quiet } from '../ui/quiet';
import type { MoveEffect } from './move';
import type { SeasonPin } from './season-data';
import { decisionWords, type SeasonState } from './season-state';
import type { Drag } from './strip';
import styles from './season.module.css';

/** What a move would do while a charge is moved, and what was said last otherwise. */
export function Said({
  state: { drag, said },
  moved,
  plan,
  pins,
  today,
  currency,
  words,
}: {
  readonly state: SeasonState;
  /** What the move does; null: it is being worked out. */
  readonly moved: MoveEffect | null;
  readonly plan: PlanDocument;
  readonly pins: readonly SeasonPin[];
  readonly today: Day;
  readonly currency: string;
  readonly words: (battery: string) => string;
}) {
  return (
    <p className={styles.said} role="status" aria-live="polite">
      {drag ? (
        <Effect drag={drag} moved={moved} today={today} currency={currency} words={words} />
      ) : said === null ? (
        <Quiet>{t`Strips are foreseen charge, darker is emptier. Drag a charge to another round, or take it with the arrow keys and Enter.`}</Quiet>
      ) : typeof said === 'string' ? (
        said
      ) : (
        (decisionWords(said, plan, today, pins, words) ?? t`Planning it through`)
      )}
    </p>
  );
}

const costWords = (cost: number, currency: string): string => {
  if (Math.abs(cost) < 0.005) return t`no dearer`;
  const money = formatMoney(Math.abs(cost), { currency });
  return cost > 0 ? t`${money} dearer` : t`${money} cheaper`;
};

function Effect({
  drag,
  moved,
  today,
  currency,
  words,
}: {
  readonly drag: Drag;
  readonly moved: MoveEffect | null;
  readonly today: Day;
  readonly currency: string;
  readonly words: (battery: string) => string;
}) {
  const what = t`${words(drag.battery)}: on charge ${shortDay(toDay(drag.to), today)} instead of ${shortDay(toDay(drag.from), today)}`;
  if (drag.to === drag.from) return <>{what}</>;
  if (!moved) return <>{t`${what}: working it out`}</>;
  if (!moved.possible) return <b>{t`${what}: it cannot be done then.`}</b>;
  const minutes = Math.round(moved.minutes);
  const time =
    minutes === 0
      ? t`no more time`
      : t`${Math.abs(minutes)} min ${minutes > 0 ? t`more` : t`less`}`;
  const others =
    moved.others.length === 0
      ? t`nothing else moves`
      : t`${counted(moved.others.length, 'other moves', 'others move')} with it`;
  return (
    <>
      <b>{what}</b>: {time}
      {moved.cost === null ? null : `, ${costWords(moved.cost, currency)}`}, {others}
      {moved.wanting > 0 ? <b>{t`, ${moved.wanting} more left wanting`}</b> : null}.
    </>
  );
}
