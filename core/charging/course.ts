import { t } from '../language';
import { MS_PER_HOUR } from '../day';
import type { ChargerConnection } from '../site/charging-equipment';

/** Beyond so many times the expected hours, still charging is a finding. Common practice. */
export const TOO_LONG = 2;

/** Where a charge should be by now, against what was foreseen when it was hooked up. */
export interface ChargeCourse {
  readonly hours: number;
  /** Share of the expected time that has passed, 0 and up; null where nothing was foreseen. */
  readonly share: number | null;
  readonly finishAt: number | null;
  /** From here on "still charging" is a finding. */
  readonly tooLongAt: number | null;
  readonly expects: 'charging' | 'holding' | null;
}

export function chargeCourse(
  hook: ChargerConnection | null,
  since: number,
  now: number,
): ChargeCourse {
  const hours = Math.max(0, (now - since) / MS_PER_HOUR);
  const foreseen = hook?.hours ?? null;
  if (foreseen === null) {
    return { hours, share: null, finishAt: null, tooLongAt: null, expects: null };
  }
  // A nearly full battery takes its absorption hours whatever is missing.
  const least = Math.max(foreseen, 1);
  return {
    hours,
    share: hours / least,
    finishAt: since + foreseen * MS_PER_HOUR,
    tooLongAt: since + TOO_LONG * least * MS_PER_HOUR,
    expects: hours < foreseen ? 'charging' : 'holding',
  };
}

/** Why a charge does not come to its end, the likeliest first. */
export function slowCauses(about: {
  readonly hook: ChargerConnection;
  readonly drawAmps: number;
  readonly suits: boolean;
  readonly old: boolean;
}): string[] {
  const { hook, drawAmps } = about;
  const causes: [number, string][] = [
    [about.suits ? 1 : 9, t`wrong programme: look which one it woke in`],
    [
      drawAmps > 0.5 * hook.amps ? 8 : drawAmps > 0.1 * hook.amps ? 3 : 0.5,
      t`the vehicle draws as much as the charger gives: measure its draw`,
    ],
    [
      about.old ? 5 : 2,
      t`a weak battery, that takes charge and does not keep it: rest, read, load test`,
    ],
    [1.5, t`a bad clamp: bright metal, and again`],
  ];
  return causes.sort((a, b) => b[0] - a[0]).map(([, say]) => say);
}
