import { freeChannels, hookRefusal, outletInUse, type Hanging } from './board';
import { rankFits, type Fit, type FitSubject } from './fit';
import { hookOf } from './subject';
import type { Hook, Stock } from './stock';

/** One channel on which a battery may hang just now. */
export interface PossibleHook {
  readonly fit: Fit;
  readonly hook: Hook;
}

/**
 * Where a battery may hang just now, the best first: one free channel of each charger that suits
 * it and that sockets and circuits feed besides all that hangs already. Empty where there is none.
 */
export function possibleHooks(
  stock: Stock,
  hanging: readonly Hanging[],
  subject: FitSubject,
  batteryId: string,
  bayMark: string,
): PossibleHook[] {
  return rankFits(stock.chargers, subject).flatMap((fit) => {
    const channel = freeChannels(fit.charger, hanging)[0];
    if (fit.refusals.length > 0 || channel === undefined) return [];
    const outlet =
      outletInUse(fit.charger.id, hanging) ??
      stock.outlets.find(({ hallId, bays }) => hallId === subject.hallId && bays.includes(bayMark))
        ?.id ??
      null;
    const hook = hookOf(fit, subject, channel, outlet);
    return hookRefusal(hook, batteryId, hanging, stock, fit) === null ? [{ fit, hook }] : [];
  });
}
