'use client';

import { t } from '../../core/language';
import { MONTH_NAMES } from '../../core/day';
import { IconPlus, IconTrash } from '@tabler/icons-react';
import { v4 as uuid } from 'uuid';
import { CHEMISTRIES, CHEMISTRY_IDS } from '../../core/battery/chemistries';
import { CRANKING_STANDARDS, STANDARD_WORDS } from '../../core/battery/ratings';
import { TERMINAL_WORDS, type BatteryDetails } from '../../core/battery/details';
import { usualDetails } from '../../core/battery/usual-details';
import { BATTERY_ROLES, ROLE_WORDS } from '../../core/battery/roles';
import { Chooser } from '../ui/chooser';
import { newBattery, type DraftBattery } from './draft';
import { Choice, Field, NumberField, TextField, YesNo } from './field';
import type { StepProps } from './step-props';
import shared from './lay-up.module.css';
import styles from './step-batteries.module.css';
import { Button } from '../ui/button';

const NOMINAL_VOLTS = [6, 8, 12, 24, 36, 48];
const FEET_PER_METRE = 3.2808;

/** What is written on each case, and how it is reached. */
export function StepBatteries(props: StepProps) {
  const { draft, problem, change } = props;
  const { batteries } = draft;
  const last = batteries.at(-1);
  const more = () => {
    const role = draft.kind === 'camper' || draft.kind === 'caravan' ? 'leisure' : last?.role;
    change({
      batteries: [
        ...batteries,
        last
          ? newBattery({ ...last, role: role ?? 'starter' })
          : newBattery({
              role: 'starter',
              place: '',
              chemistry: 'flooded',
              nominalVolts: 12,
              capacityAh: null,
            }),
      ],
    });
  };
  const blocks = batteries.filter((one) => one.role === 'string');
  return (
    <div className={shared.batteries}>
      {problem('batteries') ? (
        <p className={shared.problem} role="alert">
          {problem('batteries')}
        </p>
      ) : null}
      {draft.kind === 'cart' && blocks[0] ? (
        <Field
          label={t`Blocks in the string`}
          path="blocks"
          hint={t`Each is a battery with a mark of its own, and is read by itself: the weak one drags the rest.`}
        >
          {(id) => (
            <Chooser
              id={id}
              value={blocks.length}
              options={[2, 3, 4, 6, 8, 12].map((n) => ({ value: n, label: t`${n} blocks` }))}
              onChange={(n) =>
                change({
                  batteries: Array.from(
                    { length: n },
                    (_, i) => blocks[i] ?? { ...blocks[0]!, id: uuid(), fittedYear: null },
                  ),
                })
              }
            />
          )}
        </Field>
      ) : null}
      {batteries.map((battery, i) => (
        <BatteryCard key={battery.id} {...props} battery={battery} at={i} />
      ))}
      {draft.kind === 'hybrid' ? (
        <div className={styles.notOurs}>
          <b>{t`Traction pack`}</b>
          <span>{t`Not ours: hundreds of volts behind orange cables, for the maker and licensed staff only. Yours is the 12 V auxiliary battery.`}</span>
        </div>
      ) : (
        <Button
          size="large"
          icon={<IconPlus size={18} aria-hidden="true" />}
          onClick={more}
        >{t`Another battery`}</Button>
      )}
    </div>
  );
}

function BatteryCard({
  draft,
  data,
  problem,
  change,
  battery,
  at,
}: StepProps & { battery: DraftBattery; at: number }) {
  const path = (field: string) => `batteries.${at}.${field}`;
  const wrong = (field: string) => problem(path(field));
  const set = (patch: Partial<DraftBattery>) =>
    change({ batteries: draft.batteries.map((one, i) => (i === at ? { ...one, ...patch } : one)) });
  const details = (patch: Partial<BatteryDetails>) =>
    set({ details: { ...battery.details, ...patch } });
  const metric = data.rules.measureUnit === 'metric';
  const parts: PartProps = { battery, metric, path, wrong, set, details };
  return (
    <section className={styles.battery} aria-label={t`Battery ${at + 1}`}>
      <header className={styles.batteryHead}>
        <h2>
          {at + 1} · {ROLE_WORDS[battery.role]}
        </h2>
        {draft.batteries.length > 1 ? (
          <Button
            icon={<IconTrash size={18} aria-hidden="true" />}
            aria-label={t`Remove battery ${at + 1}`}
            onClick={() => change({ batteries: draft.batteries.filter((_, i) => i !== at) })}
          />
        ) : null}
      </header>
      <WhatItIs {...parts} />
      <WhereItIs {...parts} />
      <HowToReachIt {...parts} />
      <MakersFigures {...parts} />
      <div className={shared.questions}>
        <YesNo
          label={t`Caps open`}
          name={path('caps')}
          value={battery.details.capsOpen}
          onChange={(capsOpen) => {
            const inspection = battery.inspection && {
              ...battery.inspection,
              levels: capsOpen ? battery.inspection.levels : null,
            };
            set({ details: { ...battery.details, capsOpen }, inspection });
          }}
        />
        <YesNo
          label={t`Indicator eye`}
          name={path('eye')}
          value={battery.details.eye}
          onChange={(eye) => details({ eye })}
        />
        <YesNo
          label={t`Vent tube`}
          name={path('vent')}
          value={battery.details.ventTube}
          onChange={(ventTube) => details({ ventTube })}
        />
        <YesNo
          label={t`Charging lead fitted`}
          name={path('lead')}
          value={battery.details.chargeLead}
          onChange={(chargeLead) => details({ chargeLead })}
        />
        <Choice
          label={t`Negative now`}
          name={path('negative')}
          value={battery.negativeOn}
          options={[
            { value: true, label: t`On` },
            { value: false, label: t`Off` },
          ]}
          onChange={(negativeOn) => set({ negativeOn })}
        />
      </div>
    </section>
  );
}

interface PartProps {
  readonly battery: DraftBattery;
  readonly metric: boolean;
  /** The path of a field of this battery, and what is wrong there. */
  readonly path: (field: string) => string;
  readonly wrong: (field: string) => string | undefined;
  readonly set: (patch: Partial<DraftBattery>) => void;
  readonly details: (patch: Partial<BatteryDetails>) => void;
}

/** What kind of battery it is. */
function WhatItIs({ battery, path, wrong, set, details }: PartProps) {
  return (
    <div className={shared.row}>
      <Field label={t`Role`} path={path('role')}>
        {(id) => (
          <Chooser
            id={id}
            value={battery.role}
            options={BATTERY_ROLES.map((value) => ({ value, label: ROLE_WORDS[value] }))}
            onChange={(role) => set({ role })}
          />
        )}
      </Field>
      <Field label={t`Chemistry`} path={path('chemistry')} problem={wrong('chemistry')} wide>
        {(id, more) => (
          <Chooser
            id={id}
            wrong={more.status === 'error'}
            value={battery.chemistry}
            options={CHEMISTRY_IDS.map((value) => ({ value, label: CHEMISTRIES[value].label }))}
            onChange={(chemistry) =>
              set({
                chemistry,
                details: {
                  ...battery.details,
                  capsOpen: usualDetails(chemistry).capsOpen,
                },
                inspection: null,
              })
            }
          />
        )}
      </Field>
      <Field label={t`Volts`} path={path('nominalVolts')} problem={wrong('nominalVolts')}>
        {(id) => (
          <Chooser
            id={id}
            value={battery.nominalVolts}
            options={NOMINAL_VOLTS.map((value) => ({ value, label: `${value} V` }))}
            onChange={(nominalVolts) => set({ nominalVolts, inspection: null })}
          />
        )}
      </Field>
      <NumberField
        label={t`Capacity, Ah`}
        path={path('capacityAh')}
        problem={wrong('capacityAh')}
        value={battery.capacityAh}
        onChange={(capacityAh) => set({ capacityAh })}
      />
      <NumberField
        label={t`Cold cranking, A`}
        path={path('details.coldCrankingAmps')}
        problem={wrong('details.coldCrankingAmps')}
        placeholder={t`if given`}
        value={battery.details.coldCrankingAmps}
        onChange={(coldCrankingAmps) => details({ coldCrankingAmps })}
      />
      {battery.details.coldCrankingAmps === null ? null : (
        <Field label={t`Rated by`} path={path('details.crankingStandard')}>
          {(id) => (
            <Chooser
              id={id}
              value={battery.details.crankingStandard}
              options={CRANKING_STANDARDS.map((one) => ({
                value: one,
                label: STANDARD_WORDS[one],
              }))}
              onChange={(crankingStandard) => details({ crankingStandard })}
            />
          )}
        </Field>
      )}
    </div>
  );
}

/** How old it is, and where. */
function WhereItIs({ battery, path, wrong, set, details }: PartProps) {
  return (
    <div className={shared.row}>
      <NumberField
        label={t`Fitted, year`}
        path={path('fittedYear')}
        problem={wrong('fittedYear')}
        hint={battery.fittedYear === null ? t`Unknown is treated as old.` : undefined}
        placeholder={t`unknown`}
        value={battery.fittedYear}
        onChange={(fittedYear) => set({ fittedYear })}
      />
      <Field label={t`Month`} path={path('details.fittedMonth')}>
        {(id) => (
          <Chooser
            id={id}
            value={battery.details.fittedMonth ?? 0}
            options={[
              { value: 0, label: '–' },
              ...MONTH_NAMES.map((label, i) => ({ value: i + 1, label })),
            ]}
            onChange={(month) => details({ fittedMonth: month || null })}
          />
        )}
      </Field>
      <TextField
        label={t`Where it sits`}
        path={path('place')}
        wide
        most={80}
        value={battery.place}
        onChange={(value) => set({ place: value })}
      />
      <TextField
        label={t`What comes off first`}
        path={path('details.access')}
        wide
        most={120}
        value={battery.details.access}
        onChange={(value) => details({ access: value })}
      />
    </div>
  );
}

/** What is needed to get at it, and what it draws. */
function HowToReachIt({ battery, metric, path, wrong, set, details }: PartProps) {
  const reach = battery.details.outletMetres;
  return (
    <div className={shared.row}>
      <Field label={t`Terminals`} path={path('details.terminals')} wide>
        {(id) => (
          <Chooser
            id={id}
            value={battery.details.terminals}
            options={(Object.keys(TERMINAL_WORDS) as BatteryDetails['terminals'][]).map(
              (value) => ({ value, label: TERMINAL_WORDS[value] }),
            )}
            onChange={(terminals) => details({ terminals })}
          />
        )}
      </Field>
      <TextField
        label={t`Tools`}
        path={path('details.tools')}
        most={60}
        value={battery.details.tools}
        onChange={(value) => details({ tools: value })}
      />
      <TextField
        label={t`Case size`}
        path={path('details.caseSize')}
        most={20}
        value={battery.details.caseSize}
        onChange={(value) => details({ caseSize: value })}
      />
      <NumberField
        label={metric ? t`Next outlet, m` : t`Next outlet, ft`}
        path={path('details.outletMetres')}
        problem={wrong('details.outletMetres')}
        hint={reach === null ? t`Empty: none in reach.` : undefined}
        placeholder={t`none`}
        value={reach === null ? null : metric ? reach : Math.round(reach * FEET_PER_METRE)}
        onChange={(value) =>
          details({
            outletMetres:
              value === null
                ? null
                : metric
                  ? value
                  : Math.round((value / FEET_PER_METRE) * 10) / 10,
          })
        }
      />
      <NumberField
        label={t`Draw, mA`}
        path={path('drawMa')}
        problem={wrong('drawMa')}
        placeholder={t`not yet`}
        value={battery.drawMa}
        onChange={(drawMa) => set({ drawMa })}
      />
    </div>
  );
}

/** Figures of its maker, where they are given. */
function MakersFigures({ battery, path, wrong, details }: PartProps) {
  return (
    <div className={shared.row}>
      <NumberField
        label={t`Maker: absorption, V`}
        path={path('details.makerAbsorptionVolts')}
        problem={wrong('details.makerAbsorptionVolts')}
        hint={t`The maker’s own figures win over the house’s.`}
        placeholder={t`if given`}
        value={battery.details.makerAbsorptionVolts}
        onChange={(makerAbsorptionVolts) => details({ makerAbsorptionVolts })}
      />
      <NumberField
        label={t`Float, V`}
        path={path('details.makerFloatVolts')}
        problem={wrong('details.makerFloatVolts')}
        placeholder={t`if given`}
        value={battery.details.makerFloatVolts}
        onChange={(makerFloatVolts) => details({ makerFloatVolts })}
      />
      <NumberField
        label={t`At most, A`}
        path={path('details.makerMaxAmps')}
        problem={wrong('details.makerMaxAmps')}
        placeholder={t`if given`}
        value={battery.details.makerMaxAmps}
        onChange={(makerMaxAmps) => details({ makerMaxAmps })}
      />
      <NumberField
        label={t`Not under, °C`}
        path={path('details.makerLeastCelsius')}
        problem={wrong('details.makerLeastCelsius')}
        placeholder={t`if given`}
        value={battery.details.makerLeastCelsius}
        onChange={(makerLeastCelsius) => details({ makerLeastCelsius })}
      />
    </div>
  );
}
