import { z } from 'zod';
import { rule } from './rule';

/** The rules of reading. */
export const READING_RULES = {
  restHours: rule({
    schema: z.number().min(1).max(72),
    standard: 4,
    group: 'reading',
    label: 'Rest before a reading counts',
    unit: 'h',
    why: 'After four hours most of the surface charge is gone and a round still fits into the day. What is left of it widens the stated range; it is never ignored.',
    schools: [
      { value: 4, label: '4 h', reason: 'Read on the day of the charge; the range is wide.' },
      {
        value: 12,
        label: '12 h',
        reason: 'Overnight. Hardly any surface charge is left on lead-acid.',
      },
      {
        value: 24,
        label: '24 h',
        reason: 'What the published open-circuit table assumes. The narrowest range.',
      },
    ],
  }),
  readingDays: rule({
    schema: z.int().min(1).max(120),
    standard: 30,
    group: 'reading',
    label: 'Most days between two readings',
    unit: 'days',
    why: 'The forecast asks earlier where a battery falls fast. Thirty days is the longest that nobody should go without looking, since something may have been left on.',
    schools: [
      { value: 14, label: '2 weeks', reason: 'Finds a new drain early; twice the walking.' },
      { value: 21, label: '3 weeks', reason: 'A middle way.' },
      { value: 28, label: '4 weeks', reason: 'The monthly habit, kept on the same weekday.' },
      { value: 30, label: '30 days', reason: 'By forecast, at most a month.' },
    ],
  }),
  /** 1: in each round. */
  lampDays: rule({
    schema: z.int().min(1).max(60),
    standard: 1,
    group: 'reading',
    label: 'Lamp of a maintainer',
    unit: 'days',
    why: 'A look costs seconds where you walk past anyway, and a lead knocked off goes unnoticed for as long as nobody looks.',
    schools: [
      { value: 1, label: 'Each round', reason: 'Whenever you walk past.' },
      { value: 7, label: 'Weekly', reason: 'Where the hall is out of the way.' },
      { value: 14, label: 'Two weeks', reason: 'With maintainers that report by themselves.' },
    ],
  }),
  /** How long, and from what charge, a battery may be left alone. */
  leaveAlone: rule({
    schema: z.enum(['by-forecast', 'four-weeks', 'two-weeks']),
    standard: 'by-forecast',
    group: 'reading',
    label: 'Leaving a battery alone',
    unit: '',
    why: 'The forecast knows draw, age and cold, so it may say how long is safe. The cautious school leaves nothing alone that is not full.',
    schools: [
      { value: 'by-forecast', label: 'By forecast', reason: 'As long as it holds by its record.' },
      {
        value: 'four-weeks',
        label: 'Full, four weeks',
        reason: 'Only from about 12.8 V, and four weeks at most; else it is read each round.',
      },
      {
        value: 'two-weeks',
        label: 'Full, two weeks',
        reason: 'The same, with two weeks at most.',
      },
    ],
  }),
  /** From this age, or where nobody knows, a battery counts as old. */
  oldYears: rule({
    schema: z.int().min(2).max(10),
    standard: 5,
    group: 'reading',
    label: 'Old from',
    unit: 'years',
    why: 'Three to five years is a usual life, six with care: at five a battery may fail within the season. An unknown age counts as old.',
    schools: [
      { value: 3, label: '3 years', reason: 'Hard use, heat, cheap leisure batteries.' },
      { value: 5, label: '5 years', reason: 'The end of a usual life.' },
      { value: 6, label: '6 years', reason: 'For batteries known to be looked after.' },
    ],
  }),
  oldReadingDays: rule({
    schema: z.int().min(1).max(120),
    standard: 21,
    group: 'reading',
    label: 'Most days between readings of an old one',
    unit: 'days',
    why: 'An old battery fails faster than it warns. Three weeks find it before the line does.',
    schools: [
      { value: 7, label: 'Weekly', reason: 'For the last season of a doubtful one.' },
      { value: 14, label: '2 weeks', reason: 'Cautious.' },
      { value: 21, label: '3 weeks', reason: 'A round or two more than the young ones.' },
      { value: 30, label: 'Like the others', reason: 'Age makes no difference.' },
    ],
  }),
};
