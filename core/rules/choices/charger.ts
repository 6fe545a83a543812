import { t, msg, withWords } from '../../language';
import { z } from 'zod';
import { rule } from './rule';

/** The rules of the work at the charger. */
export const CHARGER_RULES = withWords({
  floatVolts: rule({
    schema: z.number().min(13.2).max(13.8),
    standard: 13.5,
    group: 'charger',
    label: msg`Float of lead-acid, 12 V at 25 °C`,
    unit: 'V',
    why: msg`High enough to hold full, low enough not to gas. Colder needs more, warmer less. The maker’s figure wins.`,
    schools: [
      { value: 13.3, label: '13.30 V', reason: msg`Gentle on AGM and gel.` },
      { value: 13.5, label: '13.50 V', reason: msg`Usual, ±0.2 V.` },
      { value: 13.7, label: '13.70 V', reason: msg`Cold halls, flooded.` },
    ],
  }),
  negativeClamp: rule({
    schema: z.enum(['body', 'post-when-out']),
    standard: 'body',
    group: 'charger',
    label: msg`Negative clamp of a charger`,
    unit: '',
    why: msg`The last contact may spark, and gas stands over the battery: so it is made on the body, away from it. On the bench there is no body.`,
    schools: [
      {
        value: 'body',
        label: msg`Bare metal, always`,
        reason: msg`Body or engine, or the maker’s point; on the bench the last contact at the wall.`,
      },
      {
        value: 'post-when-out',
        label: msg`Post, out of the vehicle`,
        reason: msg`Accepted on the bench, with the charger off at the mains.`,
      },
    ],
  }),
  cablesOnCharge: rule({
    schema: z.enum(['on', 'off']),
    standard: 'on',
    group: 'charger',
    label: msg`Vehicle cables while charging`,
    unit: '',
    why: msg`With the cables on, codes and settings are kept and nothing has to be undone. A sound charger does no harm to electronics.`,
    schools: [
      { value: 'on', label: msg`On`, reason: msg`Settings kept.` },
      { value: 'off', label: msg`Off`, reason: msg`Kinder to electronics; codes are lost.` },
    ],
  }),
  capsOnCharge: rule({
    schema: z.enum(['on', 'off']),
    standard: 'on',
    group: 'charger',
    label: msg`Caps while charging`,
    unit: '',
    why: msg`Vented caps let the gas out and keep the spray in.`,
    schools: [
      { value: 'on', label: msg`On`, reason: msg`Vented caps stay on.` },
      {
        value: 'off',
        label: msg`Off`,
        reason: msg`Old cases with narrow vents: cover with a damp cloth.`,
      },
    ],
  }),
  recondition: rule({
    schema: z.enum(['out', 'in-vehicle']),
    standard: 'out',
    group: 'charger',
    label: msg`Reconditioning`,
    unit: '',
    why: msg`It gases hard and may pass 15 V: out of the vehicle nothing else is hurt. Flooded, and AGM where its maker allows; never gel or lithium.`,
    schools: [
      { value: 'out', label: msg`Out of the vehicle`, reason: msg`Or with both cables off.` },
      {
        value: 'in-vehicle',
        label: msg`In the vehicle`,
        reason: msg`With an automatic programme that limits its volts.`,
      },
    ],
  }),
  maintainerCycle: rule({
    schema: z.enum(['no-need', 'monthly']),
    standard: 'no-need',
    group: 'charger',
    label: msg`Letting a maintained battery down and up`,
    unit: '',
    why: msg`Electronic maintainers pulse or rest by themselves: there is no need.`,
    schools: [
      { value: 'no-need', label: msg`No need`, reason: msg`Left on through the season.` },
      {
        value: 'monthly',
        label: msg`Once a month`,
        reason: msg`Mains off from one round to the next, then on again; the lamp shows it recover.`,
      },
    ],
  }),
  /** Share of the sun's light that reaches the ground in the dark months, percent. */
  clearSkyPct: rule({
    schema: z
      .number()
      .min(10, { error: () => t`at least a tenth` })
      .max(75, { error: () => t`no sky lets more through` }),
    standard: 30,
    group: 'charger',
    label: msg`Light that reaches the ground in winter`,
    unit: '%',
    why: msg`Of what the sun sends above the clouds. Winter is where panels fail: short days, a low sun, and cloud.`,
    schools: [
      { value: 22, label: '22 %', reason: msg`An overcast coast or valley.` },
      { value: 30, label: '30 %', reason: msg`A usual winter.` },
      { value: 45, label: '45 %', reason: msg`High and dry.` },
    ],
  }),
  /** Hour at which the attendant goes home. */
  shiftEndHour: rule({
    schema: z.int().min(10).max(23),
    standard: 17,
    group: 'charger',
    label: msg`End of the working day`,
    unit: msg`o’clock`,
    why: msg`A manual charger is not left alone: what is not done by then does not begin on one.`,
    schools: [
      { value: 13, label: '13:00', reason: msg`Mornings only.` },
      { value: 17, label: '17:00', reason: msg`A usual day.` },
      { value: 20, label: '20:00', reason: msg`Somebody is about in the evening.` },
    ],
  }),
});
