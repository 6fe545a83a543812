import { MS_PER_DAY, MS_PER_HOUR, dayOf } from '../day';
import type { Estimate } from '../estimate';
import { stateOfCharge } from '../battery/state-of-charge';
import { samplePosterior, type Samples } from '../forecast/samples';
import { factorDaysOver } from '../estimation/factor-days';
import type { Observation, LearnQuestion, MeasuredCharge } from '../estimation/observations';
import { learn, type BatteryEstimate } from '../estimation/learn';
import type { BatteryState, RecordedReading } from '../logbook/fold';
import { usualDrawOf } from '../site/vehicle-kinds';
import { ageYears, hallMean, isSilent, today, type BatteryRecord } from './battery-record';

/** Whether a reading was taken at rest for as long as the house rule asks. */
export function isSettled(
  reading: RecordedReading,
  standing: Pick<BatteryRecord, 'rules' | 'laidUpAt'>,
): boolean {
  return !reading.fed && restOf(reading, standing) >= standing.rules.restHours;
}

/** Hours of rest; where the logbook knows of no charge or load, counted from lay-up. */
export function restOf(
  reading: RecordedReading,
  standing: Pick<BatteryRecord, 'laidUpAt'>,
): number {
  if (reading.restedHours !== null) return reading.restedHours;
  if (standing.laidUpAt === null) return 24;
  return Math.max(0, (reading.at - standing.laidUpAt) / MS_PER_HOUR);
}

/** State of charge that a reading stands for by its scale alone, at its own or its hall's temperature. */
export function socOfReading(reading: RecordedReading, standing: BatteryRecord): Estimate {
  const { facts, rules } = standing;
  return stateOfCharge({
    chemistry: facts.chemistry,
    cells: facts.cells,
    scale: rules.scale[facts.chemistry],
    volts: reading.volts,
    celsius: celsiusOf(reading, standing),
    restedHours: restOf(reading, standing),
  });
}

const celsiusOf = (reading: RecordedReading, { temperatures, timeZone }: BatteryRecord) =>
  reading.celsius ?? hallMean(temperatures, dayOf(reading.at, timeZone));

/** A maintainer that feeds it as far as anybody knows. */
export const isHeld = ({ state, silentSince }: Pick<BatteryRecord, 'state' | 'silentSince'>) =>
  state.maintainerSince !== null &&
  state.lamp?.state !== 'fault' &&
  state.lamp?.state !== 'dark' &&
  !isSilent({ state, silentSince });

/** What its record says of its losses, in order of time. */
export function observationsOf(standing: BatteryRecord): Observation[] {
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
  for (const at of state.outings) list.push({ kind: 'outing', at });
  const refitted = state.readings.some(({ at }) => state.fittedAt !== null && at < state.fittedAt);
  if (refitted) list.push({ kind: 'fitted', at: state.fittedAt! });
  for (const reading of state.readings) {
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

function questionOf(standing: BatteryRecord): LearnQuestion {
  const { facts, state, rules, temperatures, timeZone, vehicleKind } = standing;
  return {
    chemistry: facts.chemistry,
    cells: facts.cells,
    scale: rules.scale[facts.chemistry],
    capacityAh: facts.capacityAh,
    ageYears: ageYears(facts, today(standing)),
    usualDrawMa: usualDrawOf(vehicleKind, state.role, standing.vehicle),
    charges: measuredCharges(standing),
    happenings: observationsOf(standing),
    // A battery arrives with its clamps on.
    connected: state.connections.length > 0 || state.negativeOn,
    factorDays: factorDaysOver(temperatures, (at) => dayOf(at, timeZone)),
    now: standing.now,
  };
}

/** What was learnt last: it changes with the record and the day. */
const remembered = new WeakMap<
  BatteryState,
  { readonly on: BatteryRecord; readonly learnt: BatteryEstimate }
>();

/** Learning goes on within a day only with what is recorded. */
const SAME_MS = 20 * 60_000;

/**
 * What a battery's record teaches of its charge and its losses, as of now. Remembered for as
 * long as record, rules and temperatures are the same ones, and the clock nearly.
 */
export function batteryEstimateOf(standing: BatteryRecord): BatteryEstimate {
  const { state, facts } = standing;
  const known = remembered.get(state);
  if (
    known &&
    known.on.rules === standing.rules &&
    known.on.temperatures === standing.temperatures &&
    known.on.vehicleKind === standing.vehicleKind &&
    known.on.vehicle.isolator === standing.vehicle.isolator &&
    known.on.vehicle.isolatorMa === standing.vehicle.isolatorMa &&
    known.on.laidUpAt === standing.laidUpAt &&
    known.on.silentSince === standing.silentSince &&
    known.on.facts.chemistry === facts.chemistry &&
    known.on.facts.cells === facts.cells &&
    known.on.facts.capacityAh === facts.capacityAh &&
    known.on.facts.fittedYear === facts.fittedYear &&
    known.on.facts.fittedMonth === facts.fittedMonth &&
    Math.abs(known.on.now - standing.now) < SAME_MS
  ) {
    return known.learnt;
  }
  const learnt = learn(questionOf(standing));
  remembered.set(state, { on: standing, learnt });
  return learnt;
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
