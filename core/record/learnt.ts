import { MS_PER_DAY, MS_PER_HOUR, dayOf, type Day } from '../day';
import type { Estimate } from '../estimate';
import { stateOfCharge } from '../battery/state-of-charge';
import { samplePosterior, type Samples } from '../forecast/samples';
import { factorDaysOver } from '../estimation/factor-days';
import type { Observation, LearnQuestion, MeasuredCharge } from '../estimation/observations';
import {
  estimateOn,
  followRecord,
  type BatteryEstimate,
  type FollowedRecord,
} from '../estimation/learn';
import type { BatteryState, RecordedReading } from '../logbook/state';
import type { DailyTemperatures } from '../site/climate';
import { usualDrawOf } from '../site/vehicle-kinds';
import { ageYears, hallMean, isSilent, type BatteryRecord } from './battery-record';
import { isSettled, learntFrom, onScale, restOf } from './settled';

/** State of charge that a reading stands for by its scale alone, at its own or its hall's temperature. */
export function socOfReading(reading: RecordedReading, standing: BatteryRecord): Estimate {
  return stateOfCharge({
    ...onScale(standing, celsiusOf(reading, standing)),
    volts: reading.volts,
    restedHours: restOf(reading, standing),
  });
}

const celsiusOf = (
  reading: RecordedReading,
  { temperatures, timeZone }: Pick<BatteryRecord, 'temperatures' | 'timeZone'>,
) => reading.celsius ?? hallMean(temperatures, dayOf(reading.at, timeZone));

/** A maintainer that feeds it as far as anybody knows. */
export const isHeld = ({ state, silentSince }: Pick<BatteryRecord, 'state' | 'silentSince'>) =>
  state.maintainerSince !== null &&
  state.lamp?.state !== 'fault' &&
  state.lamp?.state !== 'dark' &&
  !isSilent({ state, silentSince });

/** What its record says of its losses, in order of time. */
export function observationsOf(standing: Omit<BatteryRecord, 'house'>): Observation[] {
  const { state } = standing;
  const list: Observation[] = [];
  for (const charge of state.charges) {
    list.push(
      { kind: 'fed', at: charge.from, on: true },
      { kind: 'fed', at: charge.to, on: false },
    );
    list.push(
      charge.full
        ? { kind: 'full', at: charge.to }
        : { kind: 'part-charge', at: charge.to, ampHours: charge.ampHours ?? null },
    );
  }
  for (const { from, to, full } of state.maintained) {
    list.push({ kind: 'fed', at: from, on: true }, { kind: 'fed', at: to, on: false });
    if (full) list.push({ kind: 'full', at: to });
  }
  if (state.chargeSince !== null) list.push({ kind: 'fed', at: state.chargeSince, on: true });
  if (state.maintainerSince !== null) {
    list.push({ kind: 'fed', at: state.maintainerSince, on: true });
    // A maintainer that feeds no more fed at least until it was last seen to hold.
    const until = Math.max(state.maintainerSince, state.lastFullAt ?? 0);
    if (!isHeld(standing)) list.push({ kind: 'fed', at: until, on: false });
  }
  const filled = list.some(({ kind, at }) => kind === 'full' && at === state.lastFullAt);
  if (state.lastFullAt !== null && !filled) list.push({ kind: 'full', at: state.lastFullAt });
  for (const { at, on } of state.connections) list.push({ kind: 'negative', at, on });
  if (state.draws.length > 0) {
    for (const draw of state.draws) list.push({ kind: 'draw', ...draw });
  } else if (state.drawMa !== null) {
    const at = state.drawAt ?? standing.laidUpAt ?? 0;
    list.push({ kind: 'draw', at, milliamps: state.drawMa });
  }
  // With its owner it was charged on the road: by how much, its next reading says.
  for (const { from, to } of state.aways) {
    list.push({ kind: 'fed', at: from, on: true }, { kind: 'fed', at: to, on: false });
    list.push({ kind: 'returned', at: to });
  }
  if (state.awaySince !== null) list.push({ kind: 'fed', at: state.awaySince, on: true });
  for (const at of state.outings) list.push({ kind: 'outing', at });
  const refitted = state.readings.some(({ at }) => state.fittedAt !== null && at < state.fittedAt);
  if (refitted) list.push({ kind: 'fitted', at: state.fittedAt! });
  for (const reading of learntFrom(state.readings)) {
    if (reading.fed) continue;
    list.push({
      kind: 'reading',
      at: reading.at,
      id: reading.id,
      volts: reading.volts,
      celsius: celsiusOf(reading, standing),
      restedHours: restOf(reading, standing),
      ...(reading.confirmed ? { confirmed: true } : {}),
    });
  }
  // What was done at one instant is in this order: fitted and clamped, fed, full, then read.
  return list.sort((a, b) => a.at - b.at || ORDER[a.kind] - ORDER[b.kind]);
}

const ORDER: Record<Observation['kind'], number> = {
  fitted: 0,
  negative: 1,
  draw: 2,
  outing: 3,
  returned: 5,
  fed: 4,
  'part-charge': 5,
  full: 6,
  reading: 7,
};

/** A reading says what a charge began from for so long. */
const READ_BEFORE_DAYS = 7;

/** Charges to full of which the ampere-hours are known, and the state of charge before. */
function measuredCharges(standing: BatteryRecord): MeasuredCharge[] {
  const { state } = standing;
  return state.charges.flatMap((charge) => {
    if (!charge.full || !charge.ampHours) return [];
    const before = state.readings.findLast(
      (reading) =>
        reading.at <= charge.from &&
        charge.from - reading.at <= READ_BEFORE_DAYS * MS_PER_DAY &&
        isSettled(reading, standing),
    );
    if (!before) return [];
    const drawAmps = state.negativeOn ? (state.drawMa ?? 0) / 1000 : 0;
    const hours = (charge.to - charge.from) / MS_PER_HOUR;
    return [
      {
        fromSocPct: socOfReading(before, standing),
        ampHours: Math.max(0, charge.ampHours - drawAmps * hours),
      },
    ];
  });
}

/** Its age is that of its last observation: what that taught does not change with the days. */
function questionOf(standing: BatteryRecord): LearnQuestion {
  const { facts, state, rules, temperatures, timeZone, vehicleKind } = standing;
  const happenings = observationsOf(standing);
  const last = happenings.findLast(({ at }) => at <= standing.now)?.at ?? standing.now;
  return {
    chemistry: facts.chemistry,
    cells: facts.cells,
    scale: rules.scale[facts.chemistry],
    capacityAh: facts.capacityAh,
    ageYears: ageYears(facts, dayOf(last, timeZone)),
    usualDrawMa: usualDrawOf(vehicleKind, state.role, standing.vehicle),
    house: standing.house,
    charges: measuredCharges(standing),
    happenings,
    // A battery arrives with its clamps on.
    connected: state.connections.length > 0 || state.negativeOn,
    factorDays: factorDaysOver(temperatures, (at) => dayOf(at, timeZone)),
    now: standing.now,
  };
}

interface Remembered {
  readonly on: BatteryRecord;
  readonly followed: FollowedRecord;
  readonly estimate: BatteryEstimate;
}
/** What was learnt last. */
const remembered = new WeakMap<BatteryState, Remembered>();

/** A charge goes on being lost within a day, but no more than anybody could see. */
const SAME_MS = 20 * 60_000;

/** Whether all that a record was followed by is the same, whatever the day. */
const sameRecord = (a: BatteryRecord, b: BatteryRecord): boolean =>
  a.rules === b.rules &&
  a.house.volts === b.house.volts &&
  a.house.sd === b.house.sd &&
  a.house.early === b.house.early &&
  a.vehicleKind === b.vehicleKind &&
  a.vehicle.isolator === b.vehicle.isolator &&
  a.vehicle.isolatorMa === b.vehicle.isolatorMa &&
  a.laidUpAt === b.laidUpAt &&
  a.silentSince === b.silentSince &&
  a.timeZone === b.timeZone &&
  a.facts.chemistry === b.facts.chemistry &&
  a.facts.cells === b.facts.cells &&
  a.facts.capacityAh === b.facts.capacityAh &&
  a.facts.fittedYear === b.facts.fittedYear &&
  a.facts.fittedMonth === b.facts.fittedMonth;

const alikeUntil = new WeakMap<DailyTemperatures, { readonly to: DailyTemperatures; day: Day }>();

/** The last day up to which two halls' temperatures are the same, from the first day of either. */
function sameUntil(a: DailyTemperatures, b: DailyTemperatures): Day {
  const known = alikeUntil.get(a);
  if (known?.to === b) return known.day;
  let day = a.firstDay - 1;
  if (a.firstDay === b.firstDay) {
    const days = Math.min(a.mean.length, b.mean.length);
    let i = 0;
    while (i < days && a.mean[i] === b.mean[i]) i++;
    day = a.firstDay + i - 1;
  }
  alikeUntil.set(a, { to: b, day });
  return day;
}

/**
 * What a battery's record teaches of its charge and its losses, as of now. The record is followed
 * anew only where it, its rules or the temperatures of its days changed; what the clock adds is
 * reckoned from there.
 */
export function batteryEstimateOf(standing: BatteryRecord): BatteryEstimate {
  const { state, temperatures, now } = standing;
  const known = remembered.get(state);
  const same = known && sameRecord(known.on, standing) ? known : null;
  if (same && same.on.temperatures === temperatures && Math.abs(same.on.now - now) < SAME_MS) {
    return same.estimate;
  }
  const question = questionOf(standing);
  const followed =
    same && holdsStill(same, standing, question) ? same.followed : followRecord(question);
  const estimate = estimateOn(followed, question);
  remembered.set(state, { on: standing, followed, estimate });
  return estimate;
}

/** Whether what was followed is all there is by now, and its days were as they are known now. */
function holdsStill(
  { followed, on }: Remembered,
  { temperatures, timeZone }: BatteryRecord,
  { happenings, now }: LearnQuestion,
): boolean {
  const observed = happenings.filter(({ at }) => at <= now).length;
  if (observed !== followed.observations) return false;
  return (
    followed.at === null || dayOf(followed.at, timeZone) <= sameUntil(on.temperatures, temperatures)
  );
}

const drawn = new WeakMap<BatteryEstimate, Samples>();

/** Draws for what is shown beside every battery: fewer than a comparison of plans takes. */
const DRAWS_SHOWN = 400;

/** Ways in which a battery may be, from what was learnt; remembered with it. */
export function drawsOfLearnt(learnt: BatteryEstimate): Samples {
  let draws = drawn.get(learnt);
  if (!draws) drawn.set(learnt, (draws = samplePosterior(learnt, DRAWS_SHOWN)));
  return draws;
}
