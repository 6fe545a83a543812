import { freezingOfSoc } from '../battery/acid';
import type { SeasonJob } from '../logbook/season-jobs';
import { dayName, toDay, type Day } from '../day';
import type { SeasonBattery, SeasonRule } from '../schedule/document';
import { Expense } from './expense';
import { EPS, TENTH, type Breach, type Done, type Hall, type Surroundings } from './breach';

interface OnCharge {
  readonly charger: string;
  readonly channel: number;
  readonly from: Day;
  readonly ready: Day;
}

/** Lives one battery through its visits, day by day. */
export class BatteryLife {
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
  /** Where the season has prices. */
  readonly expense: Expense | null;
  /** Stretches on charge, each with the lamps that were looked at. */
  private readonly lamps: { days: Day[]; to: Day }[] = [];

  constructor(
    private readonly check: Surroundings,
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
    const { prices } = check.season;
    this.expense = prices ? new Expense(prices, battery) : null;
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
      if (this.on) {
        this.feeds(day, this.on);
        if (day >= (this.check.roundDays[0] ?? Infinity) && day < (this.lastRound ?? -Infinity))
          this.expense?.dayHung();
      } else if (day < this.until) {
        this.expense?.dayStood(this.soc);
        this.soc -= this.lossOn(day);
      }
    }
    if (!this.on) this.expense?.filled(this.soc);
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
    if (channel < 1 || channel > charger.channels)
      this.say('channel', date, 'There is no such channel.');
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
    this.expense?.filled(this.soc);
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
    // Rounded to a tenth; of a figure of millions the last digits are those of the arithmetic.
    const allowed = TENTH + EPS + 1e-9 * Math.abs(lowest.soc);
    if (Number.isFinite(lowest.soc) && told && Math.abs(told.socPct - lowest.soc) > allowed) {
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
