import { t, msg, withWords } from '../language';
import { z } from 'zod';
import { CHEMISTRIES, CHEMISTRY_IDS, type ChemistryId } from '../battery/chemistries';
import { BatteryDetails, TERMINAL_WORDS } from '../battery/details';
import { usualDetails } from '../battery/usual-details';
import { STANDARD_WORDS } from '../battery/ratings';
import { BATTERY_ROLES, ROLE_WORDS } from '../battery/roles';
import { Line } from '../text';
import { choice, factsOf, figure, labelsOf, line, yesNo } from './fact';

export const BatterySheet = z.strictObject({
  mark: Line(1, 12),
  role: z.enum(BATTERY_ROLES),
  place: Line(0, 80),
  chemistry: z.enum(CHEMISTRY_IDS),
  nominalVolts: z
    .number()
    .min(2, { error: () => t`at least one cell: 2 V` })
    .max(96, { error: () => t`at most 96 V` }),
  capacityAh: z
    .number({ error: () => t`give the capacity at the 20 h rate, as written on the case` })
    .min(0.5, { error: () => t`at least 0.5 Ah` })
    .max(2000, { error: () => t`at most 2000 Ah` }),
  fittedYear: z
    .int()
    .min(1950, { error: () => t`not before 1950` })
    .max(2100)
    .nullable(),
  ...BatteryDetails.shape,
});
export type BatterySheet = z.infer<typeof BatterySheet>;

/** What stands on a battery's case, and how it is reached. */
export const BATTERY_FACTS = withWords(
  factsOf(msg`the battery`, BatterySheet, {
    mark: line(msg`Mark`),
    role: choice(msg`Role`, ROLE_WORDS),
    place: line(msg`Where it sits`),
    chemistry: {
      ...choice(
        msg`Chemistry`,
        labelsOf(CHEMISTRIES, ({ label }) => label),
      ),
      // Whether its caps open goes with what it is, until somebody looks.
      also: (chemistry: ChemistryId) => ({ capsOpen: usualDetails(chemistry).capsOpen }),
    },
    nominalVolts: figure(msg`Volts`, 'V'),
    capacityAh: figure(msg`Capacity`, 'Ah'),
    fittedYear: figure(msg`Fitted, year`),
    fittedMonth: figure(msg`Fitted, month of the year`),
    capsOpen: yesNo(msg`Caps open`),
    coldCrankingAmps: figure(msg`Cold cranking`, 'A'),
    crankingStandard: choice(msg`Cranking amps by`, STANDARD_WORDS),
    caseSize: line(msg`Size of the case`),
    terminals: choice(msg`Terminals`, TERMINAL_WORDS),
    tools: line(msg`Tools`),
    access: line(msg`What comes off first`),
    eye: yesNo(msg`Indicator eye`),
    ventTube: yesNo(msg`Vent tube`),
    chargeLead: yesNo(msg`Charging lead fitted`),
    outletMetres: figure(msg`To the next outlet`, 'm'),
    makerAbsorptionVolts: figure(msg`Maker’s absorption`, 'V'),
    makerFloatVolts: figure(msg`Maker’s float`, 'V'),
    makerMaxAmps: figure(msg`Maker’s greatest current`, 'A'),
    makerLeastCelsius: figure(msg`Maker’s coldest to charge`, '°C'),
  }),
);

/** Which of its facts are worth a line for a battery as it is. */
export const batteryFactsShown = (sheet: BatterySheet): readonly (keyof BatterySheet)[] =>
  (Object.keys(BATTERY_FACTS.facts) as (keyof BatterySheet)[]).filter(
    (name) => name !== 'crankingStandard' || sheet.coldCrankingAmps !== null,
  );
