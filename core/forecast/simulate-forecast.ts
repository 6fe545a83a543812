import type { Estimate } from '../estimate';
import type { ChemistryId } from '../battery/chemistries';
import type { LossDraws } from './samples';
import { SpreadOfDays, binOf, freezingTable } from './spread';
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
  /** Days until the line, parts of days too; Infinity where not within the days. */
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

const FREEZE_HEARD = 0.02;

/**
 * Foresees a battery day by day on many draws at once: each draw loses by its own draw, self-
 * discharge and weather, is made full by each planned charge, and is counted. No path is kept:
 * of each day only the distribution is, in bins of half a percent.
 *
 * All arrays of draws have one length; `weather.days` is at least `days`.
 */
export function simulateForecast(question: ForeseeQuestion): Foreseen {
  const { days, lineSocPct, charges, weather, fullPct } = question;
  const { steady, warm, grows } = question.loss;
  const level = question.socPct.slice();
  const count = level.length;
  const { ways, factor, night } = weather;
  const freezing = freezingTable(question.chemistry);
  const canFreeze = freezing[0]! > -Infinity;
  const spread = new SpreadOfDays(days);
  const underBy = new Float64Array(days + 1);
  const firstUnder = new Float64Array(count).fill(Infinity);
  const lowest = level.slice();
  const frozen = new Uint8Array(count);
  let under = 0;
  let iced = 0;
  let freezeDay: number | null = null;
  let daysUnder = 0;
  let next = 0;
  for (let day = 0; day <= days; day++) {
    const comesOff = day === charges[next]?.to;
    if (comesOff || day === days) {
      // Charge only falls in between, so its lowest is right before.
      for (let n = 0; n < count; n++) if (level[n]! < lowest[n]!) lowest[n] = level[n]!;
    }
    if (comesOff) {
      for (let n = 0; n < count; n++) level[n] = Math.max(level[n]!, fullPct[n]!);
      next++;
    }
    const on = charges[next];
    const onCharge = on !== undefined && day >= on.from && day < on.to;
    const counted = onCharge ? -Infinity : lineSocPct;
    const bends = comesOff || day === on?.from || day + 1 === on?.to;
    if (bends || spread.isDue(day)) spread.look(day, level);
    const steadily = onCharge ? 0 : 1;
    for (let way = 0, from = 0; way < ways; way++) {
      const until = Math.floor(((way + 1) * count) / ways);
      const at = way * weather.days + Math.min(day, weather.days - 1);
      const warmth = onCharge ? 0 : factor[at]!;
      const cold = night[at]!;
      const mayFreeze = canFreeze && cold <= 0;
      for (let i = from; i < until; i++) {
        const soc = level[i]!;
        if (soc <= counted) {
          daysUnder++;
          if (firstUnder[i] === Infinity) {
            // Within the day before, at that day's pace.
            const pace = steady[i]! + warm[i]! * (1 + grows[i]! * day) * factor[at]!;
            firstUnder[i] = day - Math.min(Math.min(1, day), (lineSocPct - soc) / pace || 0);
            under++;
          }
        }
        if (mayFreeze && frozen[i] === 0 && cold <= freezing[binOf(soc)]!) {
          frozen[i] = 1;
          iced++;
        }
        level[i] = soc - steady[i]! * steadily - warm[i]! * (1 + grows[i]! * day) * warmth;
      }
      from = until;
    }
    underBy[day] = under / count;
    if (freezeDay === null && iced >= FREEZE_HEARD * count) freezeDay = day;
  }
  firstUnder.sort();
  lowest.sort();
  const crossing = (share: number) => firstUnder[Math.min(count - 1, Math.floor(share * count))]!;
  const { lowPct, tenthPct, likelyPct, highPct } = spread;
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
      likely: lowest[count >> 1]!,
      tenth: lowest[Math.floor(0.1 * count)]!,
      day: lowestDay,
    },
    daysUnder: daysUnder / count,
    chanceFull: spread.full,
  };
}
