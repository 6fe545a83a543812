import { MAX_CHANNELS } from '../site/charging-equipment';
import { z } from 'zod';
import { CHEMISTRY_IDS } from '../battery/chemistries';
import { WEEKDAYS, parseDay } from '../day';
import { MAX_STAY_DAYS, dateProblem } from '../time-limits';
import { SEASON_JOBS } from '../logbook/season-jobs';

const DateText = z.string().superRefine((name, context) => {
  const message = dateProblem(name);
  if (message) context.addIssue({ code: 'custom', message });
});
const Id = z.string().min(1, 'it needs a name').max(80, 'at most 80 letters');
const Minutes = z.number().min(0, 'at least 0 minutes').max(600, 'at most 600 minutes');
const Days = z.int('whole days').min(1, 'at least one day').max(1000, 'at most 1000 days');
const Percent = z.number().min(0).max(100);
const ByDate = z
  .record(DateText, z.number().min(-80).max(80))
  .refine((days) => Object.keys(days).length > 0, 'at least one day');
const Channel = z.int().min(1, 'channels are counted from 1').max(MAX_CHANNELS);

const Hall = z.strictObject({
  id: Id,
  /** Where it stands; absent: where the attendant begins. */
  place: Id.optional(),
  /** Daily mean by date; a missing day takes the latest earlier one. */
  celsius: ByDate,
  /** Daily minimum by date, likewise. */
  minCelsius: ByDate.optional(),
  outlets: z.int().min(0).max(10_000).optional(),
  ventilationM3PerHour: z.number().min(0).max(1e6).optional(),
});

/** Where halls stand that are driven to. */
const Place = z.strictObject({
  id: Id,
  /** There and back from where the attendant begins, once in a round that goes there. */
  minutes: Minutes,
});

const Charger = z.strictObject({
  id: Id,
  channels: z.int().min(1, 'at least one channel').max(64, 'at most 64 channels'),
  /** Of each channel. */
  amps: z.number().positive('more than 0 A').max(200, 'at most 200 A'),
  chemistries: z.array(z.enum(CHEMISTRY_IDS)).min(1),
  nominalVolts: z.array(z.number().min(2).max(96)).min(1),
  /** Absent: portable. */
  halls: z.array(Id).min(1).optional(),
  /** It works again on this day. */
  brokenUntil: DateText.optional(),
});

/** Least state of charge that a battery may be given, percent: far beyond what is left in any. */
export const MIN_SOC_PCT = -300;
/** Most that a vehicle may be given to draw, milliamps. */
export const MAX_DRAW_MA = 20_000;

/** One battery of a season. */
export const SeasonBatteryRow = z.strictObject({
  id: Id,
  /** Batteries with one stop are reached together. */
  stop: Id,
  /** Walking order. */
  order: z.number(),
  hall: Id,
  chemistry: z.enum(CHEMISTRY_IDS),
  nominalVolts: z.number().min(2).max(96),
  cells: z.int().min(1).max(48),
  capacityAh: z.number().min(0.1).max(10_000),
  /** Of a new one, in the money of `prices`; absent: its life counts nothing. */
  price: z.number().min(0).max(1e6).optional(),
  /** At the start of today; never clamped. */
  socPct: z.number().min(MIN_SOC_PCT).max(100),
  negativeOn: z.boolean(),
  drawMa: z.number().min(0).max(MAX_DRAW_MA),
  selfDischargePctPerMonthAt20C: z.number().min(0).max(100),
  lossSpreadPct: z.number().min(0).max(500).optional(),
  /**
   * How it takes its charge where it stands: the time constant of its acceptance, and ampere-hours
   * in for each one kept. Where it is given, hours of a charge come from it, and only a battery
   * whose negative is on is drawn on meanwhile.
   */
  acceptance: z
    .strictObject({ hours: z.number().gt(0).max(200), factor: z.number().min(1).max(2) })
    .optional(),
  lineSocPct: Percent,
  charging: z
    .strictObject({ charger: Id, channel: Channel, since: DateText, finishedOn: DateText })
    .optional(),
  kept: z.strictObject({ charger: Id, channel: Channel }).optional(),
  lastFull: DateText,
  rechargeEveryDays: Days.optional(),
  lastRead: DateText,
  readingEveryDays: Days,
  lastLevels: DateText.optional(),
  levelsEveryDays: Days.optional(),
  lampEveryDays: Days.optional(),
  collect: DateText.optional(),
  collectSocPct: Percent.optional(),
  /**
   * The chargers that it may be hung on, and the amps that each gives it; left out: any that suits
   * its chemistry and volts, at the amps of its channels.
   */
  mayHang: z
    .array(z.strictObject({ charger: Id, amps: z.number().gt(0).max(1000) }))
    .max(500)
    .optional(),
  /** It is not visited before this day: its part of the round that is being walked is done. */
  notBefore: DateText.optional(),
});

const Pin = z.strictObject({
  battery: Id,
  date: DateText,
  jobs: z.array(z.enum(SEASON_JOBS)).min(1, 'at least one job'),
  charger: Id.optional(),
  channel: Channel.optional(),
});

const Season = z.strictObject({
  version: z.enum(['velvet-ember/season@1', 'velvet-ember/season@2']).optional(),
  today: DateText,
  end: DateText,
  rounds: z.strictObject({
    weekdays: z.array(z.enum(WEEKDAYS)).min(1, 'at least one day of the week'),
    minutes: z.number().min(1, 'at least a minute').max(1440, 'at most a day'),
  }),
  minutes: z.strictObject({
    hall: Minutes.default(0),
    stop: Minutes.default(0),
    reading: Minutes.default(0),
    lamp: Minutes.default(0),
    connect: Minutes.default(0),
    disconnect: Minutes.default(0),
    levels: Minutes.default(0),
    clean: Minutes.default(0),
    drawTest: Minutes.default(0),
    handBack: Minutes.default(0),
  }),
  risk: z.number().min(0.01).max(0.5).default(0.1),
  /**
   * What things cost, in any money. Given, the aim is the least cost: the attendant's minutes, days on
   * chargers, energy, and the life that charges take; absent, the least minutes.
   */
  prices: z
    .strictObject({
      minute: z.number().gt(0, 'more than nothing').max(1e6),
      chargerDay: z.number().min(0).max(1e6),
      kWh: z.number().min(0).max(1e6),
    })
    .optional(),
  /** Absent: all halls stand where the attendant begins. */
  places: z.array(Place).max(40).optional(),
  halls: z.array(Hall).min(1, 'at least one hall').max(200),
  chargers: z.array(Charger).max(1000),
  batteries: z.array(SeasonBatteryRow).max(10_000),
  pins: z.array(Pin).max(10_000).default([]),
});

/** The season problem: what stands where, what it loses, who walks when, and with which chargers. */
export const SeasonDocument = Season.superRefine((season, context) => {
  const wrong = (path: (string | number)[], message: string) =>
    context.addIssue({ code: 'custom', path, message });
  const known = (rows: readonly { id: string }[], list: string) => {
    const ids = new Set<string>();
    rows.forEach(({ id }, i) => {
      if (ids.has(id)) wrong([list, i, 'id'], `${id} is there twice`);
      ids.add(id);
    });
    return ids;
  };
  if (season.prices && season.version === 'velvet-ember/season@1') {
    wrong(
      ['prices'],
      'there are none in velvet-ember/season@1; in velvet-ember/season@2 there are',
    );
  }
  if (season.end < season.today) wrong(['end'], 'it is before today');
  const tooFar = (name: string) =>
    (parseDay(name) ?? Infinity) - (parseDay(season.today) ?? 0) > MAX_STAY_DAYS;
  if (tooFar(season.end)) wrong(['end'], `it is over ${MAX_STAY_DAYS} days after today`);
  const places = known(season.places ?? [], 'places');
  const halls = known(season.halls, 'halls');
  const chargers = known(season.chargers, 'chargers');
  const batteries = known(season.batteries, 'batteries');
  season.halls.forEach((hall, i) => {
    if (hall.place !== undefined && !places.has(hall.place)) {
      wrong(['halls', i, 'place'], `there is no place ${hall.place}`);
    }
    for (const key of ['celsius', 'minCelsius'] as const) {
      const days = hall[key];
      if (days && !Object.keys(days).some((day) => day <= season.today)) {
        wrong(['halls', i, key], `no day on or before ${season.today}`);
      }
    }
  });
  season.chargers.forEach((charger, i) =>
    charger.halls?.forEach((hall, j) => {
      if (!halls.has(hall)) wrong(['chargers', i, 'halls', j], `there is no hall ${hall}`);
    }),
  );
  const channelsOf = new Map(season.chargers.map(({ id, channels }) => [id, channels]));
  const plugged = (path: (string | number)[], charger: string, channel: number | undefined) => {
    if (!chargers.has(charger)) wrong([...path, 'charger'], `there is no charger ${charger}`);
    else if (channel !== undefined && channel > channelsOf.get(charger)!) {
      wrong([...path, 'channel'], `${charger} has ${channelsOf.get(charger)!} channels`);
    }
  };
  const taken = new Set<string>();
  const standsIn = new Map<string, string>();
  season.batteries.forEach((battery, i) => {
    const at = ['batteries', i];
    if (!halls.has(battery.hall)) wrong([...at, 'hall'], `there is no hall ${battery.hall}`);
    if (battery.collect !== undefined && battery.collect < season.today) {
      wrong([...at, 'collect'], 'it is before today');
    }
    if (battery.collect !== undefined && tooFar(battery.collect)) {
      wrong([...at, 'collect'], `it is over ${MAX_STAY_DAYS} days after today`);
    }
    if (battery.kept && battery.charging) {
      wrong([...at, 'charging'], 'it is kept on a maintainer: it cannot be on charge besides');
    }
    for (const key of ['charging', 'kept'] as const) {
      const on = battery[key];
      if (!on) continue;
      plugged([...at, key], on.charger, on.channel);
      const channel = `${on.charger}/${on.channel}`;
      if (taken.has(channel)) wrong([...at, key, 'channel'], 'another battery hangs there');
      taken.add(channel);
      const hall = standsIn.get(on.charger) ?? battery.hall;
      if (hall !== battery.hall) wrong([...at, key, 'charger'], `it stands in ${hall}`);
      standsIn.set(on.charger, hall);
    }
  });
  season.pins.forEach((pin, i) => {
    if (!batteries.has(pin.battery)) {
      wrong(['pins', i, 'battery'], `there is no battery ${pin.battery}`);
    }
    if (pin.charger !== undefined) plugged(['pins', i], pin.charger, pin.channel);
    else if (pin.channel !== undefined) wrong(['pins', i, 'charger'], 'of which charger?');
  });
});
export type SeasonDocument = z.infer<typeof SeasonDocument>;
export type SeasonBattery = SeasonDocument['batteries'][number];

const Visit = z.strictObject({
  battery: Id,
  jobs: z.array(z.enum(SEASON_JOBS)).min(1),
  charger: Id.optional(),
  channel: Channel.optional(),
});

/** Rules of the problem, as a battery may be left wanting by them. */
export const SEASON_RULES = [
  'line',
  'frost',
  'reading',
  'levels',
  'lamp',
  'recharge',
  'collect',
  'handBack',
  'charge',
  'pin',
] as const;
export type SeasonRule = (typeof SEASON_RULES)[number];

/** A plan of all work in walking order. */
export const PlanDocument = z.strictObject({
  version: z.literal('velvet-ember/plan@1').optional(),
  rounds: z.array(
    z.strictObject({
      date: DateText,
      minutes: z.number().min(0),
      stops: z.array(z.strictObject({ stop: Id, hall: Id, visits: z.array(Visit).min(1) })).min(1),
    }),
  ),
  totals: z.strictObject({
    minutes: z.number().min(0),
    rounds: z.int().min(0),
    charges: z.int().min(0),
    underLineDays: z.int().min(0),
    /** What all of it costs at the prices of its season, the attendant's time in it. */
    cost: z.number().min(0).optional(),
  }),
  lowestSocPct: z.array(z.strictObject({ battery: Id, date: DateText, socPct: z.number() })),
  /** No legal plan needs less; null: there is none, or the season has prices. */
  lowerBoundMinutes: z.int().min(0).nullable(),
  /** Likewise what no legal plan costs less than, where the season has prices. */
  lowerBoundCost: z.number().min(0).nullable().optional(),
  unmet: z.array(
    z.strictObject({ battery: Id, rule: z.enum(SEASON_RULES), date: DateText, why: z.string() }),
  ),
  remedies: z.array(z.strictObject({ what: z.string(), effect: z.string() })),
});
export type PlanDocument = z.infer<typeof PlanDocument>;

/** What is proven of all plans of a season: of their minutes, or of their cost where it has prices. */
export type Bound = { readonly minutes: number } | { readonly cost: number };

/** What is proven in minutes, and what else costs in it, as a plan says it: rounded down. */
export const boundAt = (prices: SeasonDocument['prices'], value: number): Bound => {
  const least = Math.max(0, value + 1e-6);
  return prices
    ? { cost: Math.floor(100 * least * prices.minute) / 100 }
    : { minutes: Math.floor(least) };
};

/** What minutes, and what else costs in them, come to at the prices of a season; undefined: it has none. */
export const costOf = (prices: SeasonDocument['prices'], minutes: number): number | undefined =>
  prices && Math.max(0, Math.round(100 * minutes * prices.minute) / 100);

/** What a plan says is proven of what it is to save; null: nothing. */
export function boundIn({ totals, ...plan }: PlanDocument): Bound | null {
  const { lowerBoundCost: cost = null, lowerBoundMinutes: minutes } = plan;
  if (totals.cost !== undefined) return cost === null ? null : { cost };
  return minutes === null ? null : { minutes };
}

/** Whether a plan is dearer than another of the same season: by what it costs where it has prices, else by its minutes. */
export const isDearer = (plan: PlanDocument, other: PlanDocument): boolean =>
  plan.totals.cost !== undefined && other.totals.cost !== undefined
    ? plan.totals.cost > other.totals.cost + 0.01
    : plan.totals.minutes > other.totals.minutes + 0.05;

/** Batteries that a plan leaves wanting, each once, in the order in which it names them. */
export const wantingIn = (plan: Pick<PlanDocument, 'unmet'>): string[] => [
  ...new Set(plan.unmet.map(({ battery }) => battery)),
];
