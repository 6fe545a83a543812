import type { Rules } from './rules';

export interface School<T> {
  readonly value: T;
  readonly label: string;
  readonly reason: string;
}

export const RULE_GROUPS = {
  reading: 'Reading',
  charging: 'Keeping charged',
  draw: 'Parasitic draw',
  care: 'Levels and cleaning',
  charger: 'At the charger',
  place: 'The place',
  money: 'What it costs',
} as const;
export type RuleGroup = keyof typeof RULE_GROUPS;

/** Rules that are one choice among schools; the others have tables of their own. */
export type ChoiceRule = Exclude<
  keyof Rules,
  | 'roundWeekdays'
  | 'lineSocPct'
  | 'scale'
  | 'absorptionVolts'
  | 'temperatureUnit'
  | 'measureUnit'
  | 'clock'
>;

/** How a rule is put to the attendant: its schools, and why the default is the default. */
export interface RuleCard<K extends ChoiceRule = ChoiceRule> {
  readonly group: RuleGroup;
  readonly label: string;
  readonly unit: string;
  readonly why: string;
  readonly schools: readonly School<Rules[K]>[];
}

/** A way of ageing that a comparison of storage plans counts, or leaves out. */
function ageing(label: string, why: string, counts: string, leave: string) {
  return {
    group: 'money' as const,
    label,
    unit: '',
    why,
    schools: [
      { value: 'count' as const, label: 'counts', reason: counts },
      { value: 'leave' as const, label: 'is left out', reason: leave },
    ],
  };
}

/** Every rule of one choice. To add one is to add its field in the rules and its record here. */
export const RULE_CARDS: { readonly [K in ChoiceRule]: RuleCard<K> } = {
  roundMinutes: {
    group: 'charging',
    label: 'A round takes at most',
    unit: 'min',
    why: 'Four hours of walking and kneeling are enough for one day. What does not fit into a round is planned into another.',
    schools: [
      { value: 90, label: '1 h 30', reason: 'Besides other work.' },
      { value: 240, label: '4 h', reason: 'Default: half a day.' },
      { value: 420, label: '7 h', reason: 'A whole working day.' },
    ],
  },
  planRiskPct: {
    group: 'charging',
    label: 'Accepted in the season’s plan',
    unit: '%',
    why: 'The plan reckons with a loss that one battery in so many exceeds: the smaller, the more charges. One in ten is noticed at a reading before it does harm.',
    schools: [
      { value: 2, label: 'one in fifty', reason: 'Few may fall under their line; more charges.' },
      { value: 10, label: 'one in ten', reason: 'Default.' },
      { value: 25, label: 'one in four', reason: 'Few charges; the readings have to catch it.' },
    ],
  },
  restHours: {
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
  },
  readingDays: {
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
  },
  lampDays: {
    group: 'reading',
    label: 'Lamp of a maintainer',
    unit: 'days',
    why: 'A look costs seconds where you walk past anyway, and a lead knocked off goes unnoticed for as long as nobody looks.',
    schools: [
      { value: 1, label: 'Each round', reason: 'Whenever you walk past.' },
      { value: 7, label: 'Weekly', reason: 'Where the hall is out of the way.' },
      { value: 14, label: 'Two weeks', reason: 'With maintainers that report by themselves.' },
    ],
  },
  leaveAlone: {
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
  },
  oldYears: {
    group: 'reading',
    label: 'Old from',
    unit: 'years',
    why: 'Three to five years is a usual life, six with care: at five a battery may fail within the season. An unknown age counts as old.',
    schools: [
      { value: 3, label: '3 years', reason: 'Hard use, heat, cheap leisure batteries.' },
      { value: 5, label: '5 years', reason: 'The end of a usual life.' },
      { value: 6, label: '6 years', reason: 'For batteries known to be looked after.' },
    ],
  },
  oldReadingDays: {
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
  },
  fullChargeDays: {
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
  },
  agmFullChargeDays: {
    group: 'charging',
    label: 'The same for AGM',
    unit: 'days',
    why: 'AGM loses little by itself, but sulfates like the rest when it stands part charged; so it is treated like the others until its record says more.',
    schools: [
      { value: 30, label: 'Monthly', reason: 'Even when it reads full.' },
      { value: 35, label: '35 days', reason: 'Like the others.' },
      { value: 90, label: '90 days', reason: 'When due by forecast, at most a quarter.' },
    ],
  },
  lithiumStorePct: {
    group: 'charging',
    label: 'Lithium stands at',
    unit: '%',
    why: 'Part charged it ages least, about half to three quarters; made full for collection. The maker’s figure wins.',
    schools: [
      { value: 50, label: 'Half', reason: 'Ages least; little reserve if a draw was overlooked.' },
      { value: 60, label: '60 %', reason: 'Between the two.' },
      { value: 75, label: 'Three quarters', reason: 'More reserve, for a tracker that must live.' },
    ],
  },
  drawLimitMa: {
    group: 'draw',
    label: 'Draw that passes',
    unit: 'mA',
    why: 'Fifty milliamps take two percent a day from a 60 Ah battery: more than that is a fault or needs a plan.',
    schools: [
      { value: 50, label: '50 mA', reason: 'The usual limit, settled.' },
      { value: 100, label: '100 mA', reason: 'Lenient: for vehicles full of control units.' },
    ],
  },
  smallDrawLimitMa: {
    group: 'draw',
    label: 'The same for motorcycle, quad, mower',
    unit: 'mA',
    why: 'A small battery has a fifth of the capacity: what a car does not notice empties it in weeks.',
    schools: [
      { value: 2, label: '2 mA', reason: 'A clock, and nothing else.' },
      { value: 5, label: '5 mA', reason: 'A clock and an alarm asleep.' },
      { value: 10, label: '10 mA', reason: 'With a tracker.' },
    ],
  },
  drawTest: {
    group: 'draw',
    label: 'When the draw is measured',
    unit: '',
    why: 'Without it the usual draw of such a vehicle is assumed, and that may be wrong by a factor of three.',
    schools: [
      {
        value: 'always',
        label: 'At lay-up and in doubt',
        reason:
          'At lay-up, after a battery is replaced, and whenever a loss exceeds what is explained.',
      },
      { value: 'at-lay-up', label: 'At lay-up', reason: 'And after a battery is replaced.' },
      {
        value: 'in-doubt',
        label: 'In doubt only',
        reason: 'When a loss exceeds what is explained.',
      },
    ],
  },
  levelsMaintainedDays: {
    group: 'care',
    label: 'Levels on a maintainer, every',
    unit: 'days',
    why: 'A maintainer gases a little all the time. Two months use about as much water as shows.',
    schools: [
      { value: 30, label: '30 days', reason: 'Old constant chargers.' },
      { value: 60, label: '60 days', reason: 'Electronic maintainers.' },
      { value: 182, label: 'Half a year', reason: 'Low-water batteries.' },
    ],
  },
  levelsDays: {
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
  },
  terminalsDays: {
    group: 'care',
    label: 'Terminals cleaned',
    unit: 'days',
    why: 'Bright and protected at lay-up, they stay so. Where growth comes back, the battery gasses or a post leaks.',
    schools: [
      { value: null, label: 'Lay-up and hand-back', reason: 'And when growth was seen.' },
      { value: 30, label: 'Monthly', reason: 'Where growth comes back.' },
    ],
  },
  wholeCleanYears: {
    group: 'care',
    label: 'Whole battery out for cleaning, every',
    unit: 'years',
    why: 'The first time, then now and again: acid under a battery eats the tray unseen.',
    schools: [
      { value: 2, label: '2 years', reason: 'Damp places, old trays.' },
      { value: 3, label: '3 years', reason: 'Dry storage.' },
    ],
  },
  cleaner: {
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
  },
  floatVolts: {
    group: 'charger',
    label: 'Float of lead-acid, 12 V at 25 °C',
    unit: 'V',
    why: 'High enough to hold full, low enough not to gas. Colder needs more, warmer less. The maker’s figure wins.',
    schools: [
      { value: 13.3, label: '13.30 V', reason: 'Gentle on AGM and gel.' },
      { value: 13.5, label: '13.50 V', reason: 'Usual, ±0.2 V.' },
      { value: 13.7, label: '13.70 V', reason: 'Cold halls, flooded.' },
    ],
  },
  negativeClamp: {
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
  },
  cablesOnCharge: {
    group: 'charger',
    label: 'Vehicle cables while charging',
    unit: '',
    why: 'With the cables on, codes and settings are kept and nothing has to be undone. A sound charger does no harm to electronics.',
    schools: [
      { value: 'on', label: 'On', reason: 'Settings kept.' },
      { value: 'off', label: 'Off', reason: 'Kinder to electronics; codes are lost.' },
    ],
  },
  capsOnCharge: {
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
  },
  recondition: {
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
  },
  maintainerCycle: {
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
  },
  insulation: {
    group: 'place',
    label: 'Insulation round a battery',
    unit: '',
    why: 'It slows the change of temperature and helps little without heat.',
    schools: [
      { value: 'leave', label: 'As it came', reason: 'Heat covers go back on; nothing is added.' },
      {
        value: 'fit',
        label: 'Fit it',
        reason: 'Where it freezes, to ride out a short cold night.',
      },
    ],
  },
  floor: {
    group: 'place',
    label: 'Batteries on the floor',
    unit: '',
    why: 'With modern cases concrete makes no difference; a board keeps them clean and dry.',
    schools: [
      { value: 'board', label: 'No rule, a board', reason: 'For cleanliness.' },
      {
        value: 'off-concrete',
        label: 'Never on concrete',
        reason: 'Old advice: on wood, off the floor.',
      },
    ],
  },
  outletReachMetres: {
    group: 'place',
    label: 'Outlet is in reach up to',
    unit: 'm',
    why: 'A lead across a walkway is a trip and gets pulled: five metres is one lead along the wall.',
    schools: [
      { value: 2, label: '2 m', reason: 'The maintainer’s own lead.' },
      { value: 5, label: '5 m', reason: 'One short extension along the wall.' },
      { value: 15, label: '15 m', reason: 'With a reel, unrolled whole, dry.' },
    ],
  },
  clearSkyPct: {
    group: 'charger',
    label: 'Light that reaches the ground in winter',
    unit: '%',
    why: 'Of what the sun sends above the clouds. Winter is where panels fail: short days, a low sun, and cloud.',
    schools: [
      { value: 22, label: '22 %', reason: 'An overcast coast or valley.' },
      { value: 30, label: '30 %', reason: 'A usual winter.' },
      { value: 45, label: '45 %', reason: 'High and dry.' },
    ],
  },
  shiftEndHour: {
    group: 'charger',
    label: 'End of the working day',
    unit: 'o’clock',
    why: 'A manual charger is not left alone: what is not done by then does not begin on one.',
    schools: [
      { value: 13, label: '13:00', reason: 'Mornings only.' },
      { value: 17, label: '17:00', reason: 'A usual day.' },
      { value: 20, label: '20:00', reason: 'Somebody is about in the evening.' },
    ],
  },
  moneyPerKwh: {
    group: 'money',
    label: 'Energy, for each kWh',
    unit: '',
    why: 'A charge costs little; a season of maintainers shows. In your own money.',
    schools: [
      { value: 0.15, label: '0.15', reason: 'Cheap mains.' },
      { value: 0.3, label: '0.30', reason: 'A usual tariff.' },
      { value: 0.45, label: '0.45', reason: 'Dear mains.' },
    ],
  },
  moneyPerHour: {
    group: 'money',
    label: 'Attendant, for each hour',
    unit: '',
    why: 'Labour decides more than energy: what an hour of walking and lifting is worth here.',
    schools: [
      { value: 15, label: '15', reason: 'Where time is cheap, or your own.' },
      { value: 25, label: '25', reason: 'A usual wage with its costs.' },
      { value: 40, label: '40', reason: 'A workshop’s hour.' },
    ],
  },
  moneyPerAh: {
    group: 'money',
    label: 'A new flooded battery, for each Ah',
    unit: '',
    why: 'Stands beside what a recovery costs; sealed types are reckoned dearer. An owner’s price limit is asked for separately.',
    schools: [
      { value: 1.2, label: '1.20', reason: 'Cheap ones, short-lived.' },
      { value: 1.6, label: '1.60', reason: 'A middle class.' },
      { value: 2.6, label: '2.60', reason: 'The dearer class that lasts.' },
    ],
  },
  moneyPerChargerDay: {
    group: 'money',
    label: 'A day on a charger or maintainer',
    unit: '',
    why: 'With few of them, a day on one is a day that another battery does not have: the one used least should get it.',
    schools: [
      { value: 0, label: '0', reason: 'There are plenty.' },
      { value: 0.15, label: '0.15', reason: 'A usual site: some have to wait.' },
      { value: 0.5, label: '0.50', reason: 'They are short all winter.' },
    ],
  },
  moneyNotReady: {
    group: 'money',
    label: 'A vehicle that does not start on its day',
    unit: '',
    why: 'What the attendant is paid for is that it starts: a call-out, a jump start and an owner who tells others.',
    schools: [
      { value: 40, label: '40', reason: 'Owners wait while it is charged.' },
      { value: 120, label: '120', reason: 'A call-out and a bad name.' },
      { value: 400, label: '400', reason: 'A hearse, a gritter, a generator.' },
    ],
  },
  moneyPerConcern: {
    group: 'money',
    label: 'A silent tracker, a lost code or the like',
    unit: '',
    why: 'What is lost with a plan besides money, one thing at a time; the thing itself is named beside the plan.',
    schools: [
      { value: 0, label: '0', reason: 'Only money counts.' },
      { value: 6, label: '6', reason: 'A quarter of an hour of telephoning.' },
      { value: 25, label: '25', reason: 'Owners mind.' },
    ],
  },
  lifeSulfation: ageing(
    'Ageing under the line',
    'Plates sulfate while a battery stands low. How fast is our own assumption: a hundredth of its life for each day flat, in proportion to how far under the line.',
    'A plan that lets it stand low costs life.',
    'You judge that yourself.',
  ),
  lifeFreezing: ageing(
    'Ageing by frost',
    'A frozen battery splits: its price times the chance that it freezes.',
    'A frozen battery is a dead one.',
    'Nothing freezes here.',
  ),
  lifeHeat: ageing(
    'Ageing by warmth',
    'A life of five years at 20 °C, half as long for each ten degrees more: common practice, by the law of Arrhenius.',
    'A heated hall costs life too.',
    'Life in storage is not counted.',
  ),
  lifeCycles: ageing(
    'Ageing by charging and discharging',
    'Two hundred and fifty times down to about 12 V is a life: common practice for cheap leisure batteries. Each charge costs its part.',
    'Deep falls and many charges cost life.',
    'Cycles are few in storage.',
  ),
};

export const CHOICE_RULES = Object.keys(RULE_CARDS) as ChoiceRule[];

export const ROUND_WEEKDAYS = {
  label: 'Days of the round',
  why: 'Two rounds a week, three and four days apart: a charge put on in one is off in the next, and no warning is older than four days.',
} as const;

export const LINE = {
  label: 'Recharge line',
  why: 'At or under it, recharge within days. The default stands for 12.4 V at rest in each lead-acid chemistry: below that, plates sulfate. Lithium has a line of its own, since its voltage says little.',
} as const;

/** Volts of a 12 V battery that schools name as the line; the share follows from the scale. */
export const LINE_SCHOOLS: readonly School<number>[] = [
  { value: 12.4, label: '12.40 V', reason: 'Default. Stops sulfation before it starts.' },
  { value: 12.1, label: '12.10 V', reason: 'Fewer charges; plates suffer each time.' },
  { value: 12.6, label: '12.60 V', reason: 'Kept nearly full, for batteries that must be ready.' },
];

export const SCALE = {
  label: 'Voltage scale',
  why: 'The published table is measured and has a named source, so it is the default where it applies; sealed types have scales of their own.',
} as const;

export const ABSORPTION = {
  label: 'Absorption',
  why: 'Volts of the second stage of a charge at 25 °C; the maker’s figure wins, up to 15.0 V for some AGM.',
} as const;
