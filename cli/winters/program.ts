import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { v7 as uuidv7 } from 'uuid';
import { dayName, type Day } from '../../core/day';
import { possibleHooks } from '../../core/connections/available-connections';
import type { ChargeRequest } from '../../core/connections/charger-suitability';
import type { ChargerConnection } from '../../core/site/charging-equipment';
import { contextOf } from '../../core/context/from-record';
import { limitMa } from '../../core/rules/draw-limit';
import { batteryEstimateOf } from '../../core/record/learnt';
import type { BatteryRecord } from '../../core/record/battery-record';
import { judgeReading } from '../../core/assessment/judge';
import { startForecast } from '../../core/assessment/start-forecast';
import { chargeForecastOf } from '../../core/assessment/charge-forecast';
import { ACTED_ON_FROM, findingsOf, type FindingKind } from '../../core/estimation/findings';
import { makeEntry } from '../../core/logbook/entry';
import type { EntryData, EntryKind } from '../../core/logbook/kinds';
import { keepOrReplace } from '../../core/hand-back/keep-or-replace';
import { advise } from '../../core/plan/adviser';
import { HOUSE_RULES, type RulePatch } from '../../core/rules/rules';
import { jobsToday } from '../../core/plan/due';
import { MINUTES, minutesOf, type Job } from '../../core/plan/jobs';
import { PROCEDURE_NAMES } from '../../core/logbook/procedure-names';
import type { PlanDocument, SeasonDocument, SeasonRule } from '../../core/schedule/document';
import { loadBattery, loadSite } from '../../features/site/load';
import { planContext } from '../../features/site/plan-context';
import type { SiteSnapshot } from '../../features/site/snapshot';
import { seasonDocumentOf } from '../../features/season/from-site';
import { planFor } from '../../features/season/plan-for';
import { planned } from '../../features/season/planned';
import { writePlace } from '../../demo/make';
import { showMilliamps } from '../../simulators/meter';
import { insertEntry } from '../../store/entries';
import { dataFile, openStore, type Db } from '../../store/open';
import { recordEntry } from '../../store/record';
import { putBattery, putOwner, putVehicle } from '../../store/site';
import { rebuildStates } from '../../store/states';
import { writeHallDay } from '../../store/temperatures';
import { DEMO_OWNERS } from '../../demo/facts';
import type { PlayedBattery, PlayedSite } from '../../simulators/played/site';
import { HUNT_MINUTES, LOOK_MINUTES, type Way } from '../../simulators/played/strategies';

/** Said of a battery, these send the attendant round its vehicle. */
const LOOK_AROUND: readonly FindingKind[] = ['sudden-step', 'loses-faster-connected'];
/** Rules that another way of keeping a battery may cure. */
const CURABLE: readonly SeasonRule[] = ['line', 'frost', 'collect'];
/** She has looked round a vehicle, and does not again for so long. */
const LOOKED_DAYS = 28;
/** So long another way of keeping it is given to help. */
const HELPED_DAYS = 14;
/** One job after the other; a round that does not come to an end at a battery is a mistake. */
const MAX_JOBS = 12;

/**
 * An attendant who does what the program's Round says, and writes down what she sees: every
 * entry goes through the store, every judgement and plan is the program's own.
 */
export class ByTheProgram implements Way {
  private readonly folder = mkdtempSync(join(tmpdir(), 'velvet-played-'));
  private readonly db: Db;
  private plan: PlanDocument | null = null;
  /** The season and the plan of the round that is walked. */
  current: { readonly season: SeasonDocument; readonly plan: PlanDocument } | null = null;
  private seq = 0;
  private thermometersTo: Day;
  /** Waiting in this round for a channel that comes free further on. */
  private readonly turnedAway = new Set<PlayedBattery>();
  private readonly lookedAround = new Map<PlayedBattery, Day>();
  /** Whose plan was changed as the adviser said. */
  private readonly replanned = new Map<string, Day>();

  constructor(
    private readonly site: PlayedSite,
    readonly name: string,
    /** House rules that differ from the default. */
    patch: RulePatch = {},
    /** Halls, bays, chargers and owners of its site. */
    setUp: (db: Db) => void = setUpDemo,
  ) {
    this.db = openStore(dataFile(this.folder));
    // What is measured is the season, and not the disk.
    this.db.pragma('synchronous = OFF');
    this.thermometersTo = site.firstDay - 7;
    this.db.transaction(() => {
      setUp(this.db);
      site.world.arriving.forEach(({ vehicle }) => putVehicle(this.db, vehicle));
      site.papers.forEach((battery) => putBattery(this.db, battery));
    })();
    rebuildStates(this.db);
    if (Object.keys(patch).length > 0) {
      this.write('rules-changed', HOUSE_RULES, site.at(site.firstDay - 1), { patch });
    }
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
      this.chooseOtherPlans(loaded, day);
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
  private loadedOn(day: Day): SiteSnapshot {
    const loaded = loadSite(this.db, this.site.at(day))!;
    const season = seasonDocumentOf(loaded, null);
    this.plan = planFor({ season, earlier: this.plan, improve: true });
    this.current = { season, plan: this.plan };
    return planned(loaded, this.plan);
  }

  private advise(loaded: SiteSnapshot, day: Day): void {
    const byId = new Map(this.site.batteries.map((one) => [one.id, one]));
    for (const { battery, standing, outlook } of loaded.stays.flatMap((stay) => stay.batteries)) {
      const one = byId.get(battery.id)!;
      if (!outlook) continue;
      if (one.handBackRound === day) {
        one.foreseen = startForecast(standing, outlook, one.day, true)?.chance.value ?? null;
      }
      if (one.advisedOn !== null) continue;
      if (keepOrReplace(standing).advice === 'replace') one.advisedOn = day;
    }
  }

  /** What the season leaves wanting where it stands is kept as the adviser says. */
  private chooseOtherPlans(loaded: SiteSnapshot, day: Day): void {
    const wanting = new Set(
      this.plan!.unmet.flatMap(({ battery, rule }) => (CURABLE.includes(rule) ? [battery] : [])),
    );
    for (const stay of loaded.stays) {
      for (const kept of stay.batteries) {
        const { id } = kept.battery;
        const before = this.replanned.get(id);
        if (!wanting.has(id) || kept.standing.state.out) continue;
        if (before !== undefined && day - before < HELPED_DAYS) continue;
        // What did not help is not tried again: then it goes to the bench, in the warm.
        const plan =
          before === undefined ? advise(planContext(loaded, kept, stay)).recommended : 'bench';
        this.replanned.set(id, day);
        if (plan === null || plan === kept.standing.state.plan) continue;
        this.write('plan-chosen', id, this.clock(day), { plan });
      }
    }
  }

  private walk(loaded: SiteSnapshot, day: Day): void {
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
    // What was to hang on a charger that came free later in the walk: back again, once.
    const again = [...this.turnedAway];
    this.turnedAway.clear();
    this.site.turnBack();
    const standings = new Map(
      loaded.stays.flatMap(({ batteries }) =>
        batteries.map(({ battery, standing }) => [battery.id, standing] as const),
      ),
    );
    for (const one of again) {
      if (one.handBackRound !== day) this.visit(one, standings.get(one.id)!, day);
    }
    this.turnedAway.clear();
  }

  /** Does what is open at a battery, one after the other, as the Round shows it then. */
  private visit(one: PlayedBattery, morning: BatteryRecord, day: Day): void {
    const skipped = new Set<string>();
    for (let n = 0; ; n++) {
      if (n > MAX_JOBS) throw new Error(`${one.id} has no end of work on ${dayName(day)}`);
      const at = this.clock(day);
      const kept = loadBattery(this.db, at, one.id);
      if (!kept) return;
      const standing: BatteryRecord = { ...kept.standing, planned: morning.planned ?? null };
      const open = jobsToday(standing, chargeForecastOf(standing)).find(
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
  private does(
    one: PlayedBattery,
    job: Job,
    standing: BatteryRecord,
    at: number,
    day: Day,
  ): boolean {
    const { site } = this;
    switch (job.kind) {
      case 'reading': {
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
        this.lookForWhatIsOn(one, at, day);
        return true;
      }
      case 'lamp':
        this.looks(one, at);
        return true;
      case 'take-off': {
        if (one.lamp !== 'holding') {
          // Not full yet: it stays on until the next round.
          this.looks(one, at);
          return false;
        }
        site.spend(one, minutesOf(job));
        site.takeOff(one);
        this.write('charge-ended', one.id, at, { full: true, ampHours: null });
        return true;
      }
      case 'thaw':
        // Into the warm, and left there; what ice has split is seen then.
        site.spend(one, minutesOf(job));
        this.write('thawed', one.id, at, {});
        if (one.frozen) {
          const answers = { case: 'cracked' } as const;
          this.write('inspected', one.id, at, { answers, levels: null, note: '' });
        }
        return true;
      case 'recharge':
        return this.hangs(one, standing, at);
      case 'procedure':
        return this.follows(one, job, standing, at, day);
      case 'hand-back':
        // The walk back comes at the end of the visit: see `handBack`.
        return false;
      case 'replace':
        // Its owner is asked; what comes of it is not played.
        return false;
      case 'inspect':
      case 'mode':
        // Nothing else is seen at these sites, and their mains never fail.
        throw new Error(`${job.kind} at ${one.id}: not in a played season`);
    }
  }

  /** Looks at its lamp; where that is dark, its lead has come off. */
  private looks(one: PlayedBattery, at: number): void {
    this.site.spend(one, minutesOf({ kind: 'lamp', done: false }));
    this.write('lamp', one.id, at, { state: one.lamp ?? 'dark' });
    if (one.lamp !== null) return;
    this.site.plugIn(one);
    this.write('lamp', one.id, at + 1000, { state: one.lamp! });
  }

  /**
   * Told that something was left on, she looks for it; a key or a lamp is seen, a fault is not. Told
   * so again, she has looked, unless it was a while ago.
   */
  private lookForWhatIsOn(one: PlayedBattery, at: number, day: Day): void {
    const kept = loadBattery(this.db, at, one.id);
    if (!kept || !one.battery.connected) return;
    const found = findingsOf(batteryEstimateOf(kept.standing), ACTED_ON_FROM);
    if (!found.some(({ kind }) => LOOK_AROUND.includes(kind))) return;
    if (day - (this.lookedAround.get(one) ?? -Infinity) < LOOKED_DAYS) return;
    this.lookedAround.set(one, day);
    this.site.spend(one, LOOK_MINUTES);
    if (one.trouble?.kind === 'left-on') this.site.repair(one, day);
  }

  /** The channel that the plan has for it, or the best that is free. */
  private hookFor(
    one: PlayedBattery,
    standing: BatteryRecord,
    purpose: ChargeRequest['purpose'],
  ): ChargerConnection | null {
    const context = contextOf(standing, chargeForecastOf(standing));
    const request = { context, hallId: one.hallId, room: null, purpose };
    const hooks = possibleHooks(
      this.site.world.stock,
      this.site.hanging,
      request,
      one.id,
      one.stay.bay,
    );
    const wanted = standing.planned?.chargerId ?? null;
    return (hooks.find(({ hook }) => hook.chargerId === wanted) ?? hooks[0])?.hook ?? null;
  }

  private hangs(one: PlayedBattery, standing: BatteryRecord, at: number): boolean {
    const hook = this.hookFor(one, standing, 'charge');
    if (!hook) {
      this.turnedAway.add(one);
      return false;
    }
    this.site.hang(one, hook);
    this.site.spend(one, minutesOf({ kind: 'recharge', done: false }));
    const charger = this.site.world.stock.chargers.find(({ id }) => id === hook.chargerId)!.name;
    this.write('charge-started', one.id, at, { charger, hook });
    return true;
  }

  private follows(
    one: PlayedBattery,
    job: Extract<Job, { kind: 'procedure' }>,
    standing: BatteryRecord,
    at: number,
    day: Day,
  ): boolean {
    const { site } = this;
    const { procedure } = job;
    // This world has no law for it: its tester stays in the van.
    if (procedure === 'load-test' && one.start === null) return false;
    site.spend(one, PROCEDURE_NAMES[procedure].minutes);
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
      case 'load-test':
        this.write('load-tested', one.id, at, {
          ...site.loadTest(one),
          celsius: Math.round(one.battery.temperature),
        });
        break;
      case 'before-disconnect':
        break;
      case 'disconnect':
      case 'reconnect':
        one.battery.connected = procedure === 'reconnect';
        this.write('negative', one.id, at, { on: one.battery.connected });
        break;
      case 'take-out':
        one.battery.connected = false;
        one.hallId = this.site.world.benchHallId;
        this.write('taken-out', one.id, at, { to: 'bench', hallId: one.hallId, why: '' });
        break;
      case 'hook-up': {
        const hook = this.hookFor(one, standing, 'maintain');
        if (!hook) return false;
        site.hang(one, hook);
        one.charging = false;
        one.onMaintainer = true;
        this.write('maintainer', one.id, at, { on: true, hook });
        break;
      }
      case 'unhook':
        site.takeOff(one);
        this.write('maintainer', one.id, at, { on: false });
        break;
      default:
        throw new Error(`${procedure} at ${one.id}: not in a played season`);
    }
    this.write('procedure-done', one.id, at + 2000, { procedure, steps: [] });
    return true;
  }

  private handBack(one: PlayedBattery): void {
    const at = this.clock(one.handBackRound);
    if (one.charging) this.write('charge-ended', one.id, at, { full: true, ampHours: null });
    if (one.onMaintainer) this.write('maintainer', one.id, at, { on: false });
    if (!one.battery.connected) this.write('negative', one.id, at, { on: true });
    this.site.handBack(one, MINUTES['hand-back']);
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
    const result = recordEntry(
      this.db,
      this.entry(kind, subjectId, at, data),
      new Date(at).toISOString(),
    );
    if (result.outcome === 'conflict') throw new Error(result.reason);
  }
}

export function setUpDemo(db: Db): void {
  writePlace(db);
  DEMO_OWNERS.forEach((owner) => putOwner(db, owner));
}

const nameOf = (job: Job) => (job.kind === 'procedure' ? job.procedure : job.kind);
