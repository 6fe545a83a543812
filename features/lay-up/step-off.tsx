'use client';

import { t, msg, withWords } from '../../core/language';
import { VEHICLE_KINDS } from '../../core/site/vehicle-kinds';
import type { VehicleFacts } from '../../core/stay/vehicle-facts';
import { Choice, NumberField, TextField, YesNo } from './field';
import type { StepProps } from './step-props';
import { Caution } from '../ui/caution';
import shared from './lay-up.module.css';
import styles from './step-off.module.css';
import { Button } from '../ui/button';

/** Questions of yes and no, asked of the kinds for which they matter. */
const QUESTIONS = withWords({
  tracker: msg`A tracker reports where it is`,
  keyless: msg`It opens without a key in the lock`,
  poweredClosure: msg`Tailgate, flap or lock work by power only`,
  emergencyKey: msg`An emergency key is in hand`,
  hookUp: msg`It has a hook-up and a charger of its own`,
  solarPanel: msg`It has a solar panel`,
  plugIn: msg`It is a plug-in, and stands on the mains`,
} as const satisfies Partial<Record<keyof VehicleFacts, string>>);

/** Everything off, and what there is to know before anybody takes a clamp off. */
export function StepOff({ draft, problem, change }: StepProps) {
  const kind = VEHICLE_KINDS[draft.kind];
  const { facts } = draft;
  const set = (patch: Partial<VehicleFacts>) => change({ facts: { ...facts, ...patch } });
  const asks = (fact: keyof VehicleFacts) => kind.asks.includes(fact);
  const asked = { facts, asks, set, problem };
  const all = kind.leftOn.every((one) => draft.allOff.includes(one));
  return (
    <div className={shared.columns}>
      <section className={shared.part}>
        <h2>{t`Everything off`}</h2>
        <div className={styles.checks}>
          {kind.leftOn.map((one) => (
            <label key={one}>
              <input
                type="checkbox"
                checked={draft.allOff.includes(one)}
                onChange={(event) =>
                  change({
                    allOff: event.target.checked
                      ? [...draft.allOff, one]
                      : draft.allOff.filter((other) => other !== one),
                  })
                }
              />
              <span>{one}</span>
            </label>
          ))}
          <Button
            disabled={all}
            onClick={() => change({ allOff: [...kind.leftOn] })}
          >{t`All of these are off`}</Button>
        </div>
        {draft.kind === 'hybrid' ? (
          <Caution>{t`The traction pack is not yours: it belongs to the maker and licensed staff. Some makers ask for a drive now and then to keep it alive; ask the owner, and note the day.`}</Caution>
        ) : null}
        <EngineFacts {...asked} />
      </section>
      <section className={shared.part}>
        <h2>{t`Before a clamp comes off`}</h2>
        <Leads {...asked} />
        <div className={shared.questions}>
          {(Object.keys(QUESTIONS) as (keyof typeof QUESTIONS)[])
            .filter((fact) => asks(fact) && (fact !== 'emergencyKey' || facts.poweredClosure))
            .map((fact) => (
              <YesNo
                key={fact}
                label={QUESTIONS[fact]}
                name={fact}
                value={facts[fact]}
                onChange={(value) => set({ [fact]: value })}
              />
            ))}
        </div>
        {asks('solarPanel') && facts.solarPanel ? <Panel {...asked} /> : null}
        {asks('tellWho') && (facts.tracker || facts.alarm !== 'none') ? (
          <TextField
            label={t`Who must be told when it goes silent`}
            path="facts.tellWho"
            problem={problem('facts.tellWho')}
            most={80}
            placeholder={t`tracker or alarm company`}
            value={facts.tellWho}
            onChange={(value) => set({ tellWho: value })}
          />
        ) : null}
      </section>
    </div>
  );
}

/** What the parts of this step are given. */
interface Asked {
  readonly facts: VehicleFacts;
  readonly asks: (fact: keyof VehicleFacts) => boolean;
  readonly set: (patch: Partial<VehicleFacts>) => void;
  readonly problem: StepProps['problem'];
}

/** What its starter has to turn: from it follows how sure a start is in the cold. */
function EngineFacts({ facts, asks, set, problem }: Asked) {
  if (!asks('displacementCc')) return null;
  return (
    <>
      <Choice
        label={t`Engine`}
        name="fuel"
        value={facts.fuel ?? 'unknown'}
        options={[
          { value: 'petrol', label: t`Petrol` },
          { value: 'diesel', label: t`Diesel` },
          { value: 'unknown', label: t`Not known` },
        ]}
        onChange={(fuel) => set({ fuel: fuel === 'unknown' ? null : fuel })}
      />
      <NumberField
        label={t`Displacement, cm³`}
        path="facts.displacementCc"
        problem={problem('facts.displacementCc')}
        hint={t`1.6 litres are 1600; what is not known is taken from its battery.`}
        placeholder={t`if known`}
        value={facts.displacementCc}
        onChange={(displacementCc) => set({ displacementCc })}
      />
    </>
  );
}

/** Which post is the body's, what stands in its lead, and what goes silent with it. */
function Leads({ facts, asks, set, problem }: Asked) {
  return (
    <>
      {asks('earth') ? (
        <Choice
          label={t`Post connected to the body`}
          name="earth"
          value={facts.earth}
          options={[
            { value: 'negative', label: t`Negative, as usual` },
            { value: 'positive', label: t`Positive, an old one` },
          ]}
          onChange={(earth) => set({ earth })}
        />
      ) : null}
      {asks('isolator') ? (
        <Choice
          label={t`Isolator in the earthed lead`}
          name="isolator"
          value={facts.isolator}
          options={[
            { value: 'none', label: t`None` },
            { value: 'knob', label: t`A knob` },
            { value: 'key', label: t`A key switch` },
            { value: 'remote', label: t`Remote` },
          ]}
          onChange={(isolator) => set({ isolator })}
        />
      ) : null}
      {asks('isolator') && facts.isolator !== 'none' ? (
        <div className={shared.row}>
          {facts.isolator === 'remote' ? (
            <NumberField
              label={t`It draws, mA`}
              path="facts.isolatorMa"
              problem={problem('facts.isolatorMa')}
              hint={t`It drops out at about 11 V, and draws all the time.`}
              placeholder="5"
              value={facts.isolatorMa}
              onChange={(isolatorMa) => set({ isolatorMa })}
            />
          ) : null}
          <NumberField
            label={t`It may carry, A`}
            path="facts.isolatorAmps"
            problem={problem('facts.isolatorAmps')}
            hint={t`While the engine is cranked.`}
            placeholder={t`if given`}
            value={facts.isolatorAmps}
            onChange={(isolatorAmps) => set({ isolatorAmps })}
          />
        </div>
      ) : null}
      {asks('alarm') ? (
        <Choice
          label={t`Alarm`}
          name="alarm"
          value={facts.alarm}
          options={[
            { value: 'none', label: t`None` },
            { value: 'may-sleep', label: t`May be off` },
            { value: 'must-live', label: t`Must stay live` },
          ]}
          onChange={(alarm) => set({ alarm })}
        />
      ) : null}
      {asks('radioCode') ? (
        <Choice
          label={t`Radio code`}
          name="radioCode"
          value={facts.radioCode}
          options={[
            { value: 'none', label: t`Needs none` },
            { value: 'in-hand', label: t`In hand` },
            { value: 'missing', label: t`Missing` },
          ]}
          onChange={(radioCode) => set({ radioCode })}
        />
      ) : null}
    </>
  );
}

/** What its solar panel can give. */
function Panel({ facts, set, problem }: Asked) {
  return (
    <>
      <Choice
        label={t`How its panel is mounted`}
        name="panelMount"
        value={facts.panelMount}
        options={[
          { value: 'flat', label: t`Flat on the roof` },
          { value: 'steep', label: t`Steep, to the noon sun` },
        ]}
        onChange={(panelMount) => set({ panelMount })}
      />
      <Choice
        label={t`Shade on it in winter`}
        name="panelShade"
        value={facts.panelShade}
        options={[
          { value: 'open', label: t`None` },
          { value: 'some', label: t`Some` },
          { value: 'much', label: t`Much` },
        ]}
        onChange={(panelShade) => set({ panelShade })}
      />
      <NumberField
        label={t`Watts of its panel`}
        path="facts.panelWatts"
        problem={problem('facts.panelWatts')}
        placeholder="100"
        value={facts.panelWatts}
        onChange={(panelWatts) => set({ panelWatts })}
      />
    </>
  );
}
