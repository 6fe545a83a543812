import { t, msg, withWords } from '../../language';
import { z } from 'zod';
import { rule } from './rule';

/** The rules of keeping batteries charged. */
export const CHARGING_RULES = withWords({
  /** The longest that a round may take. */
  roundMinutes: rule({
    schema: z
      .int()
      .min(15, { error: () => t`at least a quarter of an hour` })
      .max(720, { error: () => t`at most twelve hours` }),
    standard: 240,
    group: 'charging',
    label: msg`A round takes at most`,
    unit: msg`min`,
    why: msg`Four hours of walking and kneeling are enough for one day. What does not fit into a round is planned into another.`,
    schools: [
      { value: 90, label: '1 h 30', reason: msg`Besides other work.` },
      { value: 240, label: '4 h', reason: msg`Default: half a day.` },
      { value: 420, label: '7 h', reason: msg`A whole working day.` },
    ],
  }),
  /** Chance that is accepted in the season's plan that a battery falls under its line, percent. */
  planRiskPct: rule({
    schema: z.number().min(1).max(50),
    standard: 10,
    group: 'charging',
    label: msg`Accepted in the season’s plan`,
    unit: '%',
    why: msg`The plan reckons with a loss that one battery in so many exceeds: the smaller, the more charges. One in ten is noticed at a reading before it does harm.`,
    schools: [
      {
        value: 2,
        label: msg`one in fifty`,
        reason: msg`Few may fall under their line; more charges.`,
      },
      { value: 10, label: msg`one in ten`, reason: msg`Default.` },
      {
        value: 25,
        label: msg`one in four`,
        reason: msg`Few charges; the readings have to catch it.`,
      },
    ],
  }),
  /** What the season's plan is to save. */
  planAim: rule({
    schema: z.enum(['cost', 'minutes']),
    standard: 'cost',
    group: 'charging',
    label: msg`The season’s plan saves`,
    unit: '',
    why: msg`Nothing falls under its line for the sake of either. Among plans that keep every rule, the cheapest counts your time, days on chargers, energy and the life that charging takes, at the prices below.`,
    schools: [
      {
        value: 'cost',
        label: msg`cost`,
        reason: msg`Default. A charger that is not needed comes off in a round in which you walk past.`,
      },
      {
        value: 'minutes',
        label: msg`your time alone`,
        reason: msg`What is full may hang on, where that saves a stop.`,
      },
    ],
  }),
  /** When a battery that holds is made full again. */
  fullChargeBy: rule({
    schema: z.enum(['need', 'calendar']),
    standard: 'need',
    group: 'charging',
    label: msg`Full again`,
    unit: '',
    why: msg`What stands part charged sulfates, the more the longer and the lower it stands (Schiffer and others, 2007). By need it is made full again before that has doubled its wear: after five weeks where it loses much, after three months where it loses little.`,
    schools: [
      {
        value: 'need',
        label: msg`by need`,
        reason: msg`Default. By what standing costs each battery, and at most the days below.`,
      },
      {
        value: 'calendar',
        label: msg`by the calendar`,
        reason: msg`Each after the days below, whatever it lost: nothing to reckon.`,
      },
    ],
  }),
  fullChargeDays: rule({
    schema: z.int().min(7).max(365),
    standard: 90,
    group: 'charging',
    label: msg`Most days between two full charges`,
    unit: msg`days`,
    why: msg`A battery that stands part charged sulfates slowly even above its line, and acid that stands long settles. Lithium is left out: it likes to stand part charged.`,
    schools: [
      {
        value: 7,
        label: msg`Weekly`,
        reason: msg`The old advice for motorcycles; many charger hours.`,
      },
      { value: 30, label: msg`30 days`, reason: msg`Monthly, on the calendar.` },
      { value: 35, label: msg`35 days`, reason: msg`Keeps it young without a charger for each.` },
      {
        value: 90,
        label: msg`90 days`,
        reason: msg`Default. Start, midpoint and close of the season, for batteries that hold.`,
      },
    ],
  }),
  agmFullChargeDays: rule({
    schema: z.int().min(7).max(365),
    standard: 90,
    group: 'charging',
    label: msg`The same for AGM`,
    unit: msg`days`,
    why: msg`AGM loses little by itself, but sulfates like the rest when it stands part charged; so it is treated like the others until its record says more.`,
    schools: [
      { value: 30, label: msg`Monthly`, reason: msg`Even when it reads full.` },
      { value: 35, label: msg`35 days`, reason: msg`Five weeks, like others keep theirs.` },
      {
        value: 90,
        label: msg`90 days`,
        reason: msg`Default. When due by forecast, at most a quarter.`,
      },
    ],
  }),
  /** Share at which lithium is stored, percent. */
  lithiumStorePct: rule({
    schema: z.number().min(30).max(80),
    standard: 60,
    group: 'charging',
    label: msg`Lithium stands at`,
    unit: '%',
    why: msg`Part charged it ages least, about half to three quarters; made full for collection. The maker’s figure wins.`,
    schools: [
      {
        value: 50,
        label: msg`Half`,
        reason: msg`Ages least; little reserve if a draw was overlooked.`,
      },
      { value: 60, label: '60 %', reason: msg`Between the two.` },
      {
        value: 75,
        label: msg`Three quarters`,
        reason: msg`More reserve, for a tracker that must live.`,
      },
    ],
  }),
});
