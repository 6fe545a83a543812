'use client';

import { t } from '../../core/language';
import { phrase } from '../words/phrase';
import { useMemo, useState } from 'react';
import type { BatteryRecord } from '../../core/record/battery-record';
import { STORAGE_PLAN_NAMES } from '../../core/logbook/storage-plan-names';
import { STORAGE_PLANS, arrangementOf, planInUse } from '../../core/plan/storage-plans';
import type { StoragePlanId } from '../../core/logbook/storage-plan-names';
import { PROCEDURE_NAMES } from '../../core/logbook/procedure-names';
import { newEntry } from '../logbook/new-entry';
import { postEntry } from '../logbook/post';
import { PlanPicker } from '../plan/plan-picker';
import { useSiteClock } from '../site/clock';
import type { BatteryDto } from '../site/dto';
import { planContextOf } from './plan-context';
import type { VehicleData } from './vehicle-data';
import shared from './vehicle.module.css';
import styles from './plan-view.module.css';
import { Button } from '../ui/button';

/** The storage plans of one battery, and the one that it is on. */
export function PlanView({
  data,
  battery,
  standing,
  onChanged,
}: {
  data: VehicleData;
  battery: BatteryDto;
  standing: BatteryRecord;
  onChanged: () => void;
}) {
  const siteNow = useSiteClock(data.clock);
  const [wanted, setWanted] = useState<StoragePlanId | null>(null);
  const [advised, setAdvised] = useState<StoragePlanId | null>(null);
  const [why, setWhy] = useState('');
  const [problem, setProblem] = useState<string | null>(null);
  const context = useMemo(() => planContextOf(data, battery, standing), [data, battery, standing]);
  const { state } = standing;
  const chosen = wanted ?? state.plan;
  const todo = state.plan && wanted === null ? arrangementOf(STORAGE_PLANS[state.plan], state) : [];

  const choose = async () => {
    if (!wanted) return;
    const reply = await postEntry(
      newEntry('plan-chosen', battery.id, siteNow(), {
        plan: wanted,
        ...(advised ? { advised } : {}),
        ...(why.trim() ? { why: why.trim() } : {}),
      }),
    );
    if (!reply.ok) return setProblem(reply.reason);
    setProblem(null);
    setWanted(null);
    setWhy('');
    onChanged();
  };

  return (
    <div className={shared.view}>
      <p className={shared.quiet}>
        {state.plan
          ? t`On the plan “${STORAGE_PLANS[state.plan].label}”.`
          : t`No plan was chosen; it is kept as if “${planInUse(state).label}”.`}
        {todo.length
          ? t` Still to do in the round: ${todo.map((id) => PROCEDURE_NAMES[id].label.toLowerCase()).join(', ')}.`
          : ''}
      </p>
      <PlanPicker
        context={context}
        value={chosen}
        name={`plan-${battery.id}`}
        onChoose={(plan, recommended) => {
          setWanted(plan === state.plan ? null : plan);
          setAdvised(recommended);
        }}
      />
      {wanted && advised && wanted !== advised ? (
        <label className={styles.why}>{phrase`Why not the recommended one${(
          <input
            value={why}
            maxLength={300}
            placeholder={t`as you like: owner asks for it, no key, no time`}
            onChange={(event) => setWhy(event.target.value)}
          />
        )}`}</label>
      ) : null}
      {problem ? (
        <p className={shared.message} role="alert">
          {problem}
        </p>
      ) : null}
      <div>
        <Button type="primary" size="large" disabled={!wanted} onClick={() => void choose()}>
          {wanted ? t`Put it on: ${STORAGE_PLAN_NAMES[wanted]}` : t`Choose another plan above`}
        </Button>
      </div>
    </div>
  );
}
