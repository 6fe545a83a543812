import { MS_PER_HOUR } from '../core/day';
import { CHEMISTRY_IDS, cellsFor, type ChemistryId } from '../core/battery/chemistries';
import { CHEMISTRIES } from '../core/battery/chemistries';
import { socOfVolts } from '../core/battery/state-of-charge';
import type { Estimate } from '../core/estimate';
import type { Observation } from '../core/estimation/observations';
import { TrueBattery, type BatteryTruth } from './battery';
import { show, type HandMeter } from './meter';
import { randomOne, type Random } from './random';
import type { Hours } from './weather';

/** What is wrong with a battery that winters, and since which day. */
export type WinterTrouble =
  | { readonly kind: 'hidden-draw'; readonly fromDay: number }
  | { readonly kind: 'left-on'; readonly fromDay: number }
  | { readonly kind: 'failing-cell'; readonly fromDay: number }
  | { readonly kind: 'odd-reading'; readonly fromDay: number }
  | { readonly kind: 'weak'; readonly fromDay: number };

/** How a wintering battery stood at one reading, and what became of it. */
export interface Look {
  /** Happenings up to then; the last is the reading. */
  readonly upTo: number;
  readonly at: number;
  /** What its volts at rest stand for, percent of what it can hold. */
  readonly socPct: number;
  /** Days until it would have met its line had nobody charged it; Infinity: not in the run. */
  readonly lineDays: number;
  /** Full charges so far. */
  readonly charges: number;
}

/** One battery through a winter, as it was written down and as it was. */
export interface Wintering {
  readonly chemistry: ChemistryId;
  readonly cells: number;
  readonly capacityAh: number;
  readonly ageYears: number;
  readonly usualDrawMa: Estimate;
  readonly connected: boolean;
  readonly trouble: WinterTrouble | null;
  readonly happenings: readonly Observation[];
  readonly looks: readonly Look[];
  readonly firstAt: number;
}

const VEHICLES = [
  { ah: 60, draw: { value: 18, low: 6, high: 45 } },
  { ah: 80, draw: { value: 20, low: 6, high: 50 } },
  { ah: 95, draw: { value: 15, low: 3, high: 50 } },
  { ah: 12, draw: { value: 1.5, low: 0.2, high: 4 } },
  { ah: 20, draw: { value: 0.5, low: 0, high: 2 } },
] as const;

/** How far cells sag half-way down, so that a population lies about the data sheets. */
const BENDS: Record<ChemistryId, number> = {
  flooded: -0.001,
  efb: -0.001,
  agm: 0.0025,
  gel: -0.004,
  lfp: 0,
};

const TROUBLES = ['hidden-draw', 'left-on', 'failing-cell', 'odd-reading', 'weak'] as const;

/** Sulfated plates and leaking cells are troubles of lead and acid. */
const troublesOf = (chemistry: ChemistryId) =>
  chemistry === 'lfp'
    ? TROUBLES.filter((kind) => kind !== 'weak' && kind !== 'failing-cell')
    : TROUBLES;

/** A run of the weather is this long; a look may see as far as its end. */
export const WINTER_DAYS = 330;
/** The attendant goes on with it for so long. */
const KEPT_DAYS = 170;

/**
 * A battery that winters in the air of a hall. Its truth has more to it than is looked for: a
 * draw that swings with the week and creeps up, warmth that comes late into the case, a law of
 * self-discharge of its own, acid with its own bend, a meter that is off. A share of `troubled` of them has something wrong.
 */
export function winterOf(seed: number, air: Hours, startAt: number, troubled: number): Wintering {
  const chance = randomOne(seed);
  const chemistry = CHEMISTRY_IDS[Math.floor(chance.between(0, CHEMISTRY_IDS.length))]!;
  const vehicle = chance.pick(VEHICLES);
  const cells = cellsFor(chemistry, 12);
  const ageYears = chance.between(0, 7);
  const self = CHEMISTRIES[chemistry].selfDischargePctPerMonthAt20C;
  let connected = chance.uniform() < 0.6;
  const wrong = chance.uniform() < troubled ? chance.pick(troublesOf(chemistry)) : null;
  if (wrong === 'hidden-draw' || wrong === 'left-on') connected = true;
  if (wrong === 'failing-cell') connected = chance.uniform() < 0.25;
  const fromDay = wrong === 'left-on' || wrong === 'odd-reading' ? chance.between(25, 110) : 0;
  const base = logBetween(chance, Math.max(0.2, vehicle.draw.low * 1.3), vehicle.draw.high * 0.8);
  const hidden =
    wrong === 'hidden-draw' || wrong === 'left-on'
      ? (chance.between(0.5, 3.5) * vehicle.ah * 10) / 24
      : 0;
  const phase = chance.between(0, 7);
  const swing = chance.between(0, 0.12);
  const truth: BatteryTruth = {
    chemistry,
    cells,
    ratedAh: vehicle.ah,
    health: 1 - 0.035 * ageYears - chance.between(0, 0.06),
    selfPctPerMonth: chance.between(self.low, self.high) * (1 + 0.07 * ageYears),
    drawMa: (day) =>
      base * (1 + swing * Math.sin((2 * Math.PI * (day + phase)) / 7) + 0.0006 * day) +
      (day >= fromDay ? hidden : 0),
    offsetVolts: 0.016 * chance.normal() * (cells / 6),
    lagHours: chance.between(4, 14),
    bend: BENDS[chemistry] + chance.between(-0.005, 0.005),
    emptyShift: 0.007 * chance.normal(),
    weakCellPctPerDay: wrong === 'failing-cell' ? chance.between(1.8, 7) : 0,
    // A charger seldom makes one quite full; plates that are sulfated come nowhere near.
    topShare: wrong === 'weak' ? chance.between(0.62, 0.84) : 1 - Math.abs(0.016 * chance.normal()),
  };
  const hand: HandMeter = {
    gain: 1 + 0.0006 * chance.normal(),
    offsetVolts: 0.003 * chance.normal(),
    noiseVolts: 0.004,
  };
  const battery = new TrueBattery(truth, {
    share: chance.between(0.45, 0.95),
    celsius: air.celsius[0]!,
  });
  const happenings: Observation[] = [];
  const looks: Look[] = [];
  const cells12 = { chemistry, cells, scale: CHEMISTRIES[chemistry].scales[0]! };
  let charging = true;
  let chargeEnds = Math.ceil(chance.between(1, 3));
  let charges = 0;
  let disturbed = 0;
  let rest = 0;
  let nextRead = Infinity;
  let odd = wrong === 'odd-reading';
  const line = lineOf(chemistry);
  const hourAt = (hour: number) => startAt + hour * MS_PER_HOUR;
  happenings.push({ kind: 'fed', at: hourAt(9), on: true });
  for (let hour = 0; hour < KEPT_DAYS * 24; hour++) {
    battery.live(air.celsius[hour]!, charging && hour >= 9 ? vehicle.ah * 0.09 : 0);
    rest = hour - disturbed;
    if (hour % 24 !== 9) continue;
    const day = Math.floor(hour / 24);
    if (charging && day >= chargeEnds && (battery.full || day >= chargeEnds + 2)) {
      charging = false;
      charges++;
      disturbed = hour;
      happenings.push({ kind: 'fed', at: hourAt(hour), on: false });
      happenings.push({ kind: 'full', at: hourAt(hour) });
      if (charges === 1) {
        battery.connected = connected;
        happenings.push({ kind: 'negative', at: hourAt(hour), on: connected });
        if (connected && chance.uniform() < 0.9) {
          const milliamps = truth.drawMa(0) - (wrong === 'hidden-draw' ? hidden : 0);
          happenings.push({
            kind: 'draw',
            at: hourAt(hour),
            milliamps: milliamps * (1 + 0.05 * chance.normal()),
          });
        }
      }
      nextRead = day + Math.ceil(chance.between(0.6, 4));
    }
    if (charging || day < nextRead) continue;
    let volts = show(hand, battery.volts, 0, chance);
    if (odd && day >= fromDay) {
      // The neighbour's battery, or a slip of the hand.
      odd = false;
      volts += chance.uniform() < 0.5 ? -chance.between(0.35, 0.9) : chance.between(0.3, 0.5);
    }
    const celsius = air.celsius[hour]! + 0.8 * chance.normal();
    happenings.push({
      kind: 'reading',
      at: hourAt(hour),
      id: `${seed}-${hour}`,
      volts,
      celsius,
      restedHours: rest,
    });
    looks.push({
      upTo: happenings.length,
      at: hourAt(hour),
      socPct: battery.restPct,
      lineDays: daysToLine(battery, air, hour, line),
      charges,
    });
    nextRead = day + Math.ceil(chance.between(9, 21));
    if (socOfVolts({ ...cells12, volts, celsius }) <= line + 4) {
      charging = true;
      chargeEnds = day + Math.ceil(chance.between(2, 4));
      happenings.push({ kind: 'fed', at: hourAt(hour), on: true });
    }
  }
  return {
    chemistry,
    cells,
    capacityAh: vehicle.ah,
    ageYears,
    usualDrawMa: vehicle.draw,
    connected: true,
    trouble: wrong && { kind: wrong, fromDay },
    happenings,
    looks,
    firstAt: startAt,
  };
}

const lineOf = (chemistry: ChemistryId) => CHEMISTRIES[chemistry].lineSocPct;

function logBetween(chance: Random, low: number, high: number): number {
  return Math.exp(chance.between(Math.log(low), Math.log(high)));
}

/** Days until its own charge meets the line, nobody charging; a copy lives them. */
function daysToLine(battery: TrueBattery, air: Hours, hour: number, line: number): number {
  if (battery.restPct <= line) return 0;
  const copy = TrueBattery.revive(battery.truth, battery.life);
  for (let ahead = 1; hour + ahead < air.celsius.length; ahead++) {
    copy.live(air.celsius[hour + ahead]!, 0);
    if (copy.restPct <= line) return ahead / 24;
  }
  return Infinity;
}
