import { z } from 'zod';
import { rule } from './rule';

/** The rules of keeping batteries charged. */
export const CHARGING_RULES = {
  /** The longest that a round may take. */
  roundMinutes: rule({
    schema: z.int().min(15, 'at least a quarter of an hour').max(720, 'at most twelve hours'),
    standard: 240,
    group: 'charging',
    label: 'A round takes at most',
    unit: 'min',
    why: 'Four hours of walking and kneeling are enough for one day. What does not fit into a round is planned into another.',
    schools: [
      { value: 90, label: '1 h 30', reason: 'Besides other work.' },
      { value: 240, label: '4 h', reason: 'Default: half a day.' },
      { value: 420, label: '7 h', reason: 'A whole working day.' },
    ],
  }),
  /** Chance that is accepted in the season's plan that a battery falls under its line, percent. */
  planRiskPct: rule({
    schema: z.number().min(1).max(50),
    standard: 10,
    group: 'charging',
    label: 'Accepted in the season’s plan',
    unit: '%',
    why: 'The plan reckons with a loss that one battery in so many exceeds: the smaller, the more charges. One in ten is noticed at a reading before it does harm.',
    schools: [
      { value: 2, label: 'one in fifty', reason: 'Few may fall under their line; more charges.' },
      { value: 10, label: 'one in ten', reason: 'Default.' },
      { value: 25, label: 'one in four', reason: 'Few charges; the readings have to catch it.' },
    ],
  }),
  fullChargeDays: rule({
    schema: z.int().min(7).max(365),
    standard: 35,
    group: 'charging',
    label: 'Most days between two full charges',
    unit: 'days',
    why: 'A battery that stands part charged sulfates slowly even above its line. Five weeks keeps it young without a charger for each. Lithium is left out: it likes to stand part charged.',
    schools: [
      { value: 7, label: 'Weekly', reason: 'The old advice for motorcycles; many charger hours.' },
      { value: 30, label: '30 days', reason: 'Monthly, on the calendar.' },
      { value: 35, label: '35 days', reason: 'By forecast, at most five weeks.' },
      {
        value: 90,
        label: '90 days',
        reason: 'Start, midpoint and close of the season, for batteries that hold.',
      },
    ],
  }),
  agmFullChargeDays: rule({
    schema: z.int().min(7).max(365),
    standard: 35,
    group: 'charging',
    label: 'The same for AGM',
    unit: 'days',
    why: 'AGM loses little by itself, but sulfates like the rest when it stands part charged; so it is treated like the others until its record says more.',
    schools: [
      { value: 30, label: 'Monthly', reason: 'Even when it reads full.' },
      { value: 35, label: '35 days', reason: 'Like the others.' },
      { value: 90, label: '90 days', reason: 'When due by forecast, at most a quarter.' },
    ],
  }),
  /** Share at which lithium is stored, percent. */
  lithiumStorePct: rule({
    schema: z.number().min(30).max(80),
    standard: 60,
    group: 'charging',
    label: 'Lithium stands at',
    unit: '%',
    why: 'Part charged it ages least, about half to three quarters; made full for collection. The maker’s figure wins.',
    schools: [
      { value: 50, label: 'Half', reason: 'Ages least; little reserve if a draw was overlooked.' },
      { value: 60, label: '60 %', reason: 'Between the two.' },
      { value: 75, label: 'Three quarters', reason: 'More reserve, for a tracker that must live.' },
    ],
  }),
};
