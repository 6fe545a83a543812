import { msg, withWords } from '../../language';
import { z } from 'zod';
import { rule } from './rule';

/** The rules of parasitic draw. */
export const DRAW_RULES = withWords({
  drawLimitMa: rule({
    schema: z.number().min(5).max(500),
    standard: 50,
    group: 'draw',
    label: msg`Draw that passes`,
    unit: 'mA',
    why: msg`Fifty milliamps take two percent a day from a 60 Ah battery: more than that is a fault or needs a plan.`,
    schools: [
      { value: 50, label: '50 mA', reason: msg`The usual limit, settled.` },
      { value: 100, label: '100 mA', reason: msg`Lenient: for vehicles full of control units.` },
    ],
  }),
  /** The same for motorcycles, quads and mowers. */
  smallDrawLimitMa: rule({
    schema: z.number().min(0.5).max(50),
    standard: 5,
    group: 'draw',
    label: msg`The same for motorcycle, quad, mower`,
    unit: 'mA',
    why: msg`A small battery has a fifth of the capacity: what a car does not notice empties it in weeks.`,
    schools: [
      { value: 2, label: '2 mA', reason: msg`A clock, and nothing else.` },
      { value: 5, label: '5 mA', reason: msg`A clock and an alarm asleep.` },
      { value: 10, label: '10 mA', reason: msg`With a tracker.` },
    ],
  }),
  drawTest: rule({
    schema: z.enum(['always', 'at-lay-up', 'in-doubt']),
    standard: 'always',
    group: 'draw',
    label: msg`When the draw is measured`,
    unit: '',
    why: msg`Without it the usual draw of such a vehicle is assumed, and that may be wrong by a factor of three.`,
    schools: [
      {
        value: 'always',
        label: msg`At lay-up and in doubt`,
        reason: msg`At lay-up, after a battery is replaced, and whenever a loss exceeds what is explained.`,
      },
      { value: 'at-lay-up', label: msg`At lay-up`, reason: msg`And after a battery is replaced.` },
      {
        value: 'in-doubt',
        label: msg`In doubt only`,
        reason: msg`When a loss exceeds what is explained.`,
      },
    ],
  }),
});
