import { cellsFor, type ChemistryId } from '../core/battery/chemistries';
import { voltsOfSoc } from '../core/battery/state-of-charge';
import { CHEMISTRIES } from '../core/battery/chemistries';
import type { BatteryContext } from '../core/context/battery-context';
import { ContextDocument, contextOfDocument } from '../core/context/document';
import { MS_PER_HOUR } from '../core/day';
import type { z } from 'zod';
import { decimal } from '../core/language';
import { DEFAULT_RULES } from '../core/rules/rules';
import { TrueBattery, type BatteryTruth } from '../simulators/battery';
import type { HandMeter } from '../simulators/meter';
import type { Random } from '../simulators/random';

/** Every practice begins on this morning; its own clock counts hours from it. */
export const MORNING = Date.parse('2027-01-12T09:00:00Z');

/** The house's line as it stands in the standard rules, percent. */
export const lineOf = (chemistry: ChemistryId) => DEFAULT_RULES.lineSocPct[chemistry];

/** A hidden truth with nothing wrong, but for what is said. */
export function soundTruth(
  chemistry: ChemistryId,
  ratedAh: number,
  chance: Random,
  over: Partial<BatteryTruth> = {},
): BatteryTruth {
  const cells = over.cells ?? cellsFor(chemistry, 12);
  return {
    chemistry,
    cells,
    ratedAh,
    health: chance.between(0.86, 0.97),
    selfPctPerMonth: chance.between(2, 5),
    drawMa: () => 0,
    offsetVolts: 0.006 * chance.normal(),
    lagHours: 8,
    weakCellPctPerDay: 0,
    ...over,
  };
}

/** The share of charge at which it shows what the house's scale calls `socPct`, at rest. */
export function standingAt(truth: BatteryTruth, socPct: number, celsius: number): TrueBattery {
  const { chemistry, cells } = truth;
  const scale = CHEMISTRIES[chemistry].scales[0]!;
  const wanted = voltsOfSoc({ chemistry, cells, scale, celsius, socPct });
  let low = -0.2;
  let high = 1;
  for (let i = 0; i < 30; i++) {
    const middle = (low + high) / 2;
    if (new TrueBattery(truth, { share: middle, celsius }).volts < wanted) low = middle;
    else high = middle;
  }
  return new TrueBattery(truth, { share: (low + high) / 2, celsius });
}

/** The same battery with volts on its plates that are not its own: of a charge, or of a load. */
export const stirred = (battery: TrueBattery, surfaceVolts: number): TrueBattery =>
  TrueBattery.revive(battery.truth, { ...battery.life, surface: surfaceVolts });

/** A meter out of the drawer. */
export const meterOf = (chance: Random): HandMeter => ({
  gain: 1 + 0.0005 * chance.normal(),
  offsetVolts: 0.002 * chance.normal(),
  noiseVolts: 0.003,
});

/** In an order of chance. */
export function shuffled<T>(list: readonly T[], chance: Random): T[] {
  return list
    .map((one) => ({ one, at: chance.uniform() }))
    .sort((a, b) => a.at - b.at)
    .map(({ one }) => one);
}

/** What is known of a battery, as the gate asks for it. */
export const contextAt = (
  known: z.input<typeof ContextDocument>,
  hour: number,
  also: Partial<BatteryContext> = {},
): BatteryContext => ({
  ...contextOfDocument(ContextDocument.parse(known), MORNING + hour * MS_PER_HOUR),
  ...also,
});

export const voltsWords = (volts: number) => `${decimal(volts, 2)} V`;
