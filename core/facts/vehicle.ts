import { z } from 'zod';
import { VEHICLE_KINDS, VEHICLE_KIND_IDS } from '../site/vehicle-kinds';
import { VehicleFacts } from '../stay/vehicle-facts';
import { Line } from '../text';
import { choice, factsOf, figure, labelsOf, line, yesNo } from './fact';

export const VehicleSheet = z.strictObject({
  kind: z.enum(VEHICLE_KIND_IDS),
  name: Line(1, 60),
  ...VehicleFacts.shape,
});
export type VehicleSheet = z.infer<typeof VehicleSheet>;

/** What is known of a vehicle, whatever it stands for. */
export const VEHICLE_FACTS = factsOf('the vehicle', VehicleSheet, {
  kind: choice(
    'Kind',
    labelsOf(VEHICLE_KINDS, ({ label }) => label),
  ),
  name: line('Name'),
  looked: yesNo('Looked at for these'),
  earth: choice('Post connected to the body', {
    negative: 'Negative, as usual',
    positive: 'Positive, an old one',
  }),
  alarm: choice('Alarm', {
    none: 'None',
    'may-sleep': 'May be off',
    'must-live': 'Must stay live',
  }),
  tracker: yesNo('A tracker reports where it is'),
  tellWho: line('Who must be told when it goes silent'),
  radioCode: choice('Radio code', {
    none: 'Needs none',
    'in-hand': 'In hand',
    missing: 'Missing',
  }),
  poweredClosure: yesNo('Tailgate, flap or lock work by power only'),
  emergencyKey: yesNo('An emergency key is in hand'),
  keyless: yesNo('It opens without a key in the lock'),
  hookUp: yesNo('It has a hook-up and a charger of its own'),
  solarPanel: yesNo('It has a solar panel'),
  panelWatts: figure('Watts of its panel', 'W'),
  panelMount: choice('How its panel is mounted', {
    flat: 'Flat on the roof',
    steep: 'Steep, to the noon sun',
  }),
  panelShade: choice('Shade on it in winter', { open: 'None', some: 'Some', much: 'Much' }),
  plugIn: yesNo('It is a plug-in, and stands on the mains'),
  isolator: choice('Isolator in the earthed lead', {
    none: 'None',
    knob: 'A knob',
    key: 'A key switch',
    remote: 'Remote',
  }),
  isolatorMa: figure('The isolator draws', 'mA'),
  isolatorAmps: figure('The isolator may carry', 'A'),
  displacementCc: figure('Displacement', 'cm³'),
  fuel: choice('Engine', { petrol: 'Petrol', diesel: 'Diesel' }),
});

/** Which of its facts matter for a vehicle as it is. */
export function vehicleFactsShown(sheet: VehicleSheet): readonly (keyof VehicleSheet)[] {
  const { asks } = VEHICLE_KINDS[sheet.kind];
  const needs: Partial<Record<keyof VehicleSheet, boolean>> = {
    tellWho: sheet.tracker || sheet.alarm !== 'none',
    emergencyKey: sheet.poweredClosure,
    panelWatts: sheet.solarPanel,
    panelMount: sheet.solarPanel,
    panelShade: sheet.solarPanel,
    isolatorMa: sheet.isolator === 'remote',
    isolatorAmps: sheet.isolator !== 'none',
    looked: !sheet.looked,
  };
  /** Asked with another fact, of every kind that has that one. */
  const asked = (name: keyof VehicleSheet) =>
    name === 'kind' ||
    name === 'name' ||
    name === 'looked' ||
    asks.includes(name) ||
    (name.startsWith('panel') && asks.includes('solarPanel')) ||
    (name.startsWith('isolator') && asks.includes('isolator')) ||
    (name === 'fuel' && asks.includes('displacementCc'));
  return (Object.keys(VEHICLE_FACTS.facts) as (keyof VehicleSheet)[]).filter(
    (name) => asked(name) && (needs[name] ?? true),
  );
}
