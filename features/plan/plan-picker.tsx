'use client';

import { useMemo } from 'react';
import { shortDay } from '../../core/day';
import { formatLoss, formatPct } from '../../core/judge/words';
import { foreseeStay } from '../../core/plan/stay-forecast';
import {
  STORAGE_PLANS,
  concernsOf,
  obstaclesTo,
  type PlanContext,
} from '../../core/plan/storage-plans';
import { STORAGE_PLAN_IDS, type StoragePlanId } from '../../core/plan/storage-plan-ids';
import styles from './plan.module.css';

/** Every storage plan, computed for this battery; the impossible ones say why. */
export function PlanPicker({
  context,
  value,
  name,
  onChoose,
}: {
  context: PlanContext;
  value: StoragePlanId | null;
  name: string;
  onChoose: (plan: StoragePlanId) => void;
}) {
  const rows = useMemo(
    () =>
      STORAGE_PLAN_IDS.map((id) => {
        const plan = STORAGE_PLANS[id];
        const obstacles = obstaclesTo(plan, context);
        return {
          plan,
          obstacles,
          concerns: concernsOf(plan, context),
          stay: foreseeStay(plan, context),
        };
      }),
    [context],
  );
  const possible = rows.filter((row) => row.obstacles.length === 0);
  const impossible = rows.filter((row) => row.obstacles.length > 0);
  const until = possible[0]?.stay.until ?? impossible[0]!.stay.until;
  const line = context.standing.rules.lineSocPct[context.standing.facts.chemistry];
  return (
    <div className={styles.picker}>
      <p className={styles.basis}>
        {rows[0]!.stay.fromFull
          ? 'Nothing was read yet: counted from full. '
          : `Counted from ${formatPct(rows[0]!.stay.socPct[0]!)}. `}
        Foreseen until {shortDay(until)}
        {context.standing.collectDay === null ? ', half a year' : ', collection'}; recharge line{' '}
        {formatPct(line)}.
      </p>
      <div className={styles.rows} role="radiogroup" aria-label="Storage plan">
        {possible.map(({ plan, concerns, stay }) => (
          <label key={plan.id} className={plan.id === value ? styles.chosen : styles.row}>
            <input
              type="radio"
              name={name}
              checked={plan.id === value}
              aria-label={plan.label}
              onChange={() => onChoose(plan.id)}
            />
            <span className={styles.name}>
              <b>{plan.label}</b>
              <span className={styles.good}>{plan.goodWhen}</span>
              {plan.id === value ? <span className={styles.against}>{plan.against}</span> : null}
              {concerns.map((concern) => (
                <span key={concern} className={styles.concern}>
                  Mind: {concern}.
                </span>
              ))}
            </span>
            <dl className={styles.figures}>
              <div>
                <dt>Lowest</dt>
                <dd data-low={stay.lowestPct <= line}>{formatPct(stay.lowestPct)}</dd>
              </div>
              <div>
                <dt>on</dt>
                <dd>{shortDay(stay.lowestDay).slice(4)}</dd>
              </div>
              <div>
                <dt>Charges</dt>
                <dd>{plan.feed === 'maintainer' ? 'held' : stay.chargeDays.length}</dd>
              </div>
              <div>
                <dt>Loss a day</dt>
                <dd>
                  {plan.feed === 'maintainer'
                    ? 'fed'
                    : formatLoss(stay.drawPctPerDay + stay.selfPctPerDay)}
                </dd>
              </div>
              <div>
                <dt>Visits</dt>
                <dd>{stay.visits}</dd>
              </div>
              <div>
                <dt>Work</dt>
                <dd>
                  {stay.minutes >= 60
                    ? `${Math.floor(stay.minutes / 60)} h ${Math.round(stay.minutes % 60)}`
                    : `${Math.round(stay.minutes)} min`}
                </dd>
              </div>
            </dl>
          </label>
        ))}
      </div>
      {impossible.length ? (
        <details className={styles.impossible} open={possible.length === 0}>
          <summary>Not possible here: {impossible.length}</summary>
          <ul>
            {impossible.map(({ plan, obstacles }) => (
              <li key={plan.id} data-plan={plan.id}>
                <b>{plan.label}:</b> {obstacles.join('; ')}.
              </li>
            ))}
          </ul>
        </details>
      ) : null}
    </div>
  );
}
