import type { ChemistryId } from '../battery/chemistries';
import type { LossDraws } from './samples';
import { SpreadOfDays, binOf, freezingTable } from './spread';
import type { Weather } from './weather';

/** How a battery is kept: what feeds it, and when it is charged. */
export interface Keeping {
  /** Fed all the time from the first round on. */
  readonly maintained: boolean;
  /** Charged in rounds: when it would not stay over its line until the next, or by habit. */
  readonly charged: boolean;
  /** At the latest so many days after it was last full; Infinity: no such habit. */
  readonly fullEveryDays: number;
  /** What a charge brings it to at most, percent. */
  readonly mostPct: number;
  /** No charge begins on a day whose night is at or under this, °C; −Infinity: whenever. */
  readonly notUnderCelsius: number;
  /** Percent that the sun adds on each day; null: none. */
  readonly sunPct: Float64Array | null;
  /** The sun fills up to this, percent. */
  readonly sunFullPct: number;
}

export interface KeepQuestion {
  readonly chemistry: ChemistryId;
  readonly socPct: Float64Array;
  readonly fullPct: Float64Array;
  readonly loss: LossDraws;
  readonly weather: Weather;
  readonly days: number;
  readonly lineSocPct: number;
  /** Rounds of the stay, in days from its first. */
  readonly rounds: readonly number[];
  /** Days since it was last full. */
  readonly sinceFullDays: number;
  readonly keeping: Keeping;
}

/** What became of a battery that was kept so, over all draws. */
export interface Kept {
  readonly days: number;
  readonly lowPct: Float64Array;
  readonly tenthPct: Float64Array;
  readonly likelyPct: Float64Array;
  readonly highPct: Float64Array;
  /** Lowest of the stay, percent: likely, and one in ten is lower; the first round is not counted. */
  readonly lowestPct: { readonly likely: number; readonly tenth: number };
  /** Day on which the likely course is lowest. */
  readonly lowestDay: number;
  readonly chanceUnder: number;
  /** Under the line on the last day, or frozen before. */
  readonly chanceNotReady: number;
  readonly chanceFreeze: number;
  readonly chanceFull: number;
  /** Means over the draws: charges, days on a charger or maintainer, percent charged in all. */
  readonly charges: number;
  readonly fedDays: number;
  readonly chargedPct: number;
  /** Mean days under the line, each weighed with how far under it is, as a share of the line. */
  readonly underDepthDays: number;
  readonly daysUnder: number;
  /** Days of the stay, each weighed with the Arrhenius factor of its temperature. */
  readonly factorDays: number;
}

/**
 * Lives through a stay with a battery that is kept in one way, on many draws at once. The
 * attendant is taken to know each draw's own loss, as readings teach it, and charges in the last
 * round from which it would not stay over its line until the one after. A charge takes from one
 * round to the next; meanwhile it rests.
 */
export function keepThrough(question: KeepQuestion): Kept {
  const { days, lineSocPct, weather, fullPct, keeping } = question;
  const { steady, warm, grows } = question.loss;
  const level = question.socPct.slice();
  const count = level.length;
  const { ways, factor, night } = weather;
  const freezing = freezingTable(question.chemistry);
  const canFreeze = freezing[0]! > -Infinity;
  const spread = new SpreadOfDays(days);
  const fed = new Uint8Array(count);
  const frozen = new Uint8Array(count);
  const everUnder = new Uint8Array(count);
  const fullDay = new Float64Array(count).fill(-question.sinceFullDays);
  const lowest = new Float64Array(count).fill(Infinity);
  const { isRound, nextRound } = roundsOf(question.rounds, days);
  let charges = 0;
  let fedDays = 0;
  let chargedPct = 0;
  let underDepth = 0;
  let daysUnder = 0;
  let factorDays = 0;
  const { maintained, charged, sunPct, mostPct, notUnderCelsius } = keeping;
  const first = question.rounds[0] ?? days + 1;
  for (let day = 0; day <= days; day++) {
    const at0 = Math.min(day, weather.days - 1);
    if (isRound[day] && (charged || maintained)) {
      const gap = nextRound[day]! - day;
      const after = gap + (nextRound[Math.min(days, nextRound[day]!)]! - nextRound[day]!);
      // Put on in the last round it would not come off again: it has to last from the one before.
      const lasts = day + after > days ? days - day : gap;
      for (let way = 0, n = 0; way < ways; way++) {
        const until = Math.floor(((way + 1) * count) / ways);
        const warmth = factor[way * weather.days + at0]!;
        const tooCold = night[way * weather.days + at0]! <= notUnderCelsius;
        for (; n < until; n++) {
          if (fed[n] === 1 && !maintained) {
            const top = Math.min(mostPct, fullPct[n]!);
            chargedPct += Math.max(0, top - level[n]!);
            level[n] = Math.max(level[n]!, top);
            fullDay[n] = day;
            fed[n] = 0;
          } else if (fed[n] === 1 && fullDay[n]! < day && level[n]! < fullPct[n]!) {
            chargedPct += fullPct[n]! - level[n]!;
            level[n] = fullPct[n]!;
          }
          if (fed[n] === 1 || tooCold || frozen[n] === 1 || day + gap > days) continue;
          const falls = (steady[n]! + warm[n]! * (1 + grows[n]! * day) * warmth) * lasts;
          const stale = day + after - fullDay[n]! > keeping.fullEveryDays;
          if (maintained || level[n]! - falls <= lineSocPct || stale) {
            fed[n] = 1;
            charges++;
          }
        }
      }
      spread.look(day, level);
    } else if (spread.isDue(day) || isRound[day + 1]) spread.look(day, level);
    const sun = sunPct ? sunPct[Math.min(day, sunPct.length - 1)]! : 0;
    for (let way = 0, from = 0; way < ways; way++) {
      const until = Math.floor(((way + 1) * count) / ways);
      const at = way * weather.days + at0;
      const warmth = factor[at]!;
      const cold = night[at]!;
      const mayFreeze = canFreeze && cold <= 0;
      factorDays += warmth * (until - from);
      for (let i = from; i < until; i++) {
        const soc = level[i]!;
        if (mayFreeze && frozen[i] === 0 && cold <= freezing[binOf(soc)]!) frozen[i] = 1;
        if (fed[i] === 1) {
          fedDays++;
          continue;
        }
        // What it came with is nobody's doing until the first round.
        if (day > first || day === days) {
          if (soc < lowest[i]!) lowest[i] = soc;
          if (soc <= lineSocPct) {
            everUnder[i] = 1;
            daysUnder++;
            underDepth += (lineSocPct - soc) / lineSocPct;
          }
        }
        const after = soc - steady[i]! - warm[i]! * (1 + grows[i]! * day) * warmth;
        level[i] = sun > 0 ? Math.max(after, Math.min(keeping.sunFullPct, after + sun)) : after;
      }
      from = until;
    }
    if (day === days) break;
  }
  let under = 0;
  let iced = 0;
  let notReady = 0;
  for (let n = 0; n < count; n++) {
    if (lowest[n] === Infinity) lowest[n] = level[n]!;
    under += everUnder[n]!;
    iced += frozen[n]!;
    if (frozen[n] === 1 || (level[n]! <= lineSocPct && fed[n] === 0)) notReady++;
  }
  lowest.sort();
  const { lowPct, tenthPct, likelyPct, highPct } = spread;
  return {
    days,
    lowPct,
    tenthPct,
    likelyPct,
    highPct,
    lowestPct: { likely: lowest[count >> 1]!, tenth: lowest[Math.floor(0.1 * count)]! },
    lowestDay: leastFrom(likelyPct, Math.min(days, first), days),
    chanceUnder: under / count,
    chanceNotReady: notReady / count,
    chanceFreeze: iced / count,
    chanceFull: spread.full,
    charges: charges / count,
    fedDays: fedDays / count,
    chargedPct: chargedPct / count,
    underDepthDays: underDepth / count,
    daysUnder: daysUnder / count,
    factorDays: factorDays / count,
  };
}

/** Which days have a round, and when the next one after each day is; past the last: never. */
function roundsOf(rounds: readonly number[], days: number) {
  const isRound = new Uint8Array(days + 2);
  for (const round of rounds) if (round <= days) isRound[round] = 1;
  const nextRound = new Int32Array(days + 2).fill(days + 1);
  for (let day = days; day >= 0; day--) {
    nextRound[day] = isRound[day + 1] ? day + 1 : nextRound[day + 1]!;
  }
  return { isRound, nextRound };
}

/** The first day of the least value from one day to another. */
function leastFrom(values: Float64Array, from: number, to: number): number {
  let least = from;
  for (let day = from; day <= to; day++) if (values[day]! < values[least]!) least = day;
  return least;
}
