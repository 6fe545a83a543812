import { z } from 'zod';
import { CHEMISTRIES, CHEMISTRY_IDS, type ChemistryId } from '../battery/chemistries';
import { BatteryDetails, TERMINAL_WORDS, usualDetails } from '../battery/details';
import { STANDARD_WORDS } from '../battery/ratings';
import { BATTERY_ROLES, ROLE_WORDS } from '../battery/roles';
import { Line } from '../text';
import { choice, factsOf, figure, labelsOf, line, yesNo } from './fact';

export const BatterySheet = z.strictObject({
  mark: Line(1, 12),
  role: z.enum(BATTERY_ROLES),
  place: Line(0, 80),
  chemistry: z.enum(CHEMISTRY_IDS),
  nominalVolts: z.number().min(2, 'at least one cell: 2 V').max(96, 'at most 96 V'),
  capacityAh: z
    .number({ error: 'give the capacity at the 20 h rate, as written on the case' })
    .min(0.5, 'at least 0.5 Ah')
    .max(2000, 'at most 2000 Ah'),
  fittedYear: z.int().min(1950, 'not before 1950').max(2100).nullable(),
  ...BatteryDetails.shape,
});
export type BatterySheet = z.infer<typeof BatterySheet>;

/** What stands on a battery's case, and how it is reached. */
export const BATTERY_FACTS = factsOf('the battery', BatterySheet, {
  mark: line('Mark'),
  role: choice('Role', ROLE_WORDS),
  place: line('Where it sits'),
  chemistry: {
    ...choice(
      'Chemistry',
      labelsOf(CHEMISTRIES, ({ label }) => label),
    ),
    // Whether its caps open goes with what it is, until somebody looks.
    also: (chemistry: ChemistryId) => ({ capsOpen: usualDetails(chemistry).capsOpen }),
  },
  nominalVolts: figure('Volts', 'V'),
  capacityAh: figure('Capacity', 'Ah'),
  fittedYear: figure('Fitted, year'),
  fittedMonth: figure('Fitted, month of the year'),
  capsOpen: yesNo('Caps open'),
  coldCrankingAmps: figure('Cold cranking', 'A'),
  crankingStandard: choice('Cranking amps by', STANDARD_WORDS),
  caseSize: line('Size of the case'),
  terminals: choice('Terminals', TERMINAL_WORDS),
  tools: line('Tools'),
  access: line('What comes off first'),
  eye: yesNo('Indicator eye'),
  ventTube: yesNo('Vent tube'),
  chargeLead: yesNo('Charging lead fitted'),
  outletMetres: figure('To the next outlet', 'm'),
  makerAbsorptionVolts: figure('Maker’s absorption', 'V'),
  makerFloatVolts: figure('Maker’s float', 'V'),
  makerMaxAmps: figure('Maker’s greatest current', 'A'),
  makerLeastCelsius: figure('Maker’s coldest to charge', '°C'),
});

/** Which of its facts are worth a line for a battery as it is. */
export const batteryFactsShown = (sheet: BatterySheet): readonly (keyof BatterySheet)[] =>
  (Object.keys(BATTERY_FACTS.facts) as (keyof BatterySheet)[]).filter(
    (name) => name !== 'crankingStandard' || sheet.coldCrankingAmps !== null,
  );
