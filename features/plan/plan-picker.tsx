'use client';

import { decimal, t } from '../../core/language';
import { useMemo } from 'react';
import { shortDay, type Day } from '../../core/day';
import { chanceShort, formatMoney, formatPct } from '../../core/words/words';
import {
  COST_PARTS,
  OTHERWISE,
  type Advice,
  type Otherwise,
  type PlanRun,
} from '../../core/plan/adviser';
import { STORAGE_PLAN_NAMES } from '../../core/logbook/storage-plan-names';
import { STORAGE_PLANS, type PlanContext } from '../../core/plan/storage-plans';
import type { Rules } from '../../core/rules/rules';
import type { StoragePlanId } from '../../core/logbook/storage-plan-names';
import { useAdvice } from './use-adviser';
import { hoursAndMinutes } from './words';
import layout from '../ui/layout.module.css';
import styles from './plan.module.css';

/** Every storage plan, lived through by this battery; the impossible ones say why. */
export function PlanPicker({
  context,
  value,
  name,
  onChoose,
}: {
  context: PlanContext;
  value: StoragePlanId | null;
  name: string;
  onChoose: (plan: StoragePlanId, recommended: StoragePlanId | null) => void;
}) {
  const asked = useMemo(() => ({ kind: 'advise' as const, context }), [context]);
  const { advice, others, failed } = useAdvice(asked);
  const { rules, facts } = context.standing;
  const line = rules.lineSocPct[facts.chemistry];
  if (failed) {
    return (
      <p
        className={styles.basis}
        role="alert"
      >{t`The plans could not be worked out: load the page again.`}</p>
    );
  }
  if (!advice) {
    return (
      <p className={styles.basis} role="status">{t`Living through the stay with every plan`}</p>
    );
  }
  const possible = advice.runs
    .filter(({ obstacles }) => obstacles.length === 0)
    .sort((a, b) => a.total - b.total);
  const impossible = advice.runs.filter(({ obstacles }) => obstacles.length > 0);
  return (
    <div className={styles.picker}>
      <Recommendation advice={advice} others={others} rules={rules} />
      <p
        className={styles.basis}
      >{t`${advice.fromFull ? t`Nothing was read yet: counted from full. ` : ''}Until ${shortDay(advice.until)}${context.standing.collectDay === null ? t`, half a year` : t`, collection`}; recharge line ${formatPct(line)}. Chances are over many winters and all that its record leaves open; what it costs is by your rules.`}</p>
      <div className={styles.rows} role="radiogroup" aria-label={t`Storage plan`}>
        {possible.map((run) => (
          <Row
            key={run.id}
            run={run}
            line={line}
            rules={rules}
            chosen={run.id === value}
            recommended={run.id === advice.recommended}
            name={name}
            onChoose={() => onChoose(run.id, advice.recommended)}
          />
        ))}
      </div>
      {impossible.length ? (
        <details className={styles.impossible} open={possible.length === 0}>
          <summary>{t`Not possible here: ${impossible.length}`}</summary>
          <ul>
            {impossible.map(({ id, obstacles }) => (
              <li key={id} data-plan={id}>
                <b>{STORAGE_PLANS[id].label}:</b> {obstacles.join('; ')}.
              </li>
            ))}
          </ul>
        </details>
      ) : null}
    </div>
  );
}

/** Which one, by what it was decided, and what would change the answer. */
function Recommendation({
  advice,
  others,
  rules,
}: {
  advice: Advice;
  rules: Rules;
  others: readonly Otherwise[] | null;
}) {
  const { recommended, nextBest, decided } = advice;
  if (!recommended)
    return <p className={styles.advice}>{t`No plan is possible here as it stands.`}</p>;
  return (
    <div className={styles.advice}>
      <p>
        {t`Recommended: `}
        <b>{STORAGE_PLANS[recommended].label}</b>
        {'.'}
        {nextBest && decided.length
          ? t` Against “${STORAGE_PLAN_NAMES[nextBest]}” it saves ${decided
              .map(({ part, saves }) => t`${formatMoney(saves, rules)} of ${COST_PARTS[part]}`)
              .join(', ')}.`
          : ''}
      </p>
      {others && others.length ? (
        <p className={styles.good}>
          {t`What would change it: `}
          {others
            .slice(0, 3)
            .map(
              ({ what, best, saves }) =>
                t`${OTHERWISE[what].label} would save ${formatMoney(saves, rules)}${best === recommended ? '' : ` (${STORAGE_PLAN_NAMES[best]})`}`,
            )
            .join('; ')}
          {'.'}
        </p>
      ) : null}
    </div>
  );
}

function Row({
  run,
  line,
  rules,
  chosen,
  recommended,
  name,
  onChoose,
}: {
  run: PlanRun;
  line: number;
  rules: Rules;
  chosen: boolean;
  recommended: boolean;
  name: string;
  onChoose: () => void;
}) {
  const plan = STORAGE_PLANS[run.id];
  const { kept } = run;
  const fed = plan.feed === 'maintainer';
  const figures: [name: string, value: string, low?: boolean][] = [
    [t`Lowest`, formatPct(kept.lowestPct.likely), kept.lowestPct.likely <= line],
    [t`one in ten`, formatPct(kept.lowestPct.tenth), kept.lowestPct.tenth <= line],
    ['on', dayShort(run.lowestDay)],
    [t`Under line`, chanceShort(kept.chanceUnder), kept.chanceUnder >= 0.1],
    [t`Freezes`, chanceShort(kept.chanceFreeze), kept.chanceFreeze >= 0.015],
    [t`Charges`, fed ? t`held` : decimal(kept.charges, 1)],
    [t`On charger`, `${Math.round(kept.fedDays)} d`],
    [t`Work`, hoursAndMinutes(run.minutes)],
    [t`Energy`, t`${decimal(run.kWh, 1)} kWh`],
    [t`Battery life`, formatMoney(run.cost.life, rules)],
    [t`In all`, formatMoney(run.total, rules)],
  ];
  return (
    <label className={chosen ? styles.chosen : styles.row} data-plan={run.id}>
      <input
        type="radio"
        name={name}
        checked={chosen}
        aria-label={plan.label}
        onChange={onChoose}
      />
      <span className={layout.column}>
        <b>
          {plan.label}
          {recommended ? <span className={styles.mark}>{t`recommended`}</span> : null}
        </b>
        <span className={styles.good}>{plan.goodWhen}</span>
        {chosen ? <span className={styles.against}>{plan.against}</span> : null}
        {run.concerns.map((concern) => (
          <span key={concern} className={styles.concern}>{t`Mind: ${concern}.`}</span>
        ))}
        {chosen ? <span className={styles.against}>{costWords(run, rules)}</span> : null}
      </span>
      <dl className={styles.figures}>
        {figures.map(([what, value, low]) => (
          <div key={what}>
            <dt>{what}</dt>
            <dd data-low={low === true}>{value}</dd>
          </div>
        ))}
      </dl>
    </label>
  );
}

const dayShort = (day: Day) => shortDay(day).slice(4);

/** Of what its cost is made. */
function costWords({ cost, lifeParts }: PlanRun, rules: Rules): string {
  const parts = (Object.keys(COST_PARTS) as (keyof typeof COST_PARTS)[])
    .filter((part) => cost[part] >= 0.5)
    .map((part) => `${COST_PARTS[part]} ${formatMoney(cost[part], rules)}`);
  const life = (['sulfation', 'freezing', 'heat', 'cycles'] as const)
    .filter((part) => lifeParts[part] >= 0.05)
    .map((part) => `${part} ${formatMoney(lifeParts[part], rules)}`);
  return t`In all: ${parts.join(', ')}.${life.length ? t` Battery life: ${life.join(', ')}.` : ''}`;
}
