'use client';

import { t, msg, withWords } from '../../core/language';
import { useMemo, useState } from 'react';
import { v4 as uuid } from 'uuid';
import { CHEMISTRIES, CHEMISTRY_IDS, type ChemistryId } from '../../core/battery/chemistries';
import { usualDetails } from '../../core/battery/usual-details';
import {
  CRANKING_STANDARDS,
  STANDARD_WORDS,
  type CrankingStandard,
} from '../../core/battery/ratings';
import { partsOf } from '../../core/day';
import { replacingOf } from '../../core/hand-back/consent';
import { doubtsOfFit } from '../../core/hand-back/fits';
import { call } from '../http/client';
import type { BatteryDto } from '../site/dto';
import { Caution } from '../ui/caution';
import { SelectField } from '../ui/chooser';
import { TextField } from '../ui/field';
import { Problem } from '../ui/problem';
import { WENT_WORDS, WENTS, type Went } from './went';
import { recordOf } from './record-of';
import type { VehicleData } from './vehicle-data';
import styles from './new-battery.module.css';
import shared from './vehicle.module.css';
import { CheckboxGroup } from '../ui/controls/checkbox';
import { Button } from '../ui/button';

/** What is looked at by whoever holds the new one, before it goes in. */
const LOOKED_AT = withWords([
  msg`It fits: case, posts the right way round, hold-down, vent`,
  msg`Level and volts looked at: as it came, a new one may be flat`,
  msg`Charged slowly until its lamp said full, before it goes in`,
] as const);

const numberOf = (text: string) =>
  text.trim() === '' ? null : Number(text.trim().replace(',', '.'));

/** What is typed of a new battery, as it is typed. */
interface Typed {
  readonly chemistry: ChemistryId | null;
  readonly capacity: string;
  readonly amps: string;
  readonly standard: CrankingStandard;
  readonly year: string;
}

/** What is written on its own case: never copied from another. */
function RatedFields({
  typed: { chemistry, capacity, amps, standard, year },
  role,
  onType,
}: {
  typed: Typed;
  role: BatteryDto['state']['role'];
  onType: (typed: Partial<Typed>) => void;
}) {
  return (
    <div className={shared.fields}>
      <SelectField
        label={t`Chemistry`}
        value={chemistry}
        placeholder={t`on its case`}
        options={CHEMISTRY_IDS.map((one) => ({ value: one, label: CHEMISTRIES[one].label }))}
        onChange={(value) => onType({ chemistry: value })}
      />
      <TextField
        label={t`Capacity, Ah`}
        inputMode="decimal"
        value={capacity}
        onChange={(event) => onType({ capacity: event.target.value })}
      />
      {role === 'starter' ? (
        <TextField
          label={t`Cold cranking, A`}
          inputMode="numeric"
          value={amps}
          placeholder={t`if given`}
          onChange={(event) => onType({ amps: event.target.value })}
        />
      ) : null}
      {numberOf(amps) === null ? null : (
        <SelectField
          label={t`Rated by`}
          value={standard}
          options={CRANKING_STANDARDS.map((one) => ({ value: one, label: STANDARD_WORDS[one] }))}
          onChange={(value) => onType({ standard: value })}
        />
      )}
      <TextField
        label={t`Made or fitted, year`}
        inputMode="numeric"
        value={year}
        placeholder={t`unknown`}
        onChange={(event) => onType({ year: event.target.value })}
      />
    </div>
  );
}

/** A new one in the place of `like`: the place is the same, what it is stands on its own case. */
function freshOf({ chemistry, capacity, amps, standard, year }: Typed, like: BatteryDto) {
  if (!chemistry) return null;
  const { caseSize, terminals, tools, access, ventTube, chargeLead, outletMetres } = like.details;
  return {
    chemistry,
    nominalVolts: like.facts.nominalVolts,
    capacityAh: numberOf(capacity) ?? NaN,
    fittedYear: numberOf(year),
    details: {
      ...usualDetails(chemistry),
      ...{ caseSize, terminals, tools, access, ventTube, chargeLead, outletMetres },
      coldCrankingAmps: numberOf(amps),
      crankingStandard: standard,
    },
  };
}

/**
 * A battery that comes to a vehicle: its own rated facts are asked; held against the one whose place
 * it takes, and against what was agreed with the owner.
 */
export function NewBatteryForm({
  data,
  replaces,
  onDone,
  onLeave,
}: {
  data: VehicleData;
  /** null: the second of a swap pair, for the bench. */
  replaces: BatteryDto | null;
  onDone: (text: string) => void;
  onLeave: () => void;
}) {
  const like = replaces ?? data.batteries[0]!;
  const { role, place } = like.state;
  const [id] = useState(() => uuid());
  const [typed, setTyped] = useState<Typed>({
    ...{ chemistry: null, capacity: '', amps: '', standard: 'sae' },
    year: String(partsOf(data.today).year),
  });
  const [looked, setLooked] = useState<readonly string[]>([]);
  const [went, setWent] = useState<Went>('recycled');
  const [despite, setDespite] = useState('');
  const [problem, setProblem] = useState<string | null>(null);
  const consent = useMemo(
    () => replaces && replacingOf(recordOf(data, replaces), data.terms).consent,
    [data, replaces],
  );
  const fresh = freshOf(typed, like);
  const doubts =
    replaces && fresh?.capacityAh
      ? doubtsOfFit({ ...replaces.facts, details: replaces.details }, fresh, role)
      : [];
  const against = [...(consent && !consent.may ? [consent.say] : []), ...doubts];
  const send = async () => {
    if (!fresh) return setProblem(t`Chemistry: what stands on its case?`);
    if (replaces && looked.length < LOOKED_AT.length) {
      return setProblem(t`First look at what is not ticked yet: it is easier before it is in.`);
    }
    const reply = await call('POST /api/batteries', {
      body: {
        vehicleId: data.vehicle.id,
        replaces: replaces?.id ?? null,
        onBench: replaces === null,
        ...(replaces ? { went, charged: true, despite: despite.trim() } : {}),
        battery: { ...fresh, id, role, place },
      },
    });
    if (!reply.ok) return setProblem(reply.reason);
    onDone(
      replaces
        ? t`The new battery is fitted in place of ${replaces.mark}: write the date on its case, and read it before you rely on it.`
        : t`The second battery stands on the bench.`,
    );
  };
  return (
    <form
      className={shared.add}
      onSubmit={(event) => {
        event.preventDefault();
        void send();
      }}
    >
      <h3>{replaces ? t`In place of ${replaces.mark}` : t`The second of a swap pair`}</h3>
      <p className={shared.quiet}>
        {replaces
          ? t`The old one: ${CHEMISTRIES[replaces.facts.chemistry].inWords}, ${replaces.facts.capacityAh} Ah. What stands on the new one’s own case:`
          : t`What stands on its own case. A new battery is checked too: level, voltage, a charge.`}
      </p>
      <RatedFields
        typed={typed}
        role={role}
        onType={(more) => setTyped((before) => ({ ...before, ...more }))}
      />
      {replaces ? (
        <>
          <CheckboxGroup
            className={styles.looked}
            options={[...LOOKED_AT]}
            value={[...looked]}
            onChange={(ticked) => setLooked(ticked)}
          />
          <SelectField
            label={t`The old one`}
            value={went}
            options={WENTS.map((one) => ({ value: one, label: WENT_WORDS[one] }))}
            onChange={setWent}
          />
        </>
      ) : null}
      {against.map((words) => (
        <Caution key={words}>{words}</Caution>
      ))}
      {against.length > 0 ? (
        <TextField
          label={t`Fitted all the same because`}
          maxLength={200}
          value={despite}
          onChange={(event) => setDespite(event.target.value)}
        />
      ) : null}
      <div className={styles.acts}>
        <Button type="primary" htmlType="submit">
          {replaces ? t`Fit it` : t`Put it on the bench`}
        </Button>
        <Button onClick={onLeave}>{t`Leave it`}</Button>
      </div>
      <Problem>{problem}</Problem>
    </form>
  );
}
