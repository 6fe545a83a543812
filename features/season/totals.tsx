import { t } from '../../core/language';
import type { ReactNode } from 'react';
import { boundIn, wantingIn, type Bound, type PlanDocument } from '../../core/schedule/document';
import { formatMoney } from '../../core/words/words';
import { Quiet } from '../ui/quiet';
import { hoursWords } from './hours';
import type { Proof } from './plan-for';
import type { Progress } from './use-season-worker';
import styles from './panel.module.css';

/** What of it is told as proven. */
type Made = Pick<PlanDocument['totals'], 'minutes' | 'cost'>;

/** What a plan comes to, beside the least that any plan can need. */
export function Totals({
  plan,
  currency,
  proof,
  progress,
}: {
  readonly plan: PlanDocument;
  readonly currency: string;
  readonly proof: Proof | null;
  /** While it is tightened. */
  readonly progress: Progress | null;
}) {
  const unmet = wantingIn(plan).length > 0;
  const bound = progress
    ? progress.bound
    : (boundIn(plan) ?? (unmet ? null : (proof?.bound ?? null)));
  const made: Made = progress ?? plan.totals;
  const { cost } = made;
  const least = leastWords(bound, made, unmet, currency);
  return (
    <dl className={styles.totals}>
      <Total name={t`Attendant time left`} value={hoursWords(made.minutes)}>
        {cost === undefined ? least : null}
      </Total>
      {cost === undefined ? null : (
        <Total name={t`Cost left`} value={formatMoney(cost, { currency })}>
          {t`your time, days on chargers, energy, wear`}
          <br />
          {least}
        </Total>
      )}
      <Total short name={t`Rounds left`} value={plan.totals.rounds} />
      <Total short name={t`Charges left`} value={plan.totals.charges} />
      <Total name={t`Days under the line`} value={plan.totals.underLineDays} />
    </dl>
  );
}

/** A plan as good as proven differs by less than is told. */
const SAME_MINUTES = 1;
const SAME_MONEY = 0.02;

/** What no plan can do without, of what the plan is to save. */
function leastWords(bound: Bound | null, made: Made, unmet: boolean, currency: string): string {
  if (bound === null)
    return unmet ? t`not everything can be met` : t`the least is being worked out`;
  if ('cost' in bound) {
    return made.cost !== undefined && made.cost < bound.cost + SAME_MONEY
      ? t`proven: no plan costs less`
      : t`no plan can cost less than ${formatMoney(bound.cost, { currency })}`;
  }
  return made.minutes < bound.minutes + SAME_MINUTES
    ? t`proven: no plan needs less`
    : t`no plan can need less than ${hoursWords(bound.minutes)}`;
}

function Total({
  short = false,
  name,
  value,
  children,
}: {
  /** It stands beside another. */
  readonly short?: boolean;
  readonly name: string;
  readonly value: string | number;
  readonly children?: ReactNode;
}) {
  return (
    <div className={short ? styles.short : undefined}>
      <dt>{name}</dt>
      <dd>{value}</dd>
      {children ? <Quiet as="p">{children}</Quiet> : null}
    </div>
  );
}
