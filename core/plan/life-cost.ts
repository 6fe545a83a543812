import { CHEMISTRIES, type ChemistryId } from '../battery/chemistries';
import { newPrice } from '../charging/recovery';
import { cycleShare } from '../charging/standing-low';
import type { Kept } from '../forecast/simulate-storage';
import type { Rules } from '../rules/rules';

/** A way in which a stay costs a battery life, in the site's own money. */
export interface LifeCost {
  readonly sulfation: number;
  readonly freezing: number;
  readonly heat: number;
  readonly cycles: number;
}

/** Share of a life that a day flat costs; in proportion under the line. Our own assumption. */
const SULFATION_A_DAY = 0.01;
/** Years that a battery lives at 20 °C, half of it for each ten degrees more. Common practice. */
const LIFE_YEARS = 5;
/** After a freeze the acid is on the floor too: this much more than its price. Our own assumption. */
const SPILL_SHARE = 0.2;

/**
 * Expected loss of battery life through a stay, in money: price × (days under the line, each by
 * how far under it, × 1 % · chance to freeze · days by Arrhenius ÷ five years · percent charged ÷
 * a life of cycles). Ways that the house leaves out count nothing.
 */
export function lifeCost(
  kept: Pick<Kept, 'underDepthDays' | 'chanceFreeze' | 'factorDays' | 'chargedPct'>,
  battery: { chemistry: ChemistryId; capacityAh: number },
  rules: Rules,
): LifeCost {
  const price = newPrice(battery.chemistry, battery.capacityAh, rules);
  const lithium = CHEMISTRIES[battery.chemistry].family === 'lithium';
  const counted = (rule: 'count' | 'leave', share: number) =>
    rule === 'count' ? price * Math.min(1, share) : 0;
  return {
    sulfation: counted(rules.lifeSulfation, lithium ? 0 : SULFATION_A_DAY * kept.underDepthDays),
    freezing: counted(rules.lifeFreezing, kept.chanceFreeze) * (1 + SPILL_SHARE),
    heat: counted(rules.lifeHeat, kept.factorDays / (LIFE_YEARS * 365)),
    cycles: counted(rules.lifeCycles, kept.chargedPct * cycleShare(battery.chemistry)),
  };
}

export const lifeTotal = (life: LifeCost): number =>
  life.sulfation + life.freezing + life.heat + life.cycles;
