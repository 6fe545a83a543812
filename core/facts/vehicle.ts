import { msg, withWords } from '../language';
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
export const VEHICLE_FACTS = withWords(
  factsOf(msg`the vehicle`, VehicleSheet, {
    kind: choice(
      msg`Kind`,
      labelsOf(VEHICLE_KINDS, ({ label }) => label),
    ),
    name: line(msg`Name`),
    looked: yesNo(msg`Looked at for these`),
    earth: choice(msg`Post connected to the body`, {
      negative: msg`Negative, as usual`,
      positive: msg`Positive, an old one`,
    }),
    alarm: choice(msg`Alarm`, {
      none: msg`None`,
      'may-sleep': msg`May be off`,
      'must-live': msg`Must stay live`,
    }),
    tracker: yesNo(msg`A tracker reports where it is`),
    tellWho: line(msg`Who must be told when it goes silent`),
    radioCode: choice(msg`Radio code`, {
      none: msg`Needs none`,
      'in-hand': msg`In hand`,
      missing: msg`Missing`,
    }),
    poweredClosure: yesNo(msg`Tailgate, flap or lock work by power only`),
    emergencyKey: yesNo(msg`An emergency key is in hand`),
    keyless: yesNo(msg`It opens without a key in the lock`),
    hookUp: yesNo(msg`It has a hook-up and a charger of its own`),
    solarPanel: yesNo(msg`It has a solar panel`),
    panelWatts: figure(msg`Watts of its panel`, 'W'),
    panelMount: choice(msg`How its panel is mounted`, {
      flat: msg`Flat on the roof`,
      steep: msg`Steep, to the noon sun`,
    }),
    panelShade: choice(msg`Shade on it in winter`, {
      open: msg`None`,
      some: msg`Some`,
      much: msg`Much`,
    }),
    plugIn: yesNo(msg`It is a plug-in, and stands on the mains`),
    isolator: choice(msg`Isolator in the earthed lead`, {
      none: msg`None`,
      knob: msg`A knob`,
      key: msg`A key switch`,
      remote: msg`Remote`,
    }),
    isolatorMa: figure(msg`The isolator draws`, 'mA'),
    isolatorAmps: figure(msg`The isolator may carry`, 'A'),
    displacementCc: figure(msg`Displacement`, 'cm³'),
    fuel: choice(msg`Engine`, { petrol: msg`Petrol`, diesel: msg`Diesel` }),
  }),
);

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
