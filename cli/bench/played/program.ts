import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { v7 as uuidv7 } from 'uuid';
import { dayName, type Day } from '../../../core/day';
import { rankFits } from '../../../core/charge/fit';
import { freeChannels } from '../../../core/charge/board';
import { possibleHooks } from '../../../core/charge/possible-hooks';
import { fitSubjectOf } from '../../../core/charge/subject';
import { limitMa } from '../../../core/drain/limit';
import { learntOf } from '../../../core/judge/learnt';
import type { Standing } from '../../../core/judge/standing';
import { judgeReading } from '../../../core/judge/verdict';
import { outlookOf } from '../../../core/judge/outlook';
import { ACTED_ON_FROM, findingsOf, type FindingKind } from '../../../core/learn/findings';
import { makeEntry } from '../../../core/logbook/entry';
import type { EntryData, EntryKind } from '../../../core/logbook/kinds';
import { PROCEDURE_MINUTES, jobsToday, minutesOf, type Job } from '../../../core/plan/due';
import type { PlanDocument } from '../../../core/season/document';
import { loadBattery, loadSite, type LoadedSite } from '../../../features/site/load';
import { HAND_BACK_MINUTES, seasonOf } from '../../../features/season/from-site';
import { planFor } from '../../../features/season/plan-for';
import { planned } from '../../../features/season/planned';
import { writePlace } from '../../../demo/make';
import { showMilliamps } from '../../../standins/meter';
import { insertEntry } from '../../../store/entries';
import { dataFile, openStore, type Db } from '../../../store/open';
import { recordEntry } from '../../../store/record';
import { putBattery, putOwner, putVehicle } from '../../../store/site';
import { rebuildStates } from '../../../store/states';
import { writeHallDay } from '../../../store/temperatures';
import { DEMO_OWNERS } from '../../../demo/facts';
import { STOCK, type PlayedBattery, type PlayedSite } from './site';
import type { Way } from './ways';

/** Said of a battery, each of these means that it will not do another season. */
const REPLACE: readonly FindingKind[] = ['will-not-come-up', 'loses-faster-disconnected'];
/** Finding the circuit that draws, once it is known that one does. Our own assumption. */
const HUNT_MINUTES = 20;
/** One job after the other; a round that does not come to an end at a battery is a mistake. */
const MOST_JOBS = 12;

/**
 * An attendant who does what the program's Round says, and writes down what she sees: every
 * entry goes through the store, every judgement and plan is the program's own.
 */
export class ByTheProgram implements Way {
  readonly name = 'Velvet Ember';
  private readonly folder = mkdtempSync(join(tmpdir(), 'velvet-played-'));
  private readonly db: Db;
  private plan: PlanDocument | null = null;
  private seq = 0;
  private thermometersTo: Day;
  /** Visits that the charger board had no place for. */
  refused = 0;

  constructor(private readonly site: PlayedSite) {
    this.db = openStore(dataFile(this.folder));
    // What is measured is the season, and not the disk.
    this.db.pragma('synchronous = OFF');
    this.thermometersTo = site.firstDay - 7;
    this.db.transaction(() => {
      writePlace(this.db);
      DEMO_OWNERS.forEach((owner) => putOwner(this.db, owner));
      site.vehicles.forEach((vehicle) => putVehicle(this.db, vehicle));
      site.papers.forEach((battery) => putBattery(this.db, battery));
    })();
    rebuildStates(this.db);
  }

  close(): void {
    this.db.close();
    rmSync(this.folder, { recursive: true });
  }

  round(_site: PlayedSite, day: Day): void {
    this.db.transaction(() => {
      this.readThermometers(day);
      this.leavers();
      this.arrivals(day);
      const loaded = this.loadedOn(day);
      this.advise(loaded, day);
      this.walk(loaded, day);
    })();
  }

  private readThermometers(day: Day): void {
    for (const [hallId, days] of this.site.hallDays) {
      for (const one of days) {
        if (one.day >= this.thermometersTo && one.day < day) writeHallDay(this.db, hallId, one);
      }
    }
    this.thermometersTo = day;
  }

  private readonly left = new Set<string>();

  /** Who was collected since the last round is not here any more. */
  private leavers(): void {
    for (const one of this.site.batteries) {
      if (!one.gone || this.left.has(one.id)) continue;
      this.left.add(one.id);
      this.write('taken-out', one.id, this.site.at(one.day), {
        to: 'gone',
        hallId: null,
        why: 'collected',
      });
    }
  }

  private arrivals(day: Day): void {
    const touched = new Set<string>();
    for (const one of this.site.here(day)) {
      if (one.from !== day) continue;
      this.site.layUp(one, (kind, subjectId, at, data) => {
        insertEntry(this.db, this.entry(kind, subjectId, at, data), new Date(at).toISOString());
        touched.add(subjectId);
      });
    }
    if (touched.size) rebuildStates(this.db);
  }

  /** The site as the program has it this morning, its plan made anew where it differs. */
  private loadedOn(day: Day): LoadedSite {
    const loaded = loadSite(this.db, this.site.at(day))!;
    this.plan = planFor({ season: seasonOf(loaded), earlier: this.plan });
    if (process.env.DBG)
      for (const u of this.plan.unmet) console.log('UNMET', dayName(day), JSON.stringify(u));
    return planned(loaded, this.plan);
  }

  private advise(loaded: LoadedSite, day: Day): void {
    const byId = new Map(this.site.batteries.map((one) => [one.id, one]));
    for (const { battery, standing, outlook } of loaded.stays.flatMap((stay) => stay.batteries)) {
      const one = byId.get(battery.id)!;
      if (one.advisedOn !== null || !outlook) continue;
      const found = findingsOf(learntOf(standing), ACTED_ON_FROM);
      if (found.some(({ kind }) => REPLACE.includes(kind))) one.advisedOn = day;
    }
  }

  private walk(loaded: LoadedSite, day: Day): void {
    const byId = new Map(this.site.batteries.map((one) => [one.id, one]));
    for (const hall of loaded.halls) {
      for (const stay of loaded.stays) {
        for (const kept of stay.batteries) {
          if (kept.hallId !== hall.id) continue;
          const one = byId.get(kept.battery.id)!;
          if (one.from === day) continue;
          this.visit(one, kept.standing, day);
          if (one.handBackRound === day) this.handBack(one);
        }
      }
    }
  }

  /** Does what is open at a battery, one after the other, as the Round shows it then. */
  private visit(one: PlayedBattery, morning: Standing, day: Day): void {
    const skipped = new Set<string>();
    for (let n = 0; ; n++) {
      if (n > MOST_JOBS) throw new Error(`${one.id} has no end of work on ${dayName(day)}`);
      const at = this.clock(day);
      const kept = loadBattery(this.db, at, one.id);
      if (!kept) return;
      const standing: Standing = { ...kept.standing, planned: morning.planned ?? null };
      const open = jobsToday(standing, outlookOf(standing)).find(
        (job) => !job.done && !skipped.has(nameOf(job)),
      );
      if (!open) return;
      if (!this.does(one, open, standing, at, day)) skipped.add(nameOf(open));
    }
  }

  /** The watch goes on while the round is walked. */
  private clock(day: Day): number {
    return this.site.at(day) + Math.round(this.site.walked * 60_000);
  }

  /** Does one job; false: it cannot be done today. */
  private does(one: PlayedBattery, job: Job, standing: Standing, at: number, day: Day): boolean {
    const { site } = this;
    switch (job.kind) {
      case 'reading': {
        if (process.env.TRACE === one.id) console.log('WHY', standing.planned?.jobs.join(), outlookOf(standing)?.nextReadingRound, day, outlookOf(standing)?.rechargeRound, outlookOf(standing)?.nextReadingDay);
        let volts = site.read(one);
        // Asked whether that is right, she measures again, on bright metal.
        const doubted = judgeReading(standing, { volts }).doubt !== null;
        if (doubted) volts = site.read(one);
        one.lastVolts = volts;
        this.write('reading', one.id, at, {
          volts,
          celsius: null,
          restedHours: null,
          confirmed: doubted,
        });
        return true;
      }
      case 'lamp':
        site.spend(one, minutesOf(job), job.kind);
        this.write('lamp', one.id, at, { state: one.lamp ?? 'dark' });
        return true;
      case 'take-off': {
        if (one.lamp !== 'holding') {
          // Not full yet: it stays on until the next round.
          site.spend(one, minutesOf({ kind: 'lamp', done: false }));
          this.write('lamp', one.id, at, { state: one.lamp ?? 'dark' });
          return false;
        }
        site.spend(one, minutesOf(job), job.kind);
        site.takeOff(one);
        this.write('charge-ended', one.id, at, { full: true, ampHours: null });
        return true;
      }
      case 'recharge':
        return this.hangs(one, standing, at);
      case 'procedure':
        this.follows(one, job, standing, at, day);
        return true;
      case 'inspect':
      case 'mode':
      case 'replace':
        // Nothing is seen at these sites, and their mains never fail.
        throw new Error(`${job.kind} at ${one.id}: not in a played season`);
    }
  }

  private hangs(one: PlayedBattery, standing: Standing, at: number): boolean {
    const subject = fitSubjectOf(standing, one.details, one.hallId, 'charge');
    const hooks = possibleHooks(STOCK, this.site.hanging, subject, one.id, one.stay.bay);
    const wanted = standing.planned?.chargerId ?? null;
    const chosen = hooks.find(({ hook }) => hook.chargerId === wanted) ?? hooks[0];
    if (!chosen) {
      this.refused++;
      if (process.env.DBG)
        console.log(
          'REFUSED',
          new Date(at).toISOString().slice(0, 10),
          one.id,
          one.stay.bay,
          one.spec.chemistry,
          one.battery.restPct.toFixed(0),
          standing.planned?.jobs.join(),
          standing.planned?.chargerId,
          rankFits(STOCK.chargers, subject)
            .slice(0, 4)
            .map((f) => f.charger.id + ': ' + f.refusals.join('; '))
            .join(' | '),
          'free',
          STOCK.chargers.map((c) => c.id + freeChannels(c, this.site.hanging).length).join(' '),
        );
      return false;
    }
    this.site.hang(one, chosen.hook);
    this.site.spend(one, minutesOf({ kind: 'recharge', done: false }));
    this.write('charge-started', one.id, at, {
      charger: chosen.fit.charger.name,
      hook: chosen.hook,
    });
    return true;
  }

  private follows(
    one: PlayedBattery,
    job: Extract<Job, { kind: 'procedure' }>,
    standing: Standing,
    at: number,
    day: Day,
  ): void {
    const { site } = this;
    const { procedure } = job;
    site.spend(one, PROCEDURE_MINUTES[procedure], procedure);
    switch (procedure) {
      case 'draw-test': {
        const age = day - one.from;
        const milliamps = showMilliamps(one.truth.drawMa(age), site.chance);
        this.write('draw', one.id, at, { milliamps });
        if (milliamps > limitMa(standing.vehicleKind, standing.rules)) {
          site.spend(one, HUNT_MINUTES);
          site.repair(one, day);
          const left = showMilliamps(one.truth.drawMa(age), site.chance);
          this.write('draw', one.id, at + 1000, { milliamps: left, changed: true });
        }
        break;
      }
      case 'top-up':
        this.write('levels', one.id, at, {
          cells: Array.from({ length: one.truth.cells }, () => 'mark' as const),
          toppedUp: true,
        });
        break;
      case 'clean':
        this.write('cleaned', one.id, at, { whole: false });
        break;
      case 'hydrometer':
        this.write('hydrometer', one.id, at, {
          gravities: one.battery.gravities.map((gravity) => Number(gravity.toFixed(3))),
          celsius: Number(one.battery.temperature.toFixed(1)),
        });
        break;
      default:
        throw new Error(`${procedure} at ${one.id}: not in a played season`);
    }
    this.write('procedure-done', one.id, at + 2000, { procedure, steps: [] });
  }

  private handBack(one: PlayedBattery): void {
    const at = this.clock(one.handBackRound);
    if (one.charging) this.write('charge-ended', one.id, at, { full: true, ampHours: null });
    if (!one.battery.connected) this.write('negative', one.id, at, { on: true });
    this.site.handBack(one, HAND_BACK_MINUTES);
  }

  private entry<K extends EntryKind>(kind: K, subjectId: string, at: number, data: EntryData<K>) {
    const id = uuidv7({ msecs: at, seq: this.seq++, random: this.site.chance.bytes() });
    return makeEntry(kind, { id, subjectId, at, by: 'attendant' }, data);
  }

  private write<K extends EntryKind>(
    kind: K,
    subjectId: string,
    at: number,
    data: EntryData<K>,
  ): void {
    if (process.env.TRACE === subjectId)
      console.log(
        'TRACE',
        new Date(at).toISOString().slice(0, 10),
        kind,
        JSON.stringify(data).slice(0, 90),
        this.site.batteries.find((b) => b.id === subjectId)?.battery.restPct.toFixed(0),
      );
    const result = recordEntry(
      this.db,
      this.entry(kind, subjectId, at, data),
      new Date(at).toISOString(),
    );
    if (result.outcome === 'conflict') throw new Error(result.reason);
  }
}

const nameOf = (job: Job) => (job.kind === 'procedure' ? job.procedure : job.kind);
