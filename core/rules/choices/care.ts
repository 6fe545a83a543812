import { t, msg, withWords } from '../../language';
import { z } from 'zod';
import { rule } from './rule';

const interval = z
  .int()
  .min(7, { error: () => t`at least a week` })
  .max(365, { error: () => t`at most a year` });

/** The rules of levels and cleaning. */
export const CARE_RULES = withWords({
  levelsMaintainedDays: rule({
    schema: interval,
    standard: 60,
    group: 'care',
    label: msg`Levels on a maintainer, every`,
    unit: msg`days`,
    why: msg`A maintainer gases a little all the time. Two months use about as much water as shows.`,
    schools: [
      { value: 30, label: msg`30 days`, reason: msg`Old constant chargers.` },
      { value: 60, label: msg`60 days`, reason: msg`Electronic maintainers.` },
      { value: 182, label: msg`Half a year`, reason: msg`Low-water batteries.` },
    ],
  }),
  /** null: at lay-up and hand-back. */
  levelsDays: rule({
    schema: interval.nullable(),
    standard: null,
    group: 'care',
    label: msg`Levels of the others`,
    unit: msg`days`,
    why: msg`A battery that only rests uses no water: at lay-up and hand-back is enough.`,
    schools: [
      { value: null, label: msg`Lay-up and hand-back`, reason: msg`What rests uses no water.` },
      {
        value: 30,
        label: msg`Monthly`,
        reason: msg`Old advice, from the time of antimony plates.`,
      },
      { value: 182, label: msg`Half-yearly`, reason: msg`For long stays.` },
      { value: 365, label: msg`Yearly`, reason: msg`For those that stay on.` },
    ],
  }),
  /** null: at lay-up and hand-back. */
  terminalsDays: rule({
    schema: interval.nullable(),
    standard: null,
    group: 'care',
    label: msg`Terminals cleaned`,
    unit: msg`days`,
    why: msg`Bright and protected at lay-up, they stay so. Where growth comes back, the battery gasses or a post leaks.`,
    schools: [
      { value: null, label: msg`Lay-up and hand-back`, reason: msg`And when growth was seen.` },
      { value: 30, label: msg`Monthly`, reason: msg`Where growth comes back.` },
    ],
  }),
  wholeCleanYears: rule({
    schema: z.int().min(1).max(5),
    standard: 3,
    group: 'care',
    label: msg`Whole battery out for cleaning, every`,
    unit: msg`years`,
    why: msg`The first time, then now and again: acid under a battery eats the tray unseen.`,
    schools: [
      { value: 2, label: msg`2 years`, reason: msg`Damp places, old trays.` },
      { value: 3, label: msg`3 years`, reason: msg`Dry storage.` },
    ],
  }),
  cleaner: rule({
    schema: z.enum(['bicarbonate', 'cola-then-rinse']),
    standard: 'bicarbonate',
    group: 'care',
    label: msg`What loosens growth`,
    unit: '',
    why: msg`Bicarbonate neutralises acid, and its fizz shows when it is done. Cola is itself an acid.`,
    schools: [
      {
        value: 'bicarbonate',
        label: msg`Bicarbonate of soda`,
        reason: msg`Neutralises, and shows it.`,
      },
      {
        value: 'cola-then-rinse',
        label: msg`Cola, then bicarbonate`,
        reason: msg`Loosens hard growth; must be rinsed and neutralised after.`,
      },
    ],
  }),
});
