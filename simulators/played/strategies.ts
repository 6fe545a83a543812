import { cellsFor } from '../../core/battery/chemistries';
import { socOfVolts } from '../../core/battery/state-of-charge';
import type { Day } from '../../core/day';
import { DEFAULT_RULES } from '../../core/rules/rules';
import { CHEMISTRIES } from '../../core/battery/chemistries';
import { MINUTES } from '../../core/plan/jobs';
import { PROCEDURE_NAMES } from '../../core/logbook/procedure-names';
import { limitMa } from '../../core/rules/draw-limit';
import { showMilliamps } from '../meter';
import type { PlayedBattery, PlayedSite } from './site';

/** A way of keeping the site: what is done in one round. */
export interface Way {
  readonly name: string;
  /** Called at nine in the morning of each round, with the site as it stands then. */
  round(site: PlayedSite, day: Day): void;
}

/** "Monthly", for somebody who walks twice a week. */
const MONTH_DAYS = 28;
/** In the last days before its owner comes each is charged once more. */
const BEFORE_COLLECTION_DAYS = 10;
/** A draw over the limit is hunted for so long; somebody walks round the vehicle for so long. */
export const HUNT_MINUTES = 20;
export const LOOK_MINUTES = 3;
const nobody = () => undefined;

/** What a reading stands for by the house's scale, percent. */
function socOf(one: PlayedBattery, volts: number): number {
  const { chemistry } = one.spec;
  return socOfVolts({
    chemistry,
    cells: cellsFor(chemistry, one.spec.volts),
    scale: DEFAULT_RULES.scale[chemistry],
    celsius: one.battery.temperature,
    volts,
  });
}

/** What the three habits have in common. */
abstract class Habit implements Way {
  abstract readonly name: string;
  protected readonly lastRead = new Map<string, Day>();
  protected readonly lastFull = new Map<string, Day>();
  /** As it was measured, and what is measured again. */
  protected readonly drawMa = new Map<string, number>();

  round(site: PlayedSite, day: Day): void {
    for (const one of site.here(day)) {
      if (one.from === day) {
        site.layUp(one, (kind, subjectId, _at, data) => {
          if (kind !== 'draw' || subjectId !== one.id) return;
          const { milliamps } = data as { milliamps: number };
          this.drawMa.set(one.id, milliamps);
        });
        this.lastRead.set(one.id, day);
        this.lastFull.set(one.id, day);
        this.hunted(site, one, day);
        this.arrived(site, one);
        continue;
      }
      if (one.hook) this.hangs(site, one, day);
      if (one.handBackRound === day) {
        site.handBack(one, MINUTES['hand-back']);
        continue;
      }
      if (one.hook || site.walked >= DEFAULT_RULES.roundMinutes) continue;
      const soon = one.day - day <= BEFORE_COLLECTION_DAYS;
      if (soon && day - this.lastFull.get(one.id)! > BEFORE_COLLECTION_DAYS) {
        this.charge(site, one);
      } else this.attend(site, one, day);
    }
  }

  /** What was measured at lay-up is over the limit: it is looked for, and put right. */
  protected hunted(site: PlayedSite, one: PlayedBattery, day: Day): void {
    const { kind } = one.stay.vehicle;
    if ((this.drawMa.get(one.id) ?? 0) <= limitMa(kind, DEFAULT_RULES)) return;
    site.spend(one, HUNT_MINUTES);
    site.repair(one, day);
    this.drawMa.set(one.id, showMilliamps(one.truth.drawMa(day - one.from), site.chance));
  }

  /** What else is done with one that has just been laid up. */
  protected abstract arrived(site: PlayedSite, one: PlayedBattery): void;

  protected abstract attend(site: PlayedSite, one: PlayedBattery, day: Day): void;

  private hangs(site: PlayedSite, one: PlayedBattery, day: Day): void {
    if (one.onMaintainer || one.lamp !== 'holding') {
      site.spend(one, MINUTES.lamp);
      if (one.lamp === null) site.plugIn(one);
      return;
    }
    site.takeOff(one);
    site.spend(one, MINUTES['take-off']);
    this.lastFull.set(one.id, day);
  }

  protected charge(site: PlayedSite, one: PlayedBattery): void {
    const hook = site.hookFor(one, 'charge');
    if (!hook) return;
    site.hang(one, hook);
    site.spend(one, MINUTES.recharge);
  }

  /** Reads it when a month is over, and charges it where that is under the line. */
  protected readMonthly(site: PlayedSite, one: PlayedBattery, day: Day): void {
    if (day - this.lastRead.get(one.id)! < MONTH_DAYS) return;
    const volts = site.read(one);
    this.lastRead.set(one.id, day);
    one.lastVolts = volts;
    if (socOf(one, volts) <= DEFAULT_RULES.lineSocPct[one.spec.chemistry]) {
      this.charge(site, one);
      // None was free: another look in a week or so.
      if (!one.hook) this.lastRead.set(one.id, day - MONTH_DAYS + 7);
    }
  }
}

/** A full charge for each, once a month. */
export class EverythingMonthly extends Habit {
  readonly name = 'everything monthly';
  protected arrived = nobody;

  protected attend(site: PlayedSite, one: PlayedBattery, day: Day): void {
    if (day - this.lastFull.get(one.id)! >= MONTH_DAYS) this.charge(site, one);
  }
}

/** A reading for each, once a month; what is under the line is charged. */
export class MonthlyReading extends Habit {
  readonly name = 'monthly reading, recharge under the line';
  protected arrived = nobody;

  protected attend(site: PlayedSite, one: PlayedBattery, day: Day): void {
    this.readMonthly(site, one, day);
  }
}

/** A maintainer on whatever has an outlet, and monthly readings for the rest. */
export class MaintainersFirst extends Habit {
  readonly name = 'maintainers at outlets, monthly readings';

  protected arrived(site: PlayedSite, one: PlayedBattery): void {
    if (one.hook || one.details.outletMetres === null) return;
    const hook = site.hookFor(one, 'maintain');
    if (!hook || hook.outletId === null) return;
    site.hang(one, hook);
    one.onMaintainer = true;
    one.charging = false;
    site.spend(one, MINUTES.recharge);
  }

  protected attend(site: PlayedSite, one: PlayedBattery, day: Day): void {
    this.readMonthly(site, one, day);
  }
}

/** A fall by so much more than was reckoned is a surprise, percent. */
const SURPRISE_PCT = 6;
/** Under so much some days after a full charge a reading is poor, percent by the scale. */
const POOR_PCT = 86;
/** Read so many days after a charge, it tells what the charge came to. */
const RESTED_DAYS = 3;
/** Charged in the last round from which its reserve on paper would not last by so many days. */
const AHEAD_DAYS = 5;
/** Self-discharge in a hall, of what it is at 20 °C on paper. */
const COOL = 0.5;

interface Page {
  /** By its last reading or charge, percent. */
  soc: number;
  since: Day;
  /** What its own readings showed it to lose, percent a day; null: on paper. */
  loses: number | null;
  /** Charged, and not read since. */
  unread: boolean;
  /** Poor readings after a charge, one after the other. */
  poor: number;
}

/**
 * As careful as one is with a notebook: hours of standing on paper from the draw that was measured,
 * a reading at least every 28 days and some days after each charge, a draw test and a hunt where it
 * fell by more than was reckoned, its own loss from then on, and after two poor readings in a row
 * another battery.
 */
export class CarefulNotebook extends Habit {
  readonly name = 'a careful notebook';
  private readonly pages = new Map<string, Page>();

  protected arrived = (_site: PlayedSite, one: PlayedBattery): void => {
    const soc = Math.min(100, socOf(one, one.lastVolts));
    this.pages.set(one.id, { soc, since: one.from, loses: null, unread: false, poor: 0 });
  };

  /** Percent a day on paper: the draw over the rated hours, and the self-discharge of its kind. */
  private onPaper(one: PlayedBattery): number {
    const self = CHEMISTRIES[one.spec.chemistry].selfDischargePctPerMonthAt20C.value;
    const draw = one.battery.connected ? (this.drawMa.get(one.id) ?? one.spec.drawMa) : 0;
    return (100 * draw * 0.024) / one.spec.ah + (COOL * self) / 30;
  }

  protected attend(site: PlayedSite, one: PlayedBattery, day: Day): void {
    const page = this.pages.get(one.id)!;
    const full = this.lastFull.get(one.id)!;
    if (full > page.since) Object.assign(page, { soc: 98, since: full, unread: true });
    const rested = day - full >= RESTED_DAYS;
    if (day - this.lastRead.get(one.id)! >= MONTH_DAYS || (page.unread && rested)) {
      this.readAndJudge(site, one, page, day);
    }
    if (one.hook) return;
    const loses = page.loses ?? this.onPaper(one);
    const left = page.soc - loses * (day - page.since + AHEAD_DAYS);
    if (left <= DEFAULT_RULES.lineSocPct[one.spec.chemistry]) this.charge(site, one);
  }

  private readAndJudge(site: PlayedSite, one: PlayedBattery, page: Page, day: Day): void {
    const days = day - page.since;
    const reckoned = page.soc - (page.loses ?? this.onPaper(one)) * days;
    let soc = Math.min(100, socOf(one, (one.lastVolts = site.read(one))));
    const flat = CHEMISTRIES[one.spec.chemistry].flatVoltage;
    const after = page.unread;
    const surprises = () => !flat && soc < reckoned - SURPRISE_PCT;
    // Once more, on bright metal.
    if (surprises()) soc = Math.min(100, socOf(one, (one.lastVolts = site.read(one))));
    this.lastRead.set(one.id, day);
    if (after && !flat) {
      page.poor = soc < POOR_PCT ? page.poor + 1 : 0;
      if (page.poor >= 2) one.advisedOn ??= day;
      if (page.poor === 1) this.charge(site, one);
    } else if (surprises()) {
      if (one.battery.connected) this.look(site, one, day);
      if (days >= 5) page.loses = Math.max(this.onPaper(one), (page.soc - soc) / days);
    }
    Object.assign(page, { soc: flat ? reckoned : soc, since: day, unread: false });
  }

  /** Something draws: what was left on is seen, what is hidden shows on the meter. */
  private look(site: PlayedSite, one: PlayedBattery, day: Day): void {
    site.spend(one, LOOK_MINUTES);
    if (one.trouble?.kind === 'left-on') site.repair(one, day);
    site.spend(one, PROCEDURE_NAMES['draw-test'].minutes);
    this.drawMa.set(one.id, showMilliamps(one.truth.drawMa(day - one.from), site.chance));
    this.hunted(site, one, day);
  }
}
