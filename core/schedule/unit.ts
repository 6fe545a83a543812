import { hoursToFull, type Acceptance } from '../charging/charge';
import { freezingOfSoc } from '../battery/acid';
import { CHEMISTRIES, type ChemistryId } from '../battery/chemistries';
import type { SeasonBattery, SeasonDocument } from './document';
import { worthOf, type Worth } from './worth';
import { NEVER, type RoundDays, firstRoundFrom } from './round-days';
import type { SeasonCharger } from './season-chargers';

/** What must be done at a battery in a round because somebody decided so. */
export interface PinnedVisit {
  readonly jobs: number;
  /** Index of the charger, or −1: any. */
  readonly charger: number;
  readonly channel: number;
  /** Indices of its pins in the document. */
  readonly pins: readonly number[];
}

/** A battery as the planner reckons with it; days are counted from today. */
export interface Unit {
  readonly index: number;
  readonly id: string;
  readonly hall: number;
  readonly stop: number;
  readonly order: number;
  readonly chemistry: ChemistryId;
  readonly capacityAh: number;
  readonly drawAmps: number;
  readonly acceptance: Acceptance | null;
  /** Amps that each charger gives it. */
  readonly ampsOn: Float64Array;
  readonly socPct: number;
  /** Loss from today to the start of each day, off charge and pessimistic, percent. */
  readonly lost: Float64Array;
  /** State of charge that it needs at the start of each day: its line, or what keeps it from frost. */
  readonly floor: Float64Array;
  readonly lineSocPct: number;
  /** What it costs besides time; null: nothing does. */
  readonly worth: Worth | null;
  /** First day on which it falls under what it needs, by the day on which it was full; and from today. */
  readonly failsAt: (fullDay: number) => number;
  /** Chargers that suit it, and give more than it draws. */
  readonly chargers: readonly number[];
  /** Air that it needs on charge, m³/h. */
  readonly air: number;
  /** Days on which it may not be charged; null: it always may. */
  readonly tooCold: Uint8Array | null;
  readonly onCharge: {
    readonly charger: number;
    readonly channel: number;
    readonly ready: number;
    readonly since: number;
  } | null;
  readonly kept: { readonly charger: number; readonly channel: number } | null;
  readonly lastFull: number;
  readonly rechargeEvery: number;
  readonly lastRead: number;
  readonly readingEvery: number;
  readonly lastLevels: number;
  readonly levelsEvery: number;
  readonly lampEvery: number;
  /** Day of collection, or of the end. */
  readonly until: number;
  readonly collected: boolean;
  readonly collectSocPct: number;
  /** The first round in which it may be visited. */
  readonly firstRound: number;
  /** Its last round: that of the hand-back, or the last of all; −1: none. */
  readonly lastRound: number;
  /** By round. */
  readonly pins: ReadonlyMap<number, PinnedVisit>;
}

/** A hair on the safe side of every limit. */
const HAIR = 1e-6;

/** What every battery of a season is compiled with. */
export interface Grounds extends RoundDays {
  readonly document: SeasonDocument;
  readonly chargers: readonly SeasonCharger[];
  readonly dayIn: (name: string) => number;
  /** The last day. */
  readonly end: number;
  readonly hallIndex: ReadonlyMap<string, number>;
  readonly chargerIndex: ReadonlyMap<string, number>;
  readonly stopIndex: ReadonlyMap<string, number>;
  /** By hall: daily means, and the nights. */
  readonly means: readonly Float64Array[];
  readonly nights: readonly Float64Array[];
  readonly frostFloor: (chemistry: ChemistryId, hall: number) => Float64Array;
  /** The deviate of the accepted risk. */
  readonly z: number;
  readonly pins: ReadonlyMap<string, ReadonlyMap<number, PinnedVisit>>;
}

/** One battery of a season, compiled. */
export function unitOf(grounds: Grounds, battery: SeasonBattery, index: number): Unit {
  const { document, dayIn, end, roundDay, roundUpTo, hallIndex, chargerIndex, pins } = grounds;
  const { stopIndex, means, nights, frostFloor, chargers, z } = grounds;
  const hall = hallIndex.get(battery.hall)!;
  const lost = lossesOf(battery, means[hall]!, z);
  const frost = frostFloor(battery.chemistry, hall);
  const floor = frost.map((least) => Math.max(battery.lineSocPct, least) + HAIR);
  const collect = battery.collect ? dayIn(battery.collect) : null;
  // Without its acceptance the rule is the simple one: it is drawn on whatever its clamps.
  const drawn = battery.acceptance === undefined || battery.negativeOn;
  const drawAmps = drawn ? battery.drawMa / 1000 : 0;
  const until = collect ?? end;
  const ampsOn = Float64Array.from(
    document.chargers,
    ({ id, amps }) => battery.mayHang?.find(({ charger }) => charger === id)?.amps ?? amps,
  );
  return {
    ampsOn,
    index,
    id: battery.id,
    hall,
    stop: stopIndex.get(`${battery.hall}\n${battery.stop}`)!,
    order: battery.order,
    chemistry: battery.chemistry,
    capacityAh: battery.capacityAh,
    drawAmps,
    acceptance: battery.acceptance ?? null,
    socPct: battery.socPct,
    lost,
    floor,
    lineSocPct: battery.lineSocPct,
    worth: worthOf(document, battery, lost),
    failsAt: failing(battery.socPct, lost, floor),
    chargers: document.chargers.flatMap((charger, i) =>
      ampsOn[i]! > drawAmps &&
      (battery.mayHang?.some((one) => one.charger === charger.id) ?? true) &&
      charger.chemistries.includes(battery.chemistry) &&
      charger.nominalVolts.includes(battery.nominalVolts) &&
      chargers[i]!.halls[hall]
        ? [i]
        : [],
    ),
    air:
      (0.05 * battery.cells * CHEMISTRIES[battery.chemistry].gasMaPerAh * battery.capacityAh) /
      1000,
    tooCold: CHEMISTRIES[battery.chemistry].acid
      ? null
      : Uint8Array.from(nights[hall]!, (min) => (min <= 0 ? 1 : 0)),
    onCharge: battery.charging
      ? {
          charger: chargerIndex.get(battery.charging.charger)!,
          channel: battery.charging.channel,
          ready: Math.max(0, dayIn(battery.charging.finishedOn)),
          since: dayIn(battery.charging.since),
        }
      : null,
    kept: battery.kept
      ? { charger: chargerIndex.get(battery.kept.charger)!, channel: battery.kept.channel }
      : null,
    lastFull: dayIn(battery.lastFull),
    rechargeEvery: battery.kept ? NEVER : (battery.rechargeEveryDays ?? NEVER),
    lastRead: dayIn(battery.lastRead),
    readingEvery: battery.kept ? NEVER : battery.readingEveryDays,
    lastLevels: battery.lastLevels ? dayIn(battery.lastLevels) : -NEVER,
    levelsEvery: battery.levelsEveryDays ?? 10 * NEVER,
    lampEvery: battery.lampEveryDays ?? NEVER,
    until,
    collected: collect !== null,
    collectSocPct: (battery.collectSocPct ?? -1000) + HAIR,
    firstRound: battery.notBefore
      ? firstRoundFrom({ roundDay, roundUpTo }, dayIn(battery.notBefore))
      : 0,
    lastRound: Math.min(roundUpTo[until]!, roundDay.length - 1),
    pins: pins.get(battery.id) ?? new Map<number, PinnedVisit>(),
  };
}

/** How far under the day's minimum the freezing point must lie. */
const FROST_KELVIN = 3;

/** The least state of charge at which it does not freeze; over 100: none. */
export function leastUnfrozen(chemistry: ChemistryId, celsius: number): number {
  const safe = (socPct: number) => {
    const freezes = freezingOfSoc(chemistry, socPct);
    return freezes === null || freezes <= celsius - FROST_KELVIN;
  };
  if (safe(-300)) return -1000;
  if (!safe(100)) return 1000;
  let low = -300;
  let high = 100;
  for (let i = 0; i < 40; i++) {
    const middle = (low + high) / 2;
    if (safe(middle)) high = middle;
    else low = middle;
  }
  return high;
}

function lossesOf(battery: SeasonBattery, mean: Float64Array, z: number): Float64Array {
  const draw = battery.negativeOn ? (100 * (battery.drawMa / 1000) * 24) / battery.capacityAh : 0;
  const self = battery.selfDischargePctPerMonthAt20C / 30;
  const pessimism = 1 + (z * (battery.lossSpreadPct ?? 0)) / 100;
  const lost = new Float64Array(mean.length);
  for (let day = 1; day < mean.length; day++) {
    lost[day] = lost[day - 1]! + (draw + self * 2 ** ((mean[day - 1]! - 20) / 10)) * pessimism;
  }
  return lost;
}

/** The first failing day by the day on which it was last full (−1: as it stands today), remembered. */
function failing(
  socPct: number,
  lost: Float64Array,
  floor: Float64Array,
): (fullDay: number) => number {
  const known = new Int32Array(lost.length + 1).fill(-1);
  return (fullDay) => {
    let at = known[fullDay + 1]!;
    if (at >= 0) return at;
    const from = fullDay < 0 ? socPct : 100 + lost[fullDay]!;
    at = fullDay + 1;
    while (at < lost.length && from - lost[at]! >= floor[at]!) at++;
    known[fullDay + 1] = at;
    return at;
  };
}

/** State of charge at the start of a day, off charge since it was full (−1: as it stands today). */
export const socAt = (unit: Unit, fullDay: number, day: number): number =>
  (fullDay < 0 ? unit.socPct : 100 + unit.lost[fullDay]!) - unit.lost[day]!;

/** Hours that a charge needs from a state of charge, on a channel of so many amps. */
export const chargeHours = (unit: Unit, socPct: number, amps: number): number =>
  unit.acceptance
    ? hoursToFull(unit.acceptance, unit.capacityAh, socPct, amps - unit.drawAmps)
    : (1.1 * unit.capacityAh * (100 - socPct)) / 100 / (amps - unit.drawAmps) +
      (CHEMISTRIES[unit.chemistry].family === 'lithium' ? 1 : 4);

/** The first day at whose start a charge begun on `day` may end. */
export const readyDay = (unit: Unit, socPct: number, amps: number, day: number): number =>
  day + Math.max(1, Math.ceil(chargeHours(unit, socPct, amps) / 24 - 1e-9));
