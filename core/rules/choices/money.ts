import { msg, withWords } from '../../language';
import { z } from 'zod';
import { rule } from './rule';

/** A way of ageing that a comparison of storage plans counts, or leaves out. */
function ageing(label: string, why: string, counts: string, leave: string) {
  return rule({
    schema: z.enum(['count', 'leave']),
    standard: 'count',
    group: 'money',
    label,
    unit: '',
    why,
    schools: [
      { value: 'count', label: msg`counts`, reason: counts },
      { value: 'leave', label: msg`is left out`, reason: leave },
    ],
  });
}

/** The rules of what it costs. */
export const MONEY_RULES = withWords({
  /** In the site's own money. */
  moneyPerKwh: rule({
    schema: z.number().min(0).max(10),
    standard: 0.3,
    group: 'money',
    label: msg`Energy, for each kWh`,
    unit: '',
    why: msg`A charge costs little; a season of maintainers shows. In your own money.`,
    schools: [
      { value: 0.15, label: '0.15', reason: msg`Cheap mains.` },
      { value: 0.3, label: '0.30', reason: msg`A usual tariff.` },
      { value: 0.45, label: '0.45', reason: msg`Dear mains.` },
    ],
  }),
  moneyPerHour: rule({
    schema: z.number().min(0).max(500),
    standard: 25,
    group: 'money',
    label: msg`Attendant, for each hour`,
    unit: '',
    why: msg`Labour decides more than energy: what an hour of walking and lifting is worth here.`,
    schools: [
      { value: 15, label: '15', reason: msg`Where time is cheap, or your own.` },
      { value: 25, label: '25', reason: msg`A usual wage with its costs.` },
      { value: 40, label: '40', reason: msg`A workshop’s hour.` },
    ],
  }),
  /** A new flooded battery, for each ampere-hour. */
  moneyPerAh: rule({
    schema: z.number().min(0.1).max(50),
    standard: 1.6,
    group: 'money',
    label: msg`A new flooded battery, for each Ah`,
    unit: '',
    why: msg`Stands beside what a recovery costs; sealed types are reckoned dearer. An owner’s price limit is asked for separately.`,
    schools: [
      { value: 1.2, label: '1.20', reason: msg`Cheap ones, short-lived.` },
      { value: 1.6, label: '1.60', reason: msg`A middle class.` },
      { value: 2.6, label: '2.60', reason: msg`The dearer class that lasts.` },
    ],
  }),
  /** What a day on one of the site's chargers or maintainers is worth. */
  moneyPerChargerDay: rule({
    schema: z.number().min(0).max(20),
    standard: 0.15,
    group: 'money',
    label: msg`A day on a charger or maintainer`,
    unit: '',
    why: msg`With few of them, a day on one is a day that another battery does not have: the one used least should get it.`,
    schools: [
      { value: 0, label: '0', reason: msg`There are plenty.` },
      { value: 0.15, label: '0.15', reason: msg`A usual site: some have to wait.` },
      { value: 0.5, label: '0.50', reason: msg`They are short all winter.` },
    ],
  }),
  /** What it costs when a vehicle does not start on its day. */
  moneyNotReady: rule({
    schema: z.number().min(0).max(5000),
    standard: 120,
    group: 'money',
    label: msg`A vehicle that does not start on its day`,
    unit: '',
    why: msg`What the attendant is paid for is that it starts: a call-out, a jump start and an owner who tells others.`,
    schools: [
      { value: 40, label: '40', reason: msg`Owners wait while it is charged.` },
      { value: 120, label: '120', reason: msg`A call-out and a bad name.` },
      { value: 400, label: '400', reason: msg`A hearse, a gritter, a generator.` },
    ],
  }),
  /** What a silent tracker, a lost code or the like is worth. */
  moneyPerConcern: rule({
    schema: z.number().min(0).max(500),
    standard: 6,
    group: 'money',
    label: msg`A silent tracker, a lost code or the like`,
    unit: '',
    why: msg`What is lost with a plan besides money, one thing at a time; the thing itself is named beside the plan.`,
    schools: [
      { value: 0, label: '0', reason: msg`Only money counts.` },
      { value: 6, label: '6', reason: msg`A quarter of an hour of telephoning.` },
      { value: 25, label: '25', reason: msg`Owners mind.` },
    ],
  }),
  /** Which ways of ageing count in a comparison of storage plans. */
  lifeSulfation: ageing(
    msg`Ageing under the line`,
    msg`Plates sulfate while a battery stands low. How fast is our own assumption: a hundredth of its life for each day flat, in proportion to how far under the line.`,
    msg`A plan that lets it stand low costs life.`,
    msg`You judge that yourself.`,
  ),
  lifeFreezing: ageing(
    msg`Ageing by frost`,
    msg`A frozen battery splits: its price times the chance that it freezes.`,
    msg`A frozen battery is a dead one.`,
    msg`Nothing freezes here.`,
  ),
  lifeHeat: ageing(
    msg`Ageing by warmth`,
    msg`A life of five years at 20 °C, half as long for each ten degrees more: common practice, by the law of Arrhenius.`,
    msg`A heated hall costs life too.`,
    msg`Life in storage is not counted.`,
  ),
  lifeCycles: ageing(
    msg`Ageing by charging and discharging`,
    msg`Two hundred and fifty times down to about 12 V is a life: common practice for cheap leisure batteries. Each charge costs its part.`,
    msg`Deep falls and many charges cost life.`,
    msg`Cycles are few in storage.`,
  ),
});
