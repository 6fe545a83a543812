'use client';

import { t, msg, withWords } from '../../core/language';
import { dayName } from '../../core/day';
import { VEHICLE_KINDS, VEHICLE_KIND_IDS } from '../../core/site/vehicle-kinds';
import { DayField } from '../theme/day-field';
import { VehicleIcon } from '../theme/vehicle-icon';
import { BayPlan } from './bay-plan';
import { ofKind } from './draft';
import { Choice, Field, TextField } from './field';
import type { StepProps } from './step-props';
import { Caution } from '../ui/caution';
import { Chooser } from '../ui/chooser';
import styles from './lay-up.module.css';

const RESTS = withWords([
  { value: 0, label: msg`Just now` },
  { value: 2, label: msg`About 2 hours ago` },
  { value: 6, label: msg`This morning` },
  { value: 24, label: msg`Yesterday or before` },
]);

/** What it is, where it stands and until when. */
export function StepVehicle({ draft, data, problem, change }: StepProps) {
  const template = data.templates[draft.kind];
  return (
    <div className={styles.columns}>
      <section className={styles.part}>
        <Choice
          label={t`Kind`}
          name="kind"
          value={draft.kind}
          options={VEHICLE_KIND_IDS.map((id) => ({
            value: id,
            label: (
              <>
                <VehicleIcon kind={id} size={19} />
                {VEHICLE_KINDS[id].label}
              </>
            ),
          }))}
          onChange={(kind) => change(ofKind(kind, data.templates[kind]))}
        />
        {template ? (
          <p
            className={styles.hint}
          >{t`Filled in as for the last one of this kind, ${template.name}. Change what differs.`}</p>
        ) : null}
        {VEHICLE_KINDS[draft.kind].caution ? (
          <Caution>{VEHICLE_KINDS[draft.kind].caution}</Caution>
        ) : null}
        <TextField
          label={t`Name`}
          path="name"
          problem={problem('name')}
          most={60}
          placeholder={t`Make, model, colour`}
          value={draft.name}
          onChange={(value) => change({ name: value })}
        />
        <Choice
          label={t`Stays`}
          name="stay"
          value={draft.stay}
          options={[
            { value: 'collected', label: t`Until it is collected` },
            { value: 'always-ready', label: t`Always ready` },
          ]}
          onChange={(stay) => change({ stay })}
        />
        <div className={styles.row}>
          {draft.stay === 'collected' ? (
            <Field label={t`Collection day`} path="collectOn" problem={problem('collectOn')}>
              {(id, more) => (
                <DayField
                  id={id}
                  {...more}
                  size="large"
                  value={draft.collectOn ?? ''}
                  around={dayName(data.today)}
                  onChange={(collectOn) => change({ collectOn })}
                />
              )}
            </Field>
          ) : (
            <p
              className={styles.hint}
            >{t`No collection day: kept ready for good, as a standby generator is.`}</p>
          )}
          <Field
            label={t`Last driven or charged`}
            path="restedHours"
            hint={t`A reading counts only after the rest that your rules ask for.`}
          >
            {(id) => (
              <Chooser
                id={id}
                value={draft.restedHours}
                options={RESTS}
                onChange={(restedHours) => change({ restedHours })}
              />
            )}
          </Field>
        </div>
      </section>
      <section className={styles.part}>
        <BayPlan
          halls={data.halls}
          bayId={draft.bayId}
          problem={problem('bayId')}
          onChoose={(bayId) => change({ bayId })}
        />
      </section>
    </div>
  );
}
