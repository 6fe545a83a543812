import { WEEKDAYS, dayName, toDay, weekdayIndex, type Day } from '../day';
import type { PlanDocument, SeasonBattery, SeasonDocument } from '../schedule/document';
import { BatteryLife } from './battery-life';
import {
  EPS,
  TENTH,
  type Breach,
  type Done,
  type Hall,
  type Hanging,
  type Surroundings,
} from './breach';

/** What rounding to a hundredth may hide of a sum of money. */
const hundredth = (sum: number) => 0.0051 + 1e-6 * sum;

/** Common quantiles of the normal distribution by bisection on its integral. */
function deviate(share: number): number {
  const below = (z: number) => {
    // Simpson's rule from 0 to z.
    const steps = 400;
    let sum = 0;
    for (let i = 0; i <= steps; i++) {
      const x = (z * i) / steps;
      sum += (i === 0 || i === steps ? 1 : i % 2 ? 4 : 2) * Math.exp((-x * x) / 2);
    }
    return 0.5 + (sum * z) / steps / 3 / Math.sqrt(2 * Math.PI);
  };
  let low = -6;
  let high = 6;
  for (let i = 0; i < 60; i++) {
    const middle = (low + high) / 2;
    if (below(middle) < share) low = middle;
    else high = middle;
  }
  return (low + high) / 2;
}

/** A value by date; a missing day takes the latest earlier one. */
function valueOn(days: Readonly<Record<string, number>>): (day: Day) => number {
  const dated = Object.entries(days)
    .map(([name, value]) => ({ day: toDay(name), value }))
    .sort((a, b) => a.day - b.day);
  const known = new Map<Day, number>();
  return (day) => {
    let value = known.get(day);
    if (value === undefined) {
      value = dated.findLast((one) => one.day <= day)!.value;
      known.set(day, value);
    }
    return value;
  };
}

/**
 * Holds a plan against its season, rule by rule, by simulating every battery day by day. It
 * shares nothing with the planner but the two documents and the freezing points of acids.
 * `declared` breaches are those that the plan says itself in `unmet`.
 */
export function checkPlan(
  season: SeasonDocument,
  plan: PlanDocument,
): { readonly breaches: Breach[]; readonly declared: Breach[] } {
  const all = new PlanCheck(season, plan).breaches();
  const declared = new Set(plan.unmet.map(({ battery, rule }) => `${battery}\n${rule}`));
  const declares = ({ battery, rule }: Breach) => declared.has(`${battery}\n${rule}`);
  return {
    breaches: all.filter((breach) => !declares(breach)),
    declared: all.filter(declares),
  };
}

/** One plan beside its season; what is found wanting is gathered. */
class PlanCheck implements Surroundings {
  readonly today: Day;
  readonly end: Day;
  readonly roundDays: readonly Day[];
  readonly chargers: ReadonlyMap<string, SeasonDocument['chargers'][number]>;
  readonly halls: ReadonlyMap<string, Hall>;
  /** The deviate of the accepted risk. */
  readonly z: number;
  readonly hangings: Hanging[] = [];
  private readonly all: Breach[] = [];
  private readonly done = new Map<string, Done[]>();
  private readonly batteries: ReadonlyMap<string, SeasonBattery>;
  private minutes = 0;
  private charges = 0;

  constructor(
    readonly season: SeasonDocument,
    readonly plan: PlanDocument,
  ) {
    this.today = toDay(season.today);
    this.end = toDay(season.end);
    const days = Array.from({ length: this.end - this.today + 1 }, (_, i) => this.today + i);
    this.roundDays = days.filter((day) =>
      season.rounds.weekdays.includes(WEEKDAYS[weekdayIndex(day)]!),
    );
    this.batteries = new Map(season.batteries.map((battery) => [battery.id, battery]));
    this.chargers = new Map(season.chargers.map((charger) => [charger.id, charger]));
    this.halls = new Map(
      season.halls.map((hall) => [
        hall.id,
        { ...hall, mean: valueOn(hall.celsius), min: valueOn(hall.minCelsius ?? hall.celsius) },
      ]),
    );
    this.z = deviate(1 - season.risk);
  }

  breaches(): Breach[] {
    let last = '';
    for (const round of this.plan.rounds) {
      this.round(round, last);
      last = round.date;
    }
    const lives = this.season.batteries.map(
      (battery) => new BatteryLife(this, battery, this.done.get(battery.id) ?? []),
    );
    const under = lives.reduce((sum, life) => sum + life.lived(), 0);
    this.occupied();
    this.pinned();
    this.totals(under);
    this.costs(lives.reduce((sum, { expense }) => sum + (expense?.money ?? 0), 0));
    return this.all;
  }

  say(battery: string | null, rule: Breach['rule'], date: string, why: string): void {
    this.all.push({ battery, rule, date, why });
  }

  upTo(day: Day): Day | undefined {
    return this.roundDays.findLast((round) => round <= day);
  }

  after(day: Day): Day | undefined {
    return this.roundDays.find((round) => round > day);
  }

  /** What a round does, and what it takes. */
  private round(round: PlanDocument['rounds'][number], last: string): void {
    const { date } = round;
    const { minutes: takes, rounds } = this.season;
    if (!this.roundDays.includes(toDay(date))) {
      this.say(null, 'visit', date, 'There is no round on that day.');
    }
    if (date <= last) this.say(null, 'visit', date, 'Rounds are not in order of time.');
    const entered = new Set<string>();
    const stopped = new Set<string>();
    const seen = new Set<string>();
    let minutes = 0;
    for (const { stop, hall, visits } of round.stops) {
      entered.add(hall);
      if (stopped.has(`${hall}\n${stop}`)) this.say(null, 'visit', date, `${stop} comes twice.`);
      stopped.add(`${hall}\n${stop}`);
      minutes += takes.stop;
      for (const visit of visits) minutes += this.visit(visit, stop, hall, date, seen);
    }
    minutes += entered.size * takes.hall + this.driven(entered);
    this.minutes += minutes;
    if (Math.abs(minutes - round.minutes) > TENTH) {
      const why = `It takes ${minutes} minutes, and the plan says ${round.minutes}.`;
      this.say(null, 'totals', date, why);
    }
    if (minutes > rounds.minutes + EPS) {
      this.say(null, 'minutes', date, `It takes ${minutes} minutes of ${rounds.minutes}.`);
    }
  }

  /** Minutes on the road to halls that stand elsewhere: each place once. */
  private driven(entered: ReadonlySet<string>): number {
    const places = new Set([...entered].map((hall) => this.halls.get(hall)?.place));
    return (this.season.places ?? []).reduce(
      (sum, { id, minutes }) => sum + (places.has(id) ? minutes : 0),
      0,
    );
  }

  /** Notes a visit; answers its minutes. */
  private visit(
    visit: PlanDocument['rounds'][number]['stops'][number]['visits'][number],
    stop: string,
    hall: string,
    date: string,
    seen: Set<string>,
  ): number {
    const battery = this.batteries.get(visit.battery);
    if (!battery || battery.stop !== stop || battery.hall !== hall) {
      this.say(visit.battery, 'visit', date, `It does not stand at ${stop} in ${hall}.`);
      return 0;
    }
    if (seen.has(visit.battery)) this.say(visit.battery, 'visit', date, 'It comes twice.');
    seen.add(visit.battery);
    if (visit.jobs.includes('connect')) this.charges++;
    const list = this.done.get(visit.battery) ?? [];
    const { charger, channel } = visit;
    list.push({ ...visit, day: toDay(date), date, charger, channel });
    this.done.set(visit.battery, list);
    return visit.jobs.reduce((sum, job) => sum + this.season.minutes[job], 0);
  }

  private totals(underLineDays: number): void {
    const { totals, rounds, lowerBoundMinutes } = this.plan;
    const { minutes, charges } = this;
    if (Math.abs(minutes - totals.minutes) > TENTH + EPS * rounds.length) {
      const why = `It takes ${minutes} minutes, and the plan says ${totals.minutes}.`;
      this.say(null, 'totals', '', why);
    }
    const counts = { rounds: rounds.length, charges, underLineDays };
    for (const key of ['rounds', 'charges', 'underLineDays'] as const) {
      if (counts[key] === totals[key]) continue;
      this.say(null, 'totals', '', `${key}: ${counts[key]}, and the plan says ${totals[key]}.`);
    }
    if (lowerBoundMinutes !== null && lowerBoundMinutes > minutes + EPS) {
      const why = `${minutes} minutes are less than the bound of ${lowerBoundMinutes}.`;
      this.say(null, 'bound', '', why);
    }
  }

  /** What is proven of the cost of all plans is of this one too. */
  private boundOfCost(cost: number): void {
    const { lowerBoundCost } = this.plan;
    if (
      lowerBoundCost === undefined ||
      lowerBoundCost === null ||
      lowerBoundCost <= cost + hundredth(cost)
    )
      return;
    const why = `A cost of ${cost.toFixed(2)} is less than the bound of ${lowerBoundCost}.`;
    this.say(null, 'bound', '', why);
  }

  /** What it costs, where its season has prices. */
  private costs(besides: number): void {
    const { prices } = this.season;
    const told = this.plan.totals.cost;
    const cost = prices ? this.minutes * prices.minute + besides : undefined;
    if (cost !== undefined) this.boundOfCost(cost);
    const isRight =
      cost === undefined || told === undefined
        ? cost === told
        : Math.abs(cost - told) <= hundredth(cost);
    if (isRight) return;
    const why = `It costs ${cost?.toFixed(2) ?? 'nothing that is told'}, and the plan says ${told ?? 'nothing'}.`;
    this.say(null, 'totals', '', why);
  }

  /**
   * Channels, chargers in a hall, and air, day by day. What hangs since before today was not hung
   * by the plan: it breaks a rule only where the plan hangs something beside it.
   */
  private occupied(): void {
    for (let day = this.today; day <= this.end; day++) {
      const date = dayName(day);
      const channels = new Map<string, string>();
      const hallOf = new Map<string, string>();
      const air = new Map<string, number>();
      const planned = new Set<string>();
      for (const { battery, charger, channel, from: since, to } of this.hangings) {
        if (day < since || day >= to) continue;
        if (since >= this.today) planned.add(battery.hall).add(charger);
        const key = `${charger}/${channel}`;
        if (channels.has(key)) {
          this.say(battery.id, 'channel', date, `${channels.get(key)!} hangs on ${key} too.`);
        }
        channels.set(key, battery.id);
        if (planned.has(charger) && hallOf.has(charger) && hallOf.get(charger) !== battery.hall) {
          this.say(battery.id, 'channel', date, `${charger} stands in ${hallOf.get(charger)!}.`);
        }
        hallOf.set(charger, battery.hall);
        const { brokenUntil } = this.chargers.get(charger)!;
        if (brokenUntil && since >= this.today && since < toDay(brokenUntil)) {
          this.say(battery.id, 'channel', date, `${charger} is broken until ${brokenUntil}.`);
        }
        const gas = { flooded: 20, efb: 20, agm: 8, gel: 8, lfp: 0 }[battery.chemistry];
        const needs = (0.05 * battery.cells * gas * battery.capacityAh) / 1000;
        air.set(battery.hall, (air.get(battery.hall) ?? 0) + needs);
      }
      for (const [id, hall] of this.halls) {
        if (!planned.has(id)) continue;
        const used = [...hallOf.values()].filter((one) => one === id).length;
        if (hall.outlets !== undefined && used > hall.outlets) {
          this.say(
            null,
            'outlets',
            date,
            `${used} chargers in ${id}, and ${hall.outlets} outlets.`,
          );
        }
        const needs = air.get(id) ?? 0;
        if (hall.ventilationM3PerHour !== undefined && needs > hall.ventilationM3PerHour + EPS) {
          this.say(null, 'air', date, `${needs.toFixed(2)} m³/h in ${id}.`);
        }
      }
    }
  }

  private pinned(): void {
    for (const pin of this.season.pins) {
      const visit = this.done.get(pin.battery)?.find(({ date }) => date === pin.date);
      const kept =
        visit &&
        pin.jobs.every((job) => visit.jobs.includes(job)) &&
        (pin.charger === undefined ||
          !pin.jobs.includes('connect') ||
          visit.charger === pin.charger) &&
        (pin.channel === undefined ||
          !pin.jobs.includes('connect') ||
          visit.channel === pin.channel);
      if (!kept)
        this.say(pin.battery, 'pin', pin.date, 'What was decided by hand is not in the plan.');
    }
  }
}
