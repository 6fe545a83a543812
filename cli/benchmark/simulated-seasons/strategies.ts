import { cellsFor } from '../../../core/battery/chemistries';
import { socOfVolts } from '../../../core/battery/state-of-charge';
import type { Day } from '../../../core/day';
import { DEFAULT_RULES } from '../../../core/rules/rules';
import { MINUTES } from '../../../core/plan/due';
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
const nobody = () => undefined;

/** What the three habits have in common. */
abstract class Habit implements Way {
  abstract readonly name: string;
  protected readonly lastRead = new Map<string, Day>();
  protected readonly lastFull = new Map<string, Day>();

  round(site: PlayedSite, day: Day): void {
    for (const one of site.here(day)) {
      if (one.from === day) {
        site.layUp(one, nobody);
        this.lastRead.set(one.id, day);
        this.lastFull.set(one.id, day);
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

  /** What else is done with one that has just been laid up. */
  protected abstract arrived(site: PlayedSite, one: PlayedBattery): void;

  protected abstract attend(site: PlayedSite, one: PlayedBattery, day: Day): void;

  private hangs(site: PlayedSite, one: PlayedBattery, day: Day): void {
    if (one.onMaintainer) {
      site.spend(one, MINUTES.lamp);
      return;
    }
    if (one.lamp !== 'holding') {
      site.spend(one, MINUTES.lamp);
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
    const { chemistry } = one.spec;
    const soc = socOfVolts({
      chemistry,
      cells: cellsFor(chemistry, one.spec.volts),
      scale: DEFAULT_RULES.scale[chemistry],
      celsius: one.battery.temperature,
      volts,
    });
    if (soc <= DEFAULT_RULES.lineSocPct[chemistry]) {
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
