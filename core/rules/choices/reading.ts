import { msg, withWords } from '../../language';
import { z } from 'zod';
import { rule } from './rule';

/** The rules of reading. */
export const READING_RULES = withWords({
  restHours: rule({
    schema: z.number().min(1).max(72),
    standard: 4,
    group: 'reading',
    label: msg`Rest before a reading counts`,
    unit: 'h',
    why: msg`After four hours most of the surface charge is gone and a round still fits into the day. What is left of it widens the stated range; it is never ignored.`,
    schools: [
      { value: 4, label: '4 h', reason: msg`Read on the day of the charge; the range is wide.` },
      {
        value: 12,
        label: '12 h',
        reason: msg`Overnight. Hardly any surface charge is left on lead-acid.`,
      },
      {
        value: 24,
        label: '24 h',
        reason: msg`What the published open-circuit table assumes. The narrowest range.`,
      },
    ],
  }),
  /** When what holds is read again. */
  readBy: rule({
    schema: z.enum(['need', 'calendar']),
    standard: 'need',
    group: 'reading',
    label: msg`Read again`,
    unit: '',
    why: msg`A month without a look is as long as something may be left on. With the negative off nothing can be: what has been read twice since it was laid up, and has lost what a sound one loses, may wait twice as long. Its forecast still asks earlier where it falls.`,
    schools: [
      {
        value: 'need',
        label: msg`by need`,
        reason: msg`Default. The days below; twice that where the negative is off, its readings are sound, and it has a day of collection.`,
      },
      {
        value: 'calendar',
        label: msg`by the calendar`,
        reason: msg`Each after the days below, whatever it is.`,
      },
    ],
  }),
  readingDays: rule({
    schema: z.int().min(1).max(120),
    standard: 30,
    group: 'reading',
    label: msg`Most days between two readings`,
    unit: msg`days`,
    why: msg`The forecast asks earlier where a battery falls fast. Thirty days is the longest that nobody should go without looking, since something may have been left on.`,
    schools: [
      { value: 14, label: msg`2 weeks`, reason: msg`Finds a new drain early; twice the walking.` },
      { value: 21, label: msg`3 weeks`, reason: msg`A middle way.` },
      { value: 28, label: msg`4 weeks`, reason: msg`The monthly habit, kept on the same weekday.` },
      { value: 30, label: msg`30 days`, reason: msg`By forecast, at most a month.` },
    ],
  }),
  /** 1: in each round. */
  lampDays: rule({
    schema: z.int().min(1).max(60),
    standard: 7,
    group: 'reading',
    label: msg`Lamp of a maintainer`,
    unit: msg`days`,
    why: msg`A lead that was knocked off goes unnoticed for as long as nobody looks. What hangs full holds for weeks without it: a week costs a few percent, and a look where you would not walk past costs minutes.`,
    schools: [
      { value: 1, label: msg`Each round`, reason: msg`Whatever hangs must be full on any day.` },
      {
        value: 7,
        label: msg`Weekly`,
        reason: msg`Default. Within a week it loses a few percent.`,
      },
      {
        value: 14,
        label: msg`Two weeks`,
        reason: msg`With maintainers that report by themselves.`,
      },
    ],
  }),
  /** How long, and from what charge, a battery may be left alone. */
  leaveAlone: rule({
    schema: z.enum(['by-forecast', 'four-weeks', 'two-weeks']),
    standard: 'by-forecast',
    group: 'reading',
    label: msg`Leaving a battery alone`,
    unit: '',
    why: msg`The forecast knows draw, age and cold, so it may say how long is safe. The cautious school leaves nothing alone that is not full.`,
    schools: [
      {
        value: 'by-forecast',
        label: msg`By forecast`,
        reason: msg`As long as it holds by its record.`,
      },
      {
        value: 'four-weeks',
        label: msg`Full, four weeks`,
        reason: msg`Only from about 12.8 V, and four weeks at most; else it is read each round.`,
      },
      {
        value: 'two-weeks',
        label: msg`Full, two weeks`,
        reason: msg`The same, with two weeks at most.`,
      },
    ],
  }),
  /** From this age, or where nobody knows, a battery counts as old. */
  oldYears: rule({
    schema: z.int().min(2).max(10),
    standard: 5,
    group: 'reading',
    label: msg`Old from`,
    unit: msg`years`,
    why: msg`Three to five years is a usual life, six with care: at five a battery may fail within the season. An unknown age counts as old.`,
    schools: [
      { value: 3, label: msg`3 years`, reason: msg`Hard use, heat, cheap leisure batteries.` },
      { value: 5, label: msg`5 years`, reason: msg`The end of a usual life.` },
      { value: 6, label: msg`6 years`, reason: msg`For batteries known to be looked after.` },
    ],
  }),
  oldReadingDays: rule({
    schema: z.int().min(1).max(120),
    standard: 30,
    group: 'reading',
    label: msg`Most days between readings of an old one`,
    unit: msg`days`,
    why: msg`An old battery fails faster than it warns. What its readings show is forecast from, like any other’s; whoever trusts that less reads it oftener.`,
    schools: [
      { value: 7, label: msg`Weekly`, reason: msg`For the last season of a doubtful one.` },
      { value: 14, label: msg`2 weeks`, reason: msg`Cautious.` },
      {
        value: 21,
        label: msg`3 weeks`,
        reason: msg`A round or two more than the young ones; in played seasons it found no more.`,
      },
      { value: 30, label: msg`Like the others`, reason: msg`Age makes no difference.` },
    ],
  }),
});
