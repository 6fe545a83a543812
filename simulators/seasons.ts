import { SeasonDocument } from '../core/schedule/document';
import { CHEMISTRY_IDS, cellsFor } from '../core/battery/chemistries';
import { dayName, toDay, type Weekday } from '../core/day';
import { randomOne } from './random';

export interface SeasonSize {
  readonly batteries: number;
  readonly chargers: number;
  readonly weeks?: number;
  readonly weekdays?: readonly Weekday[];
  readonly minutes?: number;
  /** Outlets, air, pins, charges under way, shared stops. */
  readonly awkward?: boolean;
}

const FIRST = toDay('2026-10-21');
const SIZES = [12, 20, 60, 80, 95] as const;

/** A season that somebody might have: halls, chargers and batteries thrown together. */
export function seasonOfChance(
  seed: number,
  {
    batteries,
    chargers,
    weeks = 26,
    weekdays = ['mon', 'thu'],
    minutes = 120,
    awkward = false,
  }: SeasonSize,
): SeasonDocument {
  const chance = randomOne(seed);
  const whole = (low: number, high: number) => Math.floor(chance.between(low, high + 1));
  const days = 7 * weeks;
  const day = (after: number) => dayName(FIRST + after);
  const halls = ['carding', 'dye', 'yard'].map((id, i) => {
    const phase = chance.between(0, 7);
    const celsius = Object.fromEntries(
      Array.from({ length: days + 1 }, (_, at) => {
        const season = 7 - (8 + 2 * i) * Math.sin((Math.PI * at) / days);
        const value = i === 0 ? 12 : season + 2 * Math.sin((at + phase) / 3);
        return [day(at), Math.round(10 * value) / 10];
      }),
    );
    return {
      id,
      celsius,
      ...(awkward && i === 1 ? { outlets: 2 + Math.floor(chargers / 4) } : {}),
      ...(awkward && i === 0 ? { ventilationM3PerHour: 4 + batteries / 8 } : {}),
    };
  });
  const rows = Array.from({ length: batteries }, (_, i) => {
    const chemistry = chance.pick(CHEMISTRY_IDS);
    const lithium = chemistry === 'lfp';
    const capacityAh = chance.pick(SIZES);
    const collected = chance.uniform() < 0.8;
    const hall = lithium ? 'carding' : chance.pick(halls).id;
    return {
      id: `b${i}`,
      stop: awkward ? `s${hall}${Math.floor(i / 3)}` : `s${i}`,
      order: i,
      hall,
      chemistry,
      nominalVolts: 12,
      cells: cellsFor(chemistry, 12),
      capacityAh,
      socPct: Math.round(10 * chance.between(80, 100)) / 10,
      negativeOn: chance.uniform() < 0.6,
      drawMa: Math.round(100 * capacityAh * chance.between(0.05, 0.3)) / 100,
      selfDischargePctPerMonthAt20C: Math.round(10 * chance.between(1, 6)) / 10,
      lossSpreadPct: Math.round(chance.between(5, 25)),
      lineSocPct: lithium ? 30 : 60,
      lastFull: day(-whole(0, 20)),
      lastRead: day(-whole(0, 20)),
      readingEveryDays: 30,
      ...(chemistry === 'flooded' ? { lastLevels: day(-whole(0, 50)), levelsEveryDays: 60 } : {}),
      lampEveryDays: 7,
      ...(chance.uniform() < 0.3 ? { rechargeEveryDays: 90 } : {}),
      ...(collected ? { collect: day(whole(Math.floor(days / 3), days)), collectSocPct: 90 } : {}),
    };
  });
  const list = Array.from({ length: chargers }, (_, i) => ({
    id: `c${i}`,
    channels: i % 3 === 0 ? 2 : 1,
    amps: i % 2 ? 4 : 8,
    chemistries: i % 4 === 3 ? ['lfp', 'agm'] : ['flooded', 'efb', 'agm', 'gel'],
    nominalVolts: [12],
    ...(awkward && i % 5 === 4 ? { halls: ['carding'] } : {}),
    ...(awkward && i % 7 === 2 ? { brokenUntil: day(20) } : {}),
  }));
  list.push({ id: 'li', channels: 1, amps: 5, chemistries: ['lfp'], nominalVolts: [12] });
  const hung = awkward && rows[0] && rows[1] ? hungOnes(rows, list, day) : rows;
  return SeasonDocument.parse({
    version: 'velvet-ember/season@1',
    today: day(0),
    end: day(days),
    rounds: { weekdays: [...weekdays], minutes },
    minutes: {
      hall: 3,
      stop: 1.5,
      reading: 1,
      lamp: 0.3,
      connect: 4,
      disconnect: 2,
      levels: 5,
      clean: 10,
      drawTest: 12,
      handBack: 8,
    },
    risk: 0.1,
    halls,
    chargers: list,
    batteries: hung,
    pins: awkward
      ? [
          { battery: 'b2', date: day(8), jobs: ['reading', 'clean'] },
          { battery: 'b3', date: day(15), jobs: ['drawTest'] },
        ]
      : [],
  });
}

/** One battery is charging already, and one is kept on a maintainer. */
function hungOnes<T extends { chemistry: string; hall: string }>(
  rows: readonly T[],
  chargers: readonly { id: string; chemistries: readonly string[]; halls?: readonly string[] }[],
  day: (after: number) => string,
): object[] {
  const suits = (row: T, but: string | null) =>
    chargers.find(
      ({ id, chemistries, halls }) =>
        id !== but && chemistries.includes(row.chemistry) && (!halls || halls.includes(row.hall)),
    );
  const [first, second] = [rows[0]!, rows[1]!];
  const one = suits(first, null);
  const other = suits(second, one?.id ?? null);
  return rows.map((row, i) => {
    if (i === 0 && one) {
      const charging = { charger: one.id, channel: 1, since: day(-2), finishedOn: day(1) };
      return { ...row, charging };
    }
    if (i === 1 && other) return { ...row, kept: { charger: other.id, channel: 1 } };
    return row;
  });
}

/** The same with prices, and a new battery's by its capacity: made-up ones, of the size of the house's. */
export const atPrices = (
  season: SeasonDocument,
  prices: SeasonDocument['prices'] = { minute: 25 / 60, chargerDay: 0.15, kWh: 0.35 },
): SeasonDocument =>
  SeasonDocument.parse({
    ...season,
    version: 'velvet-ember/season@2',
    prices,
    batteries: season.batteries.map((battery) => ({ ...battery, price: 1.6 * battery.capacityAh })),
  });
