import { randomOne, type Random } from '../random';
import { molalityShowing } from './acid';
import { Cells, type Made } from './cells';
import type { Condition } from './conditions';

/** What a house writes down of a battery; instants in UTC milliseconds. */
export type Noted =
  | {
      readonly kind: 'reading';
      readonly at: number;
      readonly id: string;
      readonly volts: number;
      readonly celsius: number;
      readonly restedHours: number;
    }
  | { readonly kind: 'full'; readonly at: number }
  | { readonly kind: 'negative'; readonly at: number; readonly on: boolean }
  | { readonly kind: 'fed'; readonly at: number; readonly on: boolean }
  | { readonly kind: 'draw'; readonly at: number; readonly milliamps: number };

export type Kind = 'flooded' | 'efb' | 'agm' | 'gel' | 'lfp';
const KINDS: readonly Kind[] = ['flooded', 'efb', 'agm', 'gel', 'lfp'];

/** What data sheets and the published table say of each, and how it is dealt with. */
const SHEETS: Record<
  Kind,
  {
    /** Volts of a 12 V battery at 25 °C. */
    readonly full: number;
    readonly empty: number;
    /** Percent of its rated capacity in 30 days at 20 °C: least and most. */
    readonly self: readonly [number, number];
    readonly poreShare: number;
    readonly diffusionHours: number;
    /** Where people recharge. */
    readonly rechargeAt: number;
  }
> = {
  flooded: {
    full: 12.65,
    empty: 11.89,
    self: [5, 10],
    poreShare: 0.35,
    diffusionHours: 3,
    rechargeAt: 12.45,
  },
  efb: {
    full: 12.68,
    empty: 11.92,
    self: [2, 4],
    poreShare: 0.4,
    diffusionHours: 3,
    rechargeAt: 12.48,
  },
  agm: {
    full: 12.85,
    empty: 11.8,
    self: [1, 3],
    poreShare: 0.7,
    diffusionHours: 1.5,
    rechargeAt: 12.5,
  },
  gel: {
    full: 12.85,
    empty: 11.8,
    self: [1, 2],
    poreShare: 0.6,
    diffusionHours: 5,
    rechargeAt: 12.55,
  },
  lfp: {
    full: 13.5,
    empty: 11.92,
    self: [1, 3],
    poreShare: 0.5,
    diffusionHours: 0.8,
    rechargeAt: 13.05,
  },
};

/** What stands in a yard: rated ampere-hours, and milliamps that such ones draw. */
const VEHICLES = [
  { ah: 60, draw: { value: 18, low: 6, high: 45 } },
  { ah: 80, draw: { value: 20, low: 6, high: 50 } },
  { ah: 95, draw: { value: 15, low: 3, high: 50 } },
  { ah: 12, draw: { value: 1.5, low: 0.2, high: 4 } },
  { ah: 20, draw: { value: 0.5, low: 0, high: 2 } },
] as const;

export const TROUBLES = ['hidden-draw', 'left-on', 'failing-cell', 'odd-reading', 'weak'] as const;
export type Trouble = (typeof TROUBLES)[number];

/** What is shared by all batteries of a site. */
export interface Site {
  readonly condition: Condition;
  readonly meter: { readonly gain: number; readonly volts: number };
  /** Share of full at which each of its chargers stops, when it does as it should. */
  readonly chargers: readonly number[];
}

export function siteOf(seed: number, condition: Condition): Site {
  const chance = randomOne(seed);
  return {
    condition,
    meter: {
      gain: 1 + 0.0006 * chance.normal(),
      volts: condition.meterVolts + 0.004 * chance.normal(),
    },
    chargers: Array.from({ length: 4 }, () => 1 - Math.abs(0.01 * chance.normal())),
  };
}

/** How a battery stood when it was looked at, and what became of it. */
export interface Stood {
  readonly upTo: number;
  readonly at: number;
  readonly socPct: number;
  /** Until it would have met its line had nobody charged it; Infinity: not in the run. */
  readonly lineDays: number;
}

export interface Wintered {
  readonly chemistry: Kind;
  readonly cells: number;
  readonly capacityAh: number;
  readonly ageYears: number;
  readonly usualDrawMa: { readonly value: number; readonly low: number; readonly high: number };
  readonly trouble: { readonly kind: Trouble; readonly fromDay: number } | null;
  /** It loses so much more than what was measured of its draw, percent a day on average. */
  readonly unmeasuredPctPerDay: number;
  readonly happenings: readonly Noted[];
  readonly looks: readonly Stood[];
}

const HOUR = 3_600_000;
const KEPT_DAYS = 170;

/** What such a battery is made of, as data sheets and its years have it, and chance. */
export function madeOf(kind: Kind, ah: number, ageYears: number, site: Site, chance: Random): Made {
  // Of the flooded ones half have calcium plates: they show more and lose less.
  const sheet =
    kind === 'flooded' && chance.uniform() < 0.5
      ? { ...SHEETS.flooded, full: 12.68, empty: 11.92, self: [2, 4] as const }
      : SHEETS[kind];
  const { condition } = site;
  const cells = kind === 'lfp' ? 4 : 6;
  const lithium = kind === 'lfp';
  return {
    cells,
    ampHours: ah * (1 - 0.03 * ageYears - chance.between(0, 0.08)),
    acid: lithium
      ? null
      : {
          full: molalityShowing((sheet.full + 0.018 * chance.normal()) / 6),
          empty: molalityShowing((sheet.empty + 0.035 * chance.normal()) / 6),
        },
    poreShare: sheet.poreShare,
    diffusionHours: sheet.diffusionHours * chance.between(0.7, 1.5),
    lingers: lithium
      ? [{ volts: 0.025, hours: chance.between(1, 4) }]
      : [
          { volts: chance.between(0.02, 0.05), hours: chance.between(0.8, 2) },
          { volts: chance.between(0.004, 0.012), hours: chance.between(...condition.lingerHours) },
        ],
    stratified: {
      // Only acid that is free can sink.
      volts:
        kind === 'flooded' || kind === 'efb'
          ? (condition.stratified / 6) * chance.between(0.4, 1)
          : 0,
      days: chance.between(5, 15),
    },
    hysteresis: { volts: lithium ? 0.006 : 0.001, days: chance.between(1, 5) },
    selfPerDay: ((chance.between(...sheet.self) / 100) * (1 + 0.06 * ageYears)) / 30,
    activationJoules: chance.between(45_000, 60_000),
    growsPerMonth: chance.between(...condition.grows),
    locked: 0,
    leakPerDay: 0,
    lagHours: chance.between(3, 16),
  };
}

/** Ampere-hours that wakes take, by the hour: minutes of one to four amps, smaller on small ones. */
export function wakesOf(perDay: number, ah: number, hours: number, chance: Random): Float32Array {
  const taken = new Float32Array(hours);
  for (let hour = 0; hour < hours; hour++) {
    if (chance.uniform() * 24 >= perDay) continue;
    taken[hour] = (chance.between(3, 9) / 60) * chance.between(0.8, 2.5) * (ah / 60);
  }
  return taken;
}

/**
 * A battery that winters in the air of a hall, kept by somebody with a meter and four chargers.
 * `lineShare`: the charge at which it ought to be charged again, 0–1, by kind.
 */
export function winterAt(
  seed: number,
  site: Site,
  air: ArrayLike<number>,
  startAt: number,
  lineShare: Readonly<Record<Kind, number>>,
): Wintered {
  const chance = randomOne(seed);
  const { condition } = site;
  const kind = chance.pick(KINDS);
  const vehicle = chance.pick(VEHICLES);
  const ageYears = chance.between(0, 7);
  const possible = TROUBLES.filter(
    (one) => kind !== 'lfp' || (one !== 'weak' && one !== 'failing-cell'),
  );
  const wrong = chance.uniform() < condition.troubled ? chance.pick(possible) : null;
  const drawing = wrong === 'hidden-draw' || wrong === 'left-on';
  const connected = drawing || chance.uniform() < (wrong === 'failing-cell' ? 0.25 : 0.6);
  const fromDay = wrong === 'left-on' || wrong === 'odd-reading' ? chance.between(25, 110) : 0;
  const made = {
    ...madeOf(kind, vehicle.ah, ageYears, site, chance),
    ...(wrong === 'weak' ? { locked: chance.between(0.17, 0.4) } : {}),
    ...(wrong === 'failing-cell' ? { leakPerDay: chance.between(0.018, 0.07) } : {}),
  };
  const low = Math.max(0.2, vehicle.draw.low * 1.3);
  const base = low * (vehicle.draw.high / 1.25 / low) ** chance.uniform();
  const hidden = drawing ? (chance.between(0.5, 3.5) * vehicle.ah * 10) / 24 : 0;
  const wakes = wakesOf(condition.wakesPerDay, vehicle.ah, air.length, chance);
  // Control units that sleep a little less deeply on some days: a walk, no swing.
  const walk = new Float32Array(Math.ceil(air.length / 24) + 1);
  for (let day = 1; day < walk.length; day++) {
    walk[day] = 0.93 * walk[day - 1]! + 0.03 * chance.normal();
  }
  const outAh = (hour: number) => {
    const day = Math.floor(hour / 24);
    const milliamps = base * Math.max(0.3, 1 + walk[day]!) + (hour / 24 >= fromDay ? hidden : 0);
    return milliamps / 1000 + wakes[hour]!;
  };
  const cells = Cells.at(made, chance.between(0.45, 0.95), air[0]!);
  const happenings: Noted[] = [];
  const looks: Stood[] = [];
  const at = (hour: number) => startAt + hour * HOUR;
  let charging = true;
  let until = endOfCharge(site, chance);
  let on = false;
  let disturbed = 0;
  let nextRead = Infinity;
  let odd = wrong === 'odd-reading';
  let first = true;
  happenings.push({ kind: 'fed', at: at(9), on: true });
  for (let hour = 0; hour < KEPT_DAYS * 24; hour++) {
    const amps = charging && hour >= 9 && cells.share < until ? vehicle.ah * 0.09 : 0;
    cells.hour(air[hour]!, on && !charging ? outAh(hour) : 0, amps);
    if (hour % 24 !== 9) continue;
    const day = hour / 24;
    const made98 = cells.share >= Math.min(until, 1 - made.locked) - 0.005;
    if (charging && (made98 || hour - disturbed > 6 * 24)) {
      charging = false;
      disturbed = hour;
      happenings.push({ kind: 'fed', at: at(hour), on: false }, { kind: 'full', at: at(hour) });
      if (first) {
        first = false;
        on = connected;
        happenings.push({ kind: 'negative', at: at(hour), on });
        if (on && chance.uniform() < 0.9) {
          // Nobody waits for a wake, and what came later was not there yet.
          const milliamps = base * Math.max(0.3, 1 + walk[Math.floor(day)]!);
          happenings.push({
            kind: 'draw',
            at: at(hour),
            milliamps: milliamps * (1 + 0.03 * chance.normal()),
          });
        }
      }
      nextRead = day + Math.ceil(chance.between(0.6, 4));
    }
    if (charging || day < nextRead) continue;
    const perTwelve = made.cells === 4 ? 1 : made.cells / 6;
    let volts =
      cells.volts * site.meter.gain + site.meter.volts * perTwelve + 0.004 * chance.normal();
    if (odd && day >= fromDay) {
      odd = false;
      volts += chance.uniform() < 0.5 ? -chance.between(0.35, 0.9) : chance.between(0.3, 0.5);
    }
    volts = Math.round(volts * 100) / 100;
    happenings.push({
      kind: 'reading',
      at: at(hour),
      id: `${seed}-${hour}`,
      volts,
      celsius: air[hour]! + condition.thermometer + 0.7 * chance.normal(),
      restedHours: hour - disturbed,
    });
    const line = lineShare[kind];
    looks.push({
      upTo: happenings.length,
      at: at(hour),
      socPct: 100 * cells.restShare,
      lineDays: daysToLine(cells, air, hour, line, on ? outAh : null),
    });
    nextRead = day + Math.ceil(chance.between(9, 21));
    if (volts <= SHEETS[kind].rechargeAt) {
      charging = true;
      until = endOfCharge(site, chance);
      disturbed = hour;
      happenings.push({ kind: 'fed', at: at(hour), on: true });
    }
  }
  const mean = wakes.reduce((sum, ah) => sum + ah, 0) / (air.length / 24);
  return {
    chemistry: kind,
    cells: made.cells,
    capacityAh: vehicle.ah,
    ageYears,
    usualDrawMa: vehicle.draw,
    trouble: wrong && { kind: wrong, fromDay },
    unmeasuredPctPerDay: connected ? (100 * mean) / vehicle.ah : 0,
    happenings,
    looks,
  };
}

/** Where a charge ends: as the charger that was at hand ends it, or too early. */
export function endOfCharge(site: Site, chance: Random): number {
  const charger = chance.pick(site.chargers);
  return chance.uniform() < site.condition.early
    ? chance.between(0.88, 0.98)
    : charger - Math.abs(0.004 * chance.normal());
}

function daysToLine(
  cells: Cells,
  air: ArrayLike<number>,
  hour: number,
  line: number,
  outAh: ((hour: number) => number) | null,
): number {
  if (cells.restShare <= line) return 0;
  const copy = cells.copy();
  for (let ahead = 1; hour + ahead < air.length; ahead++) {
    copy.hour(air[hour + ahead]!, outAh?.(hour + ahead) ?? 0, 0);
    if (copy.restShare <= line) return ahead / 24;
  }
  return Infinity;
}
