import { CHEMISTRY_IDS, type ChemistryId } from '../../core/battery/chemistries';
import {
  freeChannels,
  hangingBy,
  type ActiveConnection,
} from '../../core/connections/active-connections';
import { isMeantFor } from '../../core/site/programmes';
import type { MaintainersFree } from './dto';
import type { Stay, SiteSnapshot } from './snapshot';

/** What hangs on a charger or maintainer, of the whole site. */
export const activeConnectionsOf = (stays: readonly Stay[]): ActiveConnection[] =>
  stays.flatMap(({ batteries }) =>
    batteries.flatMap(({ battery, standing: { state } }) => hangingBy(battery.id, state) ?? []),
  );

/**
 * Channels of maintainers on which nothing hangs, by chemistry that they suit; null where no
 * charger of the site is noted.
 */
export function maintainersFree({
  stock,
  stays,
}: Pick<SiteSnapshot, 'stock' | 'stays'>): MaintainersFree | null {
  if (stock.chargers.length === 0) return null;
  const hanging = activeConnectionsOf(stays);
  const free = Object.fromEntries(CHEMISTRY_IDS.map((id) => [id, 0])) as Record<
    ChemistryId,
    number
  >;
  for (const charger of stock.chargers) {
    if (!charger.maintains) continue;
    const channels = freeChannels(charger, hanging).length;
    for (const id of CHEMISTRY_IDS) {
      const suits = charger.programmes.some((one) => isMeantFor(one.id, id));
      if (suits) free[id] += channels;
    }
  }
  return free;
}
