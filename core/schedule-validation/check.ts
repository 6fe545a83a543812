import { freezingOfSoc } from '../battery/acid';
import type { SeasonJob } from '../logbook/season-jobs';
import { WEEKDAYS, dayName, toDay, weekdayIndex, type Day } from '../day';
import type { PlanDocument, SeasonBattery, SeasonDocument, SeasonRule } from '../schedule/document';

/** Something that a plan does, or leaves, against the rules of its season. */
export interface Breach {
  /** Null: of the plan as a whole. */
  readonly battery: string | null;
  readonly rule:
    SeasonRule | 'visit' | 'channel' | 'minutes' | 'outlets' | 'air' | 'totals' | 'bound';
  readonly date: string;
  readonly why: string;
}

const EPS = 1e-4;
/** Plans give minutes and percents to a tenth. */
const TENTH = 0.0501;

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

interface Done {
  readonly date: string;
  readonly day: Day;
  readonly jobs: readonly SeasonJob[];
  readonly charger: string | undefined;
  readonly channel: number | undefined;
}

interface Hanging {
  readonly battery: SeasonBattery;
  readonly charger: string;
  readonly channel: number;
  /** Days on which it hangs there, the last one not. */
  readonly from: Day;
  readonly to: Day;
}

type Hall = SeasonDocument['halls'][number] & {
  readonly mean: (day: Day) => number;
  readonly min: (day: Day) => number;
};

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
class PlanCheck {
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
    const under = this.season.batteries.map((battery) =>
      new BatteryLife(this, battery, this.done.get(battery.id) ?? []).lived(),
    );
    this.occupied();
    this.pinned();
    this.totals(under.reduce((sum, days) => sum + days, 0));
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
    minutes += entered.size * takes.hall;
    this.minutes += minutes;
    if (Math.abs(minutes - round.minutes) > TENTH) {
      const why = `It takes ${minutes} minutes, and the plan says ${round.minutes}.`;
      this.say(null, 'totals', date, why);
    }
    if (minutes > rounds.minutes + EPS) {
      this.say(null, 'minutes', date, `It takes ${minutes} minutes of ${rounds.minutes}.`);
    }
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

interface OnCharge {
  readonly charger: string;
  readonly channel: number;
  readonly from: Day;
  readonly ready: Day;
}

/** Lives one battery through its visits, day by day. */
class BatteryLife {
  private readonly until: Day;
  private readonly collect: Day | null;
  private readonly hall: Hall;
  private readonly firstRound: Day | undefined;
  private readonly lastRound: Day | undefined;
  private readonly draw: number;
  private soc: number;
  private on: OnCharge | null;
  private begunFirst: boolean;
  private handedBack = false;
  private under = 0;
  private lowest: { soc: number; date: string };
  private readonly looks: Day[];
  private readonly fulls: { day: Day; asSoonAsCanBe: boolean }[];
  private readonly levels: Day[];
  /** Stretches on charge, each with the lamps that were looked at. */
  private readonly lamps: { days: Day[]; to: Day }[] = [];

  constructor(
    private readonly check: PlanCheck,
    private readonly battery: SeasonBattery,
    private readonly visits: readonly Done[],
  ) {
    const { today, end } = check;
    this.hall = check.halls.get(battery.hall)!;
    this.collect = battery.collect ? toDay(battery.collect) : null;
    this.until = this.collect ?? end;
    this.lastRound = check.upTo(Math.min(this.until, end));
    this.firstRound = check.after(this.notBefore - 1);
    this.draw = battery.negativeOn ? (100 * battery.drawMa * 0.024) / battery.capacityAh : 0;
    this.soc = battery.socPct;
    this.lowest = { soc: Infinity, date: check.season.today };
    this.looks = [toDay(battery.lastRead)];
    this.fulls = [{ day: toDay(battery.lastFull), asSoonAsCanBe: false }];
    this.levels = battery.lastLevels ? [toDay(battery.lastLevels)] : [];
    const hung = battery.charging ?? battery.kept;
    const ready = battery.charging ? toDay(battery.charging.finishedOn) : today;
    this.on = hung
      ? { charger: hung.charger, channel: hung.channel, from: today - 1, ready }
      : null;
    this.begunFirst = this.on !== null;
    if (this.on) {
      const since = battery.charging ? toDay(battery.charging.since) : toDay(battery.lastRead);
      this.lamps.push({ days: [since], to: this.until });
    }
  }

  private get notBefore(): Day {
    return this.battery.notBefore ? toDay(this.battery.notBefore) : this.check.today;
  }

  private say(rule: Breach['rule'], date: string, why: string): void {
    this.check.say(this.battery.id, rule, date, why);
  }

  /** Days under its line. */
  lived(): number {
    for (const { day, date } of this.visits) {
      if (this.lastRound !== undefined && day > this.lastRound) {
        this.say('visit', date, 'After its last round.');
      }
      if (day < this.notBefore) this.say('visit', date, 'Before it may be visited.');
    }
    const byDay = new Map(this.visits.map((visit) => [visit.day, visit]));
    for (let day = this.check.today; day <= this.until; day++) {
      if (!this.on) this.stands(day);
      const visit = byDay.get(day);
      if (visit) this.visited(visit);
      if (this.on) this.feeds(day, this.on);
      else if (day < this.until) this.soc -= this.lossOn(day);
    }
    this.ends();
    this.intervals();
    return this.under;
  }

  private lossOn(day: Day): number {
    const { selfDischargePctPerMonthAt20C: self, lossSpreadPct = 0 } = this.battery;
    const warm = 2 ** ((this.hall.mean(day) - 20) / 10);
    return (this.draw + (self / 30) * warm) * (1 + (this.check.z * lossSpreadPct) / 100);
  }

  /** Off charge, at the start of a day. */
  private stands(day: Day): void {
    const { soc } = this;
    const { lineSocPct, chemistry } = this.battery;
    const date = dayName(day);
    if (soc < this.lowest.soc) this.lowest = { soc, date };
    if (soc < lineSocPct - EPS) {
      this.under++;
      this.say('line', date, `${soc.toFixed(2)} % is under ${lineSocPct} %.`);
      return;
    }
    const freezes = freezingOfSoc(chemistry, soc + EPS);
    if (freezes !== null && freezes > this.hall.min(day) - 3 + EPS) {
      this.say('frost', date, `It freezes at ${freezes.toFixed(1)} °C.`);
    }
  }

  private visited(visit: Done): void {
    const { day, date, jobs } = visit;
    const has = (job: SeasonJob) => jobs.includes(job);
    if (has('disconnect')) {
      if (this.on) this.takenOff(day, date, this.on);
      else this.say('visit', date, 'It hangs on nothing.');
    }
    if (has('reading')) this.looks.push(day);
    if (has('levels')) this.levels.push(day);
    if (has('lamp') && this.on) this.lamps.at(-1)!.days.push(day);
    if (has('handBack')) {
      this.handedBack = true;
      if (this.on) this.say('handBack', date, 'It hangs on a charger still.');
      if (day !== this.lastRound || this.collect === null) {
        this.say('visit', date, 'It is not its last round.');
      }
    }
    if (has('connect')) this.hung(visit);
  }

  private takenOff(day: Day, date: string, { ready, charger, channel, from }: OnCharge): void {
    if (day < ready) this.say('charge', date, 'Its charge has not ended.');
    this.check.hangings.push({ battery: this.battery, charger, channel, from, to: day });
    this.lamps.at(-1)!.to = day;
    const first = this.check.roundDays.find((round) => round >= ready);
    this.fulls.push({ day, asSoonAsCanBe: this.begunFirst && first === day });
    this.looks.push(day);
    this.soc = 100;
    this.on = null;
    this.begunFirst = false;
  }

  private hung({ day, date, charger: id, channel }: Done): void {
    const { battery, check } = this;
    const charger = check.chargers.get(id ?? '');
    if (this.on || !charger || channel === undefined) {
      this.say('visit', date, this.on ? 'It hangs on a charger already.' : 'On which channel?');
      return;
    }
    const allowed = battery.mayHang?.find((one) => one.charger === charger.id);
    if (channel > charger.channels) this.say('channel', date, 'There is no such channel.');
    if (
      (battery.mayHang && !allowed) ||
      !charger.chemistries.includes(battery.chemistry) ||
      !charger.nominalVolts.includes(battery.nominalVolts) ||
      (charger.halls && !charger.halls.includes(battery.hall))
    ) {
      this.say('charge', date, `${charger.id} does not suit it.`);
    }
    const drawn = battery.acceptance === undefined || battery.negativeOn;
    const spare = (allowed?.amps ?? charger.amps) - (drawn ? battery.drawMa / 1000 : 0);
    if (spare <= 0) this.say('charge', date, `${charger.id} gives no more than it draws.`);
    const hours = battery.acceptance
      ? hoursByAcceptance(battery.acceptance, battery.capacityAh, this.soc, spare)
      : (1.1 * battery.capacityAh * (100 - this.soc)) / 100 / spare +
        (battery.chemistry === 'lfp' ? 1 : 4);
    this.on = { charger: charger.id, channel, from: day, ready: day + Math.ceil(hours / 24 - EPS) };
    this.begunFirst = this.fulls.length === 1 && day === this.firstRound;
    this.lamps.push({ days: [day], to: this.until });
  }

  private feeds(day: Day, { from }: OnCharge): void {
    const { today, roundDays } = this.check;
    if (this.battery.chemistry !== 'lfp' || this.battery.kept || day < Math.max(from, today))
      return;
    // What hangs since before today is not begun by this plan.
    const begun = from >= today || day >= (roundDays[0] ?? today);
    if (begun && this.hall.min(day) <= 0) {
      this.say('charge', dayName(day), 'Lithium is not charged in frost.');
    }
  }

  private ends(): void {
    const { battery, check, collect, until, soc, on, lowest } = this;
    if (on) {
      const { charger, channel, from } = on;
      check.hangings.push({ battery, charger, channel, from, to: until + 1 });
      if (!battery.kept || collect !== null) {
        this.say('charge', dayName(until), 'It hangs on a charger to the end.');
      }
    }
    if (collect !== null) {
      if (!this.handedBack) this.say('handBack', dayName(collect), 'Nobody hands it back.');
      if (battery.collectSocPct !== undefined && !on && soc < battery.collectSocPct - EPS) {
        this.say('collect', dayName(collect), `It stands at ${soc.toFixed(2)} %.`);
      }
    }
    const told = check.plan.lowestSocPct.find((one) => one.battery === battery.id);
    if (Number.isFinite(lowest.soc) && told && Math.abs(told.socPct - lowest.soc) > TENTH + EPS) {
      const why = `Its lowest is ${lowest.soc.toFixed(2)} %, and the plan says ${told.socPct} %.`;
      this.say('totals', lowest.date, why);
    }
  }

  private intervals(): void {
    const { battery, levels, until } = this;
    if (!battery.kept) {
      this.interval('reading', this.looks, battery.readingEveryDays, until);
      if (battery.rechargeEveryDays !== undefined) this.recharges(battery.rechargeEveryDays);
    }
    if (battery.levelsEveryDays !== undefined) {
      // Never looked at: overrun from the beginning.
      const isNew = levels[0] === undefined || levels[0] >= this.check.today;
      const days = isNew ? [-1e6, ...levels] : levels;
      this.interval('levels', days, battery.levelsEveryDays, until);
    }
    if (battery.lampEveryDays !== undefined) {
      for (const { days, to } of this.lamps) {
        this.interval('lamp', days, battery.lampEveryDays, to);
      }
    }
  }

  /** The day by which something must be done again, or null where nothing asks for it before `until`. */
  private deadline(last: Day, every: number, until: Day): Day | null {
    const { today } = this.check;
    const overrun = last + every;
    if (overrun >= until) return null;
    const following = this.check.after(Math.max(last, today - 1));
    if (following === undefined || this.firstRound === undefined) return null;
    const next = Math.max(following, this.firstRound);
    const before = overrun < today ? undefined : this.check.upTo(overrun);
    return before === undefined ? next : Math.max(next, before);
  }

  private interval(rule: SeasonRule, days: readonly Day[], every: number, until: Day): void {
    for (let i = 0; i < days.length; i++) {
      const due = this.deadline(days[i]!, every, until);
      if (due === null || due > until) continue;
      const next = days[i + 1] ?? Infinity;
      if (next > due && due < until) {
        const when = next === Infinity ? 'never' : dayName(next);
        this.say(rule, dayName(due), `It was due by then, and is done ${when}.`);
      } else if (next > due && due === until && rule !== 'lamp' && next > until) {
        this.say(rule, dayName(due), 'It was due by then.');
      }
    }
  }

  private recharges(every: number): void {
    const { fulls, until, firstRound = 0 } = this;
    for (let i = 0; i < fulls.length; i++) {
      const due = this.deadline(fulls[i]!.day, every, until);
      if (due === null || due > until) continue;
      const next = fulls[i + 1];
      const isFirst = i === 0 && due <= firstRound;
      if (next && (next.day <= due || (isFirst && next.asSoonAsCanBe))) continue;
      this.say('recharge', dayName(due), 'It was to be full again by then.');
    }
  }
}

/**
 * Hours of a charge to full at constant current, then at falling current; written here once more,
 * on purpose apart from the planner's: a check that asks the planner checks nothing.
 */
function hoursByAcceptance(
  { hours, factor }: { readonly hours: number; readonly factor: number },
  capacityAh: number,
  socPct: number,
  amps: number,
): number {
  const full = 1.005;
  const from = Math.min(0.97, socPct / 100);
  const turn = Math.max(from, Math.min(1, full - (hours * amps) / capacityAh));
  return (
    ((turn - from) * factor * capacityAh) / amps + hours * factor * Math.log((full - turn) / 0.005)
  );
}
