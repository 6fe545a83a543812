import { t } from '../../core/language';
import type { ReactNode } from 'react';
import { boundIn, wantingIn, type Bound, type PlanDocument } from '../../core/schedule/document';
import { formatMoney } from '../../core/words/words';
import { Quiet } from '../ui/quiet';
import { hoursWords } from './hours';
import type { Proof } from './plan-for';
import type { Progress } from './use-season-worker';
import styles from './panel.module.css';

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
  const cost = progress?.cost ?? plan.totals.cost;
  return (
    <dl className={styles.totals}>
      <Total
        name={t`Attendant time left`}
        value={hoursWords(progress?.minutes ?? plan.totals.minutes)}
      >
        {cost === undefined ? leastWords(bound, unmet, currency) : null}
      </Total>
      {cost === undefined ? null : (
        <Total name={t`Cost left`} value={formatMoney(cost, { currency })}>
          {t`your time, days on chargers, energy, wear`}
          <br />
          {leastWords(bound, unmet, currency)}
        </Total>
      )}
      <Total name={t`Rounds left`} value={plan.totals.rounds} />
      <Total name={t`Charges left`} value={plan.totals.charges} />
      <Total name={t`Days under the line`} value={plan.totals.underLineDays} />
    </dl>
  );
}

/** What no plan can do without, of what the plan is to save. */
function leastWords(bound: Bound | null, unmet: boolean, currency: string): string {
  if (bound === null)
    return unmet ? t`not everything can be met` : t`the least is being worked out`;
  return 'cost' in bound
    ? t`no plan can cost less than ${formatMoney(bound.cost, { currency })}`
    : t`no plan can need less than ${hoursWords(bound.minutes)}`;
}

function Total({
  name,
  value,
  children,
}: {
  readonly name: string;
  readonly value: string | number;
  readonly children?: ReactNode;
}) {
  return (
    <div>
      <dt>{name}</dt>
      <dd>{value}</dd>
      {children ? <Quiet as="p">{children}</Quiet> : null}
    </div>
  );
}
