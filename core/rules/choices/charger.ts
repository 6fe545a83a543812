import { z } from 'zod';
import { rule } from './rule';

/** The rules of the work at the charger. */
export const CHARGER_RULES = {
  floatVolts: rule({
    schema: z.number().min(13.2).max(13.8),
    standard: 13.5,
    group: 'charger',
    label: 'Float of lead-acid, 12 V at 25 °C',
    unit: 'V',
    why: 'High enough to hold full, low enough not to gas. Colder needs more, warmer less. The maker’s figure wins.',
    schools: [
      { value: 13.3, label: '13.30 V', reason: 'Gentle on AGM and gel.' },
      { value: 13.5, label: '13.50 V', reason: 'Usual, ±0.2 V.' },
      { value: 13.7, label: '13.70 V', reason: 'Cold halls, flooded.' },
    ],
  }),
  negativeClamp: rule({
    schema: z.enum(['body', 'post-when-out']),
    standard: 'body',
    group: 'charger',
    label: 'Negative clamp of a charger',
    unit: '',
    why: 'The last contact may spark, and gas stands over the battery: so it is made on the body, away from it. On the bench there is no body.',
    schools: [
      {
        value: 'body',
        label: 'Bare metal, always',
        reason: 'Body or engine, or the maker’s point; on the bench the last contact at the wall.',
      },
      {
        value: 'post-when-out',
        label: 'Post, out of the vehicle',
        reason: 'Accepted on the bench, with the charger off at the mains.',
      },
    ],
  }),
  cablesOnCharge: rule({
    schema: z.enum(['on', 'off']),
    standard: 'on',
    group: 'charger',
    label: 'Vehicle cables while charging',
    unit: '',
    why: 'With the cables on, codes and settings are kept and nothing has to be undone. A sound charger does no harm to electronics.',
    schools: [
      { value: 'on', label: 'On', reason: 'Settings kept.' },
      { value: 'off', label: 'Off', reason: 'Kinder to electronics; codes are lost.' },
    ],
  }),
  capsOnCharge: rule({
    schema: z.enum(['on', 'off']),
    standard: 'on',
    group: 'charger',
    label: 'Caps while charging',
    unit: '',
    why: 'Vented caps let the gas out and keep the spray in.',
    schools: [
      { value: 'on', label: 'On', reason: 'Vented caps stay on.' },
      {
        value: 'off',
        label: 'Off',
        reason: 'Old cases with narrow vents: cover with a damp cloth.',
      },
    ],
  }),
  recondition: rule({
    schema: z.enum(['out', 'in-vehicle']),
    standard: 'out',
    group: 'charger',
    label: 'Reconditioning',
    unit: '',
    why: 'It gases hard and may pass 15 V: out of the vehicle nothing else is hurt. Flooded, and AGM where its maker allows; never gel or lithium.',
    schools: [
      { value: 'out', label: 'Out of the vehicle', reason: 'Or with both cables off.' },
      {
        value: 'in-vehicle',
        label: 'In the vehicle',
        reason: 'With an automatic programme that limits its volts.',
      },
    ],
  }),
  maintainerCycle: rule({
    schema: z.enum(['no-need', 'monthly']),
    standard: 'no-need',
    group: 'charger',
    label: 'Letting a maintained battery down and up',
    unit: '',
    why: 'Electronic maintainers pulse or rest by themselves: there is no need.',
    schools: [
      { value: 'no-need', label: 'No need', reason: 'Left on through the season.' },
      {
        value: 'monthly',
        label: 'Once a month',
        reason: 'Mains off from one round to the next, then on again; the lamp shows it recover.',
      },
    ],
  }),
  /** Share of the sun's light that reaches the ground in the dark months, percent. */
  clearSkyPct: rule({
    schema: z.number().min(10, 'at least a tenth').max(75, 'no sky lets more through'),
    standard: 30,
    group: 'charger',
    label: 'Light that reaches the ground in winter',
    unit: '%',
    why: 'Of what the sun sends above the clouds. Winter is where panels fail: short days, a low sun, and cloud.',
    schools: [
      { value: 22, label: '22 %', reason: 'An overcast coast or valley.' },
      { value: 30, label: '30 %', reason: 'A usual winter.' },
      { value: 45, label: '45 %', reason: 'High and dry.' },
    ],
  }),
  /** Hour at which the attendant goes home. */
  shiftEndHour: rule({
    schema: z.int().min(10).max(23),
    standard: 17,
    group: 'charger',
    label: 'End of the working day',
    unit: 'o’clock',
    why: 'A manual charger is not left alone: what is not done by then does not begin on one.',
    schools: [
      { value: 13, label: '13:00', reason: 'Mornings only.' },
      { value: 17, label: '17:00', reason: 'A usual day.' },
      { value: 20, label: '20:00', reason: 'Somebody is about in the evening.' },
    ],
  }),
};
