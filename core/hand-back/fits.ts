import { t } from '../language';
import { CHEMISTRIES, type ChemistryId } from '../battery/chemistries';
import { saeAmpsOf, type BatteryDetails } from '../battery/details';
import type { BatteryRole } from '../battery/roles';

/** What a new battery is held against, of itself and of the one whose place it takes. */
export interface FitFacts {
  readonly chemistry: ChemistryId;
  readonly capacityAh: number;
  readonly details: Pick<BatteryDetails, 'coldCrankingAmps' | 'crankingStandard'>;
}

/** Rated figures that differ by less count as the same. Our own assumption. */
const AS_MUCH = 0.95;
/** What charge and discharge ask of a battery, the least first; a start-stop vehicle asks the rest. */
const CLASSES: readonly ChemistryId[] = ['flooded', 'efb', 'agm'];

/**
 * What speaks against a new battery in the place of an old one, as whole sentences; empty: nothing that
 * is known. Capacity is matched, or larger where the tray allows; what came with AGM or EFB gets no
 * less, since start-stop asks for it; cranking power as before. Common practice; case, posts and
 * hold-down are looked at by whoever holds it.
 */
export function doubtsOfFit(old: FitFacts, fresh: FitFacts, role: BatteryRole): string[] {
  const doubts: string[] = [];
  const [was, is] = [CHEMISTRIES[old.chemistry], CHEMISTRIES[fresh.chemistry]];
  if (was.family !== is.family) {
    doubts.push(
      t`${is.short} in the place of ${was.short}: its vehicle’s charging and every charger here were chosen for the other. Only as the makers of vehicle and battery allow.`,
    );
  } else if (
    CLASSES.includes(fresh.chemistry) &&
    CLASSES.indexOf(fresh.chemistry) < CLASSES.indexOf(old.chemistry)
  ) {
    doubts.push(
      t`${is.short} in the place of ${was.short}: where the vehicle stops its engine by itself, it needs ${was.short}, and a lesser one fails early.`,
    );
  }
  if (fresh.capacityAh < AS_MUCH * old.capacityAh) {
    doubts.push(
      t`${fresh.capacityAh} Ah in the place of ${old.capacityAh} Ah: capacity is matched, or larger where the tray allows.`,
    );
  }
  const [before, now] = [saeAmpsOf(old.details), saeAmpsOf(fresh.details)];
  if (role === 'starter' && before !== null && now !== null && now < AS_MUCH * before) {
    doubts.push(
      t`${Math.round(now)} A of cranking power by SAE in the place of ${Math.round(before)} A: less than its engine was given.`,
    );
  }
  return doubts;
}
