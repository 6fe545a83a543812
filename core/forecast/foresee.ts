import type { Estimate } from '../estimate';
import { freezingOfSoc } from '../battery/acid';
import type { ChemistryId } from '../battery/chemistries';
import type { LossDraws } from './draws';
import type { Weather } from './weather';

/** A charge on given days, counted from the first. */
export interface PlannedCharge {
  /** Day on whose morning it goes on. */
  readonly from: number;
  /** Day on whose morning it comes off. */
  readonly to: number;
}

export interface ForeseeQuestion {
  readonly chemistry: ChemistryId;
  /** State of charge at the start of each draw. */
  readonly socPct: Float64Array;
  readonly loss: LossDraws;
  /** To what a charge brings each draw. */
  readonly fullPct: Float64Array;
  readonly weather: Weather;
  readonly days: number;
  readonly lineSocPct: number;
  /** In order, not overlapping. */
  readonly charges: readonly PlannedCharge[];
  /** Percent that the sun adds each day, if it does. */
  readonly sunPct?: Float64Array;
  /** Never charged above this by the sun. */
  readonly sunFullPct?: number;
}

/** State of charge by day as a distribution, and what may come of it. */
export interface Foreseen {
  readonly days: number;
  /** At the start of each day; one more than days. */
  readonly lowPct: Float64Array;
  readonly likelyPct: Float64Array;
  readonly highPct: Float64Array;
  /** One in ten are under this. */
  readonly tenthPct: Float64Array;
  /** Share of draws that have been at or under the line by that day, off charge. */
  readonly underBy: Float64Array;
  /** Days until the line; Infinity where not within the days. */
  readonly lineDays: Estimate;
  /** Chance to come under the line, and to freeze, until the last day. */
  readonly chanceUnder: number;
  readonly chanceFreeze: number;
  /** The first night on which one in fifty or more has frozen; null: none. */
  readonly freezeDay: number | null;
  /** Lowest state of charge on the way: likely, and one in ten is lower. */
  readonly lowestPct: { readonly likely: number; readonly tenth: number; readonly day: number };
  /** Mean over draws of days spent under the line, off charge. */
  readonly daysUnder: number;
  /** Share of draws that are full (95 % of what they can hold) on the last day. */
  readonly chanceFull: number;
}

const LEAST_PCT = -60;
const MOST_PCT = 110;
const BINS_A_PCT = 2;
const SHIFT = -LEAST_PCT * BINS_A_PCT;
const BINS = (MOST_PCT - LEAST_PCT) * BINS_A_PCT;

/** Full, as an owner understands it. */
export const FULL_FROM_PCT = 95;
const FREEZE_HEARD = 0.02;

/** Of the charge's distribution only each third day is looked at; between, it is drawn straight. */
const LOOK_DAYS = 3;

function binOf(soc: number): number {
  const bin = (soc * BINS_A_PCT + SHIFT) | 0;
  return bin < 0 ? 0 : bin >= BINS ? BINS - 1 : bin;
}

const freezingTables = new Map<ChemistryId, Float64Array>();

/** Freezing points by state of charge in bins; −Infinity where nothing freezes. */
function freezingTable(chemistry: ChemistryId): Float64Array {
  let table = freezingTables.get(chemistry);
  if (!table) {
    table = Float64Array.from(
      { length: BINS },
      (_, bin) => freezingOfSoc(chemistry, LEAST_PCT + (bin + 0.5) / BINS_A_PCT) ?? -Infinity,
    );
    freezingTables.set(chemistry, table);
  }
  return table;
}

/**
 * Foresees a battery day by day on many draws at once: each draw loses by its own draw, self-
 * discharge and weather, is made full by each planned charge, and is counted. No path is kept:
 * of each day only the distribution is, in bins of half a percent.
 *
 * All arrays of draws have one length; `weather.days` is at least `days`.
 */
export function foresee(question: ForeseeQuestion): Foreseen {
  const { days, lineSocPct, charges, weather, fullPct, sunPct } = question;
  const { steady, warm } = question.loss;
  const level = question.socPct.slice();
  const count = level.length;
  const { ways, factor, night } = weather;
  const freezing = freezingTable(question.chemistry);
  const canFreeze = freezing[0]! > -Infinity;
  const lowPct = new Float64Array(days + 1);
  const likelyPct = new Float64Array(days + 1);
  const highPct = new Float64Array(days + 1);
  const tenthPct = new Float64Array(days + 1);
  const underBy = new Float64Array(days + 1);
  const firstUnder = new Float64Array(count).fill(Infinity);
  const lowest = level.slice();
  const frozen = new Uint8Array(count);
  const bins = new Uint32Array(BINS);
  let under = 0;
  let iced = 0;
  let freezeDay: number | null = null;
  let daysUnder = 0;
  let next = 0;
  const sunFull = question.sunFullPct ?? 100;
  const quantiles = new Float64Array(4);
  const kept = [lowPct, tenthPct, likelyPct, highPct];
  let lastLook = -LOOK_DAYS;
  const keep = (day: number, before: number) => {
    kept.forEach((series, i) => {
      const now = quantiles[i]!;
      series[day] = now;
      for (let d = Math.max(0, before + 1); d < day; d++) {
        series[d] = series[before]! + ((now - series[before]!) * (d - before)) / (day - before);
      }
    });
  };
  for (let day = 0; day <= days; day++) {
    const charge = charges[next];
    const comesOff = charge !== undefined && day === charge.to;
    if (comesOff || sunPct || day === days) {
      for (let n = 0; n < count; n++) if (level[n]! < lowest[n]!) lowest[n] = level[n]!;
    }
    if (comesOff) {
      for (let n = 0; n < count; n++) level[n] = Math.max(level[n]!, fullPct[n]!);
      next++;
    }
    const on = charges[next];
    const onCharge = on !== undefined && day >= on.from && day < on.to;
    const counted = onCharge ? -Infinity : lineSocPct;
    // Between two looks the charge falls evenly enough; a charge breaks it.
    const looked =
      day === days || day - lastLook >= LOOK_DAYS || comesOff || day + 1 === charges[next]?.to;
    if (looked) {
      bins.fill(0);
      for (let i = 0; i < count; i++) {
        const bin = binOf(level[i]!);
        bins[bin] = bins[bin]! + 1;
      }
      quantilesIn(bins, count, quantiles);
      keep(day, lastLook);
      lastLook = day;
    }
    const sun = sunPct ? sunPct[Math.min(day, sunPct.length - 1)]! : 0;
    for (let way = 0, n = 0; way < ways; way++) {
      const until = Math.floor(((way + 1) * count) / ways);
      const at = way * weather.days + Math.min(day, weather.days - 1);
      const warmth = onCharge ? 0 : factor[at]!;
      const steadily = onCharge ? 0 : 1;
      const cold = night[at]!;
      const mayFreeze = canFreeze && cold <= 0;
      for (let i = n; i < until; i++) {
        const soc = level[i]!;
        if (soc <= counted) {
          daysUnder++;
          if (firstUnder[i] === Infinity) {
            firstUnder[i] = day;
            under++;
          }
        }
        if (mayFreeze && frozen[i] === 0 && cold <= freezing[binOf(soc)]!) {
          frozen[i] = 1;
          iced++;
        }
        level[i] = soc - steady[i]! * steadily - warm[i]! * warmth;
      }
      n = until;
    }
    if (sun > 0 && !onCharge) raise(level, sun, sunFull);
    underBy[day] = under / count;
    if (freezeDay === null && iced >= FREEZE_HEARD * count) freezeDay = day;
  }
  firstUnder.sort();
  const crossing = (share: number) => firstUnder[Math.min(count - 1, Math.floor(share * count))]!;
  const full = levelShare(bins, count);
  const worst = lowest.slice().sort();
  let lowestDay = 0;
  for (let day = 1; day <= days; day++)
    if (likelyPct[day]! < likelyPct[lowestDay]!) lowestDay = day;
  return {
    days,
    lowPct,
    likelyPct,
    highPct,
    tenthPct,
    underBy,
    lineDays: { value: crossing(0.5), low: crossing(0.05), high: crossing(0.95) },
    chanceUnder: under / count,
    chanceFreeze: iced / count,
    freezeDay,
    lowestPct: {
      likely: worst[count >> 1]!,
      tenth: worst[Math.floor(0.1 * count)]!,
      day: lowestDay,
    },
    daysUnder: daysUnder / count,
    chanceFull: full,
  };
}

/** A day of sun: up to what it fills, and never lower for it. */
function raise(level: Float64Array, sun: number, full: number): void {
  for (let n = 0; n < level.length; n++) {
    const soc = level[n]!;
    level[n] = Math.max(soc, Math.min(full, soc + sun));
  }
}

/** Share of the last day's draws that are full. */
function levelShare(bins: Uint32Array, count: number): number {
  let sum = 0;
  for (let bin = (FULL_FROM_PCT - LEAST_PCT) * BINS_A_PCT; bin < BINS; bin++) sum += bins[bin]!;
  return sum / count;
}

/** Values under which 5, 10, 50 and 95 % lie, straight within a bin. */
function quantilesIn(bins: Uint32Array, count: number, out: Float64Array): void {
  let seen = 0;
  let next = 0;
  for (let bin = 0; bin < BINS && next < SHARES.length; bin++) {
    const here = bins[bin]!;
    while (next < SHARES.length && here > 0 && seen + here >= SHARES[next]! * count) {
      out[next] = LEAST_PCT + (bin + (SHARES[next]! * count - seen) / here) / BINS_A_PCT;
      next++;
    }
    seen += here;
  }
}
const SHARES = [0.05, 0.1, 0.5, 0.95] as const;
