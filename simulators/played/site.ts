import type { ActiveConnection } from '../../core/connections/active-connections';
import { plainContext } from '../../core/context/plain-context';
import { possibleHooks } from '../../core/connections/available-connections';
import type { ChargeRequest } from '../../core/connections/charger-suitability';
import type { ChargerConnection, ChargingEquipment } from '../../core/site/charging-equipment';
import { MS_PER_DAY, MS_PER_HOUR, instantAt, toDay, type Day } from '../../core/day';
import { MINUTES } from '../../core/plan/jobs';
import { roundOnOrAfter, roundOnOrBefore } from '../../core/rules/rounds';
import type { Rules } from '../../core/rules/rules';
import { monthlyAt, type RecordedDay } from '../../core/site/climate';
import { arriveBy, type Kept, type PaperBattery } from '../attendant/arrive';
import type { Arriving, Trouble } from '../attendant/arriving';
import { layUp, type Write } from '../attendant/lay-up';
import type { LivingBattery } from '../battery';
import { show, type HandMeter } from '../meter';
import { random, randomOne, type Random } from '../random';
import { loadTest, meterOf, startAt, startOfKnown, starts, type StartTruth } from '../start-world';
import { hallAir, outdoors, recordedDays, type HallTruth, type Hours } from '../weather';
import { OWN_NATURE, type Nature } from './nature';
import { VEHICLE_KINDS } from '../../core/site/vehicle-kinds';

/** A site as a season is played on it. */
export interface PlayedWorld {
  readonly timeZone: string;
  readonly firstDay: Day;
  readonly lastDay: Day;
  /** Of its usual months, January first. */
  readonly meanCelsius: readonly number[];
  readonly halls: readonly { readonly id: string; readonly truth: HallTruth }[];
  /** Where batteries stand that are taken out. */
  readonly benchHallId: string;
  readonly stock: ChargingEquipment;
  readonly rules: Rules;
  /** All that comes, in the order in which it does; troubles are of the season. */
  readonly arriving: readonly Arriving[];
  /** By whose laws its batteries live, for each seed; absent: those of the first world. */
  readonly nature?: (seed: number) => Nature;
}

/** Under this for two weeks its plates sulfate for good. Our own assumption. */
const DEEP_PCT = 20;
const DEEP_DAYS = 14;
/** It starts, and nobody has to be ashamed of it: percent of what it can hold. Our own choice. */
export const READY_PCT = 80;
/** What hangs has its lead knocked off once in so many days, and nobody notices. Our own assumption. */
const KNOCK_DAYS = 400;
/** A lead that came off is put back on. */
const PLUG_MINUTES = 1;
/** Hall air is known so many days before the first arrival. */
const BEFORE_DAYS = 7;
/** So long it takes until all have come. */
const COME_DAYS = 20;

/** A battery of a played season: as it really is, and what hangs on it. */
export interface PlayedBattery extends Kept<LivingBattery> {
  readonly vehicleId: string;
  readonly handBackRound: Day;
  /** Its day, or the end of the season where it has none. */
  readonly day: Day;
  lamp: 'charging' | 'holding' | null;
  /** Hours at which its lead is knocked off, if it hangs then; and whether it is. */
  readonly knocks: ReadonlySet<number>;
  unplugged: boolean;
  /** Hours under the depth that ruins it. */
  deepHours: number;
  frozen: boolean;
  gone: boolean;
  /** At its day; null until then. */
  readyPct: number | null;
  /** How its engine is started; null: it cranks none, or none that this world has a law for. */
  readonly start: StartTruth | null;
  /** Whether it did on its day; null until then. */
  started: boolean | null;
  /** The chance of that, as it was foreseen in its last round; null: by nobody. */
  foreseen: number | null;
  /** First day on which somebody was told to replace it. */
  advisedOn: Day | null;
}

/** What a season came to. */
export interface Tally {
  minutes: number;
  rounds: number;
  readings: number;
  charges: number;
  /** Days that batteries hung on a charger or maintainer. */
  chargerDays: number;
}

/**
 * A site lived through a season of its own: other weather, batteries of other ages and natures,
 * troubles elsewhere. It knows nothing of how it is kept: that is up to whoever plays it.
 */
export class PlayedSite {
  readonly firstDay: Day;
  readonly lastDay: Day;
  readonly papers: readonly PaperBattery[];
  readonly batteries: readonly PlayedBattery[];
  readonly tally: Tally = { minutes: 0, rounds: 0, readings: 0, charges: 0, chargerDays: 0 };
  readonly chance: Random;
  readonly hallDays: ReadonlyMap<string, readonly RecordedDay[]>;
  private readonly air: ReadonlyMap<string, Hours>;
  private readonly nature: Nature;
  private readonly meter: HandMeter;
  private readonly entered = new Set<string>();
  private hour: number;
  /** Minutes of the round that is walked. */
  walked = 0;

  constructor(
    readonly seed: number,
    readonly world: PlayedWorld,
  ) {
    const chance = randomOne(seed);
    this.firstDay = world.firstDay;
    this.lastDay = world.lastDay;
    this.chance = chance;
    this.hour = (this.firstDay - BEFORE_DAYS) * 24;
    this.nature = (world.nature ?? OWN_NATURE)(seed);
    this.meter = this.nature.meterOf(chance);
    const days = this.lastDay - this.firstDay + BEFORE_DAYS + 2;
    const severe = 1.5 * chance.normal();
    const outside = outdoors(
      days,
      (day) => monthlyAt(world.meanCelsius, this.firstDay - BEFORE_DAYS + Math.floor(day)) + severe,
      [
        { fromDay: chance.between(40, 70), days: 9, kelvin: chance.between(3, 9) },
        { fromDay: chance.between(75, 120), days: 14, kelvin: chance.between(3, 10) },
      ],
      random(seed + 1),
    );
    this.air = new Map(
      world.halls.map((hall, i) => [hall.id, hallAir(hall.truth, outside, random(seed + 10 + i))]),
    );
    this.hallDays = new Map(
      [...this.air].map(([id, { celsius }]) => [
        id,
        recordedDays(celsius, this.firstDay - BEFORE_DAYS, days),
      ]),
    );
    const troubles = troublesFor(world, chance);
    const paper = random(seed + 50);
    const engines = randomOne(seed + 70);
    const kicks = random(seed + 90);
    const { arriving, rules } = world;
    const arrived = arriving.flatMap((stay, i) => {
      const from = roundOnOrAfter(
        rules,
        this.firstDay + Math.floor((i * COME_DAYS) / arriving.length),
      );
      const trouble = troubles.get(stay) ?? null;
      const batteries = stay.batteries.map((one, b) => ({
        ...one,
        trouble: b === 0 ? trouble : null,
      }));
      const day = stay.collect === null ? this.lastDay : toDay(stay.collect);
      const { begin } = this.nature;
      return arriveBy(begin, { ...stay, batteries }, from, chance, paper).map((one) => ({
        paper: one.paper,
        played: {
          ...one.kept,
          vehicleId: stay.vehicle.id,
          handBackRound: roundOnOrBefore(rules, day),
          day,
          lamp: null,
          knocks: knocksIn(this.firstDay, this.lastDay, kicks),
          unplugged: false,
          deepHours: 0,
          frozen: false,
          gone: false,
          readyPct: null,
          start: startTruthOf(one.kept, one.paper, engines),
          started: null,
          foreseen: null,
          advisedOn: null,
        } satisfies PlayedBattery,
      }));
    });
    this.papers = arrived.map((one) => one.paper);
    this.batteries = arrived.map((one) => one.played);
  }

  /** Rounds of the season, first to last. */
  get rounds(): Day[] {
    const { rules } = this.world;
    const days: Day[] = [];
    for (let day = roundOnOrAfter(rules, this.firstDay); day <= this.lastDay;) {
      days.push(day);
      day = roundOnOrAfter(rules, day + 1);
    }
    return days;
  }

  at(day: Day): number {
    return instantAt(day, 9, 0, this.world.timeZone);
  }

  /** Batteries that stand here in a round, in walking order. */
  here(day: Day): PlayedBattery[] {
    return this.batteries.filter((one) => one.from <= day && !one.gone);
  }

  /** Lives on to nine in the morning of a day; whoever is collected by then has left. */
  liveTo(day: Day): void {
    const until = Math.floor(this.at(day) / MS_PER_HOUR);
    for (; this.hour < until; this.hour++) {
      const today = Math.floor(this.hour / 24);
      const leaves = this.hour % 24 === 9;
      for (const one of this.batteries) {
        if (one.gone || one.from > today) continue;
        this.liveHour(one, this.airOf(one));
        if (leaves && today === one.day) this.leave(one);
      }
    }
  }

  private airOf(one: PlayedBattery): number {
    const { celsius } = this.air.get(one.hallId)!;
    return celsius[this.hour - (this.firstDay - BEFORE_DAYS) * 24]!;
  }

  private liveHour(one: PlayedBattery, air: number): void {
    const { battery, hook } = one;
    if (hook) this.tally.chargerDays += 1 / 24;
    if (hook && one.knocks.has(this.hour)) one.unplugged = true;
    if (!hook || one.unplugged) {
      one.lamp = null;
      battery.live(air, 0);
    } else {
      const regulated = this.world.stock.chargers.find(
        ({ id }) => id === hook.chargerId,
      )!.automatic;
      for (let half = 0; half < 2; half++) {
        const shown = battery.onCharger(0.5, air, { ...hook, regulated });
        one.lamp = shown.holding ? 'holding' : 'charging';
      }
    }
    const charge = battery.restPct;
    if (charge < DEEP_PCT) one.deepHours++;
    const freezing = this.nature.freezesAt(battery, one.spec.chemistry);
    if (freezing !== null && battery.temperature < freezing) one.frozen = true;
  }

  private leave(one: PlayedBattery): void {
    one.readyPct = one.battery.restPct;
    one.started = one.start === null ? null : !one.frozen && starts(this.startNow(one)!);
    one.gone = true;
    one.hook = null;
  }

  /** Its start as it would be now. */
  startNow(one: PlayedBattery): StartTruth | null {
    const { restPct, temperature } = one.battery;
    return one.start && startAt(one.start, restPct / 100, temperature);
  }

  /** Volts of a load tester at it, before and after; a tester of the house's own. */
  loadTest(one: PlayedBattery): ReturnType<typeof loadTest> {
    return loadTest(this.startNow(one)!, meterOf(this.chance));
  }

  /** Broken for good by how it was kept. */
  static lost = (one: PlayedBattery) => one.frozen || one.deepHours > DEEP_DAYS * 24;

  /** A new round: nothing is walked yet. */
  beginRound(): void {
    this.walked = 0;
    this.entered.clear();
    this.tally.rounds++;
  }

  /** All the way back, to where one has been before. */
  turnBack(): void {
    this.entered.clear();
  }

  /** Minutes at a battery, with the way to its hall and vehicle where that is new today. */
  spend(one: PlayedBattery, minutes: number): void {
    let all = minutes;
    for (const [place, way] of [
      [one.hallId, MINUTES.hall],
      [one.vehicleId, MINUTES.stop],
    ] as const) {
      if (this.entered.has(place)) continue;
      this.entered.add(place);
      all += way;
    }
    this.walked += all;
    this.tally.minutes += all;
  }

  /** First visit, the same whoever keeps it afterwards. */
  layUp(one: PlayedBattery, write: Write): void {
    let clock = this.at(one.from);
    const minutes = (n: number) => (clock += n * 60_000);
    layUp(this.world.stock, one, this.batteries, minutes, write, write, this.meter, this.chance);
    this.spend(one, (clock - this.at(one.from)) / 60_000);
  }

  read(one: PlayedBattery): number {
    this.tally.readings++;
    this.spend(one, MINUTES.reading);
    return show(this.meter, one.battery.volts, one.clampVolts, this.chance);
  }

  hang(one: PlayedBattery, hook: ChargerConnection): void {
    this.tally.charges++;
    one.charging = true;
    one.hook = hook;
    one.lamp = 'charging';
    one.unplugged = false;
  }

  /** A dark lamp: its lead has come off, and is put back on. */
  plugIn(one: PlayedBattery): void {
    one.unplugged = false;
    one.lamp = 'charging';
    this.spend(one, PLUG_MINUTES);
  }

  takeOff(one: PlayedBattery): void {
    one.unplugged = false;
    one.charging = false;
    one.onMaintainer = false;
    one.hook = null;
    one.lamp = null;
  }

  /** What hangs where, as anybody sees it who walks by. */
  get hanging(): ActiveConnection[] {
    return this.batteries.flatMap((one): ActiveConnection[] =>
      one.hook && !one.gone
        ? [
            {
              batteryId: one.id,
              since: 0,
              kind: one.onMaintainer ? 'maintain' : 'charge',
              hook: one.hook,
            },
          ]
        : [],
    );
  }

  /** A free channel that suits, as an attendant who knows her chargers picks it. */
  hookFor(one: PlayedBattery, purpose: ChargeRequest['purpose']): ChargerConnection | null {
    const now = this.hour * MS_PER_HOUR;
    const context = plainContext(one.spec.chemistry, now, {
      facts: { cells: one.truth.cells, nominalVolts: one.spec.volts, capacityAh: one.spec.ah },
      details: one.details,
      ageYears: 3,
      soc: { value: 60, low: 60, high: 60 },
      volts: one.lastVolts,
      celsius: [{ at: now, value: one.battery.temperature, measured: true }],
      drawAmps: one.battery.connected ? one.spec.drawMa / 1000 : 0,
    });
    const request = { context, hallId: one.hallId, room: null, purpose };
    return (
      possibleHooks(this.world.stock, this.hanging, request, one.id, one.stay.bay)[0]?.hook ?? null
    );
  }

  /** Reconnected, cranked and papers: the same for all, in its last round. */
  handBack(one: PlayedBattery, minutes: number): void {
    if (one.hook) this.takeOff(one);
    one.battery.connected = true;
    this.spend(one, minutes);
  }

  /** What draws in secret is found and put right. */
  repair(one: PlayedBattery, day: Day): void {
    const from = day - one.from;
    const hidden = one.truth.drawMa(from) - one.draws[0]!.milliamps;
    if (hidden > 0) one.draws.push({ fromDay: from, milliamps: -hidden });
    // A step that has not come yet would come all the same, and is another story.
  }
}

/** What a trouble leaves of its power to crank. */
const LEFT: Partial<Readonly<Record<Trouble['kind'], number>>> = {
  sulfated: 0.6,
  'weak-cell': 0.7,
};

/** How a vehicle is started by a battery; of six lead-acid cells alone is there a law. */
function startTruthOf(
  { stay, spec, trouble, truth }: Kept<LivingBattery>,
  { fittedYear, details }: PaperBattery,
  chance: Random,
): StartTruth | null {
  const { goes, small } = VEHICLE_KINDS[stay.vehicle.kind];
  if (spec.role !== 'starter' || goes !== 'cranks') return null;
  if (truth.cells !== 6 || spec.chemistry === 'lfp') return null;
  return startOfKnown(
    {
      ratedAmps: details.coldCrankingAmps ?? spec.ah * (small ? 12 : 9),
      capacityAh: spec.ah,
      isSmall: small,
      ageYears: fittedYear === null ? chance.between(0, 6) : 2026.8 - fittedYear,
      left: (trouble && LEFT[trouble.kind]) ?? 1,
    },
    chance,
  );
}

/** Hours of a season at which whatever hangs then has its lead knocked off. */
function knocksIn(firstDay: Day, lastDay: Day, chance: Random): ReadonlySet<number> {
  const hours = new Set<number>();
  for (let day = firstDay; day <= lastDay; day++) {
    if (chance.uniform() < 1 / KNOCK_DAYS) hours.add(day * 24 + Math.floor(24 * chance.uniform()));
  }
  return hours;
}

/** Troubles of a season, of each kind in so many vehicles; one of each at least. */
const VEHICLES_FOR_ONE = 64;

/** Troubles of a season, on stays of its own: each of these once or twice in so many vehicles. */
function troublesFor(
  { arriving, firstDay }: PlayedWorld,
  chance: Random,
): ReadonlyMap<Arriving, Trouble> {
  const troubles = new Map<Arriving, Trouble>();
  const give = (suits: (stay: Arriving) => boolean, what: (stay: Arriving) => Trouble) => {
    const free = arriving.filter((stay) => !troubles.has(stay) && suits(stay));
    if (free.length === 0) return;
    const stay = chance.pick(free);
    troubles.set(stay, what(stay));
  };
  const spec = (stay: Arriving) => stay.batteries[0]!.spec;
  const connected = (stay: Arriving) => stay.keeping === 'connected' && spec(stay).drawMa > 0;
  const lead = (stay: Arriving) => spec(stay).chemistry !== 'lfp' && stay.keeping !== 'maintainer';
  const milliamps = (stay: Arriving, from: number, to: number) =>
    (chance.between(from, to) / 100) * spec(stay).ah * (1000 / 24);
  const times = Math.max(1, Math.round(arriving.length / VEHICLES_FOR_ONE));
  for (let n = 0; n < 2 * times; n++) {
    give(connected, (stay) => ({
      kind: 'hidden-draw',
      fromDay: Math.floor(chance.between(5, 90)),
      milliamps: milliamps(stay, 0.8, 2.5),
    }));
  }
  for (let n = 0; n < times; n++) {
    give(connected, (stay) => ({
      kind: 'left-on',
      day: new Date((firstDay + chance.between(40, 100)) * MS_PER_DAY).toISOString().slice(0, 10),
      milliamps: milliamps(stay, 4, 14),
    }));
    give(lead, () => ({ kind: 'weak-cell', pctPerDay: chance.between(1.5, 5) }));
    give(lead, () => ({
      kind: 'sulfated',
      health: chance.between(0.4, 0.6),
      topShare: chance.between(0.62, 0.8),
    }));
  }
  return troubles;
}
