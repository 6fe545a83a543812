import { z } from 'zod';
import { rule } from './rule';

const interval = z.int().min(7, 'at least a week').max(365, 'at most a year');

/** The rules of levels and cleaning. */
export const CARE_RULES = {
  levelsMaintainedDays: rule({
    schema: interval,
    standard: 60,
    group: 'care',
    label: 'Levels on a maintainer, every',
    unit: 'days',
    why: 'A maintainer gases a little all the time. Two months use about as much water as shows.',
    schools: [
      { value: 30, label: '30 days', reason: 'Old constant chargers.' },
      { value: 60, label: '60 days', reason: 'Electronic maintainers.' },
      { value: 182, label: 'Half a year', reason: 'Low-water batteries.' },
    ],
  }),
  /** null: at lay-up and hand-back. */
  levelsDays: rule({
    schema: interval.nullable(),
    standard: null,
    group: 'care',
    label: 'Levels of the others',
    unit: 'days',
    why: 'A battery that only rests uses no water: at lay-up and hand-back is enough.',
    schools: [
      { value: null, label: 'Lay-up and hand-back', reason: 'What rests uses no water.' },
      { value: 30, label: 'Monthly', reason: 'Old advice, from the time of antimony plates.' },
      { value: 182, label: 'Half-yearly', reason: 'For long stays.' },
      { value: 365, label: 'Yearly', reason: 'For those that stay on.' },
    ],
  }),
  /** null: at lay-up and hand-back. */
  terminalsDays: rule({
    schema: interval.nullable(),
    standard: null,
    group: 'care',
    label: 'Terminals cleaned',
    unit: 'days',
    why: 'Bright and protected at lay-up, they stay so. Where growth comes back, the battery gasses or a post leaks.',
    schools: [
      { value: null, label: 'Lay-up and hand-back', reason: 'And when growth was seen.' },
      { value: 30, label: 'Monthly', reason: 'Where growth comes back.' },
    ],
  }),
  wholeCleanYears: rule({
    schema: z.int().min(1).max(5),
    standard: 3,
    group: 'care',
    label: 'Whole battery out for cleaning, every',
    unit: 'years',
    why: 'The first time, then now and again: acid under a battery eats the tray unseen.',
    schools: [
      { value: 2, label: '2 years', reason: 'Damp places, old trays.' },
      { value: 3, label: '3 years', reason: 'Dry storage.' },
    ],
  }),
  cleaner: rule({
    schema: z.enum(['bicarbonate', 'cola-then-rinse']),
    standard: 'bicarbonate',
    group: 'care',
    label: 'What loosens growth',
    unit: '',
    why: 'Bicarbonate neutralises acid, and its fizz shows when it is done. Cola is itself an acid.',
    schools: [
      { value: 'bicarbonate', label: 'Bicarbonate of soda', reason: 'Neutralises, and shows it.' },
      {
        value: 'cola-then-rinse',
        label: 'Cola, then bicarbonate',
        reason: 'Loosens hard growth; must be rinsed and neutralised after.',
      },
    ],
  }),
};
