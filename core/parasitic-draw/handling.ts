import { toleranceMa, type Level } from './levels';
import type { Trace } from './trace';

/** What somebody did to meter, jumper or vehicle, as far as the trace shows it. */
export type Handling =
  /** The meter gave no number: more flowed than its range. */
  | { readonly kind: 'over-range'; readonly at: number; readonly until: number }
  /** Nothing flowed through the meter: lead off, fuse gone, or taken out. */
  | {
      readonly kind: 'open';
      readonly at: number;
      readonly until: number;
      readonly wokeMa: number | null;
    }
  /** The jumper carried most of it until here. */
  | {
      readonly kind: 'jumper-pulled';
      readonly at: number;
      readonly fromMa: number;
      readonly toMa: number;
    }
  /** More flowed again, after it had begun to sleep. */
  | { readonly kind: 'woke'; readonly at: number; readonly milliamps: number }
  /** It was low from the beginning: all asleep, or the jumper still on. */
  | { readonly kind: 'began-low'; readonly milliamps: number }
  /** Nothing was logged meanwhile, or the clock was put on: nobody looked. */
  | { readonly kind: 'gap'; readonly at: number; readonly until: number }
  /** Current flowed the other way round. */
  | { readonly kind: 'reversed' };

/** A reading this near nothing, where much more flowed before, is an open circuit. */
const NOTHING_MA = 0.12;

const isOpen = (level: Level) => Math.abs(level.milliamps) <= NOTHING_MA;

/** Stretches for which nothing flowed, though something did before or after. */
export function openStretches(levels: readonly Level[]): Handling[] {
  const found: Handling[] = [];
  for (let k = 0; k < levels.length; k++) {
    if (!isOpen(levels[k]!)) continue;
    const before = levels[k - 1];
    let end = k;
    while (end + 1 < levels.length && isOpen(levels[end + 1]!)) end++;
    const after = levels[end + 1];
    const flowed = before && before.milliamps > 8 * NOTHING_MA;
    if (flowed) {
      const woke = after && after.milliamps > before.milliamps + 2 * toleranceMa(before.milliamps);
      found.push({
        kind: 'open',
        at: levels[k]!.from,
        until: levels[end]!.to,
        wokeMa: woke ? after.milliamps : null,
      });
    }
    k = end;
  }
  return found;
}

/** Stretches without a number, of two samples or more. */
export function overRanges({ seconds, amps }: Trace): Handling[] {
  const found: Handling[] = [];
  for (let i = 0; i < amps.length; i++) {
    if (amps[i]! === amps[i]!) continue;
    const first = i;
    while (i + 1 < amps.length && amps[i + 1]! !== amps[i + 1]!) i++;
    if (i > first) found.push({ kind: 'over-range', at: seconds[first]!, until: seconds[i]! });
  }
  return found;
}
