import { t } from '../../core/language';
import type { Position, Step, StopView } from './round-data';

/** What Enter, and the button that stands for it, do at a step. */
export type Enter =
  /** Takes what is typed, or asks about it. */
  | { readonly kind: 'record' }
  /** Nothing is typed yet: says what is wanted. */
  | { readonly kind: 'hint'; readonly text: string }
  | { readonly kind: 'go'; readonly to: Position }
  | { readonly kind: 'nothing' };

export function enterAt(
  step: Step | undefined,
  passed: boolean,
  digits: string,
  digitsWanted: number,
  target: Position | null,
): Enter {
  if (!step) return { kind: 'nothing' };
  if (step.job.kind === 'reading' && digits !== '') return { kind: 'record' };
  if (step.job.kind === 'reading' && !step.done && !passed) {
    const example = digitsWanted === 3 ? '625 is 6.25 V' : '1252 is 12.52 V';
    return { kind: 'hint', text: t`Type the volts: ${example}.` };
  }
  return target ? { kind: 'go', to: target } : { kind: 'nothing' };
}

/** What stands on that button, and whether it is what is to be pressed now. */
export function enterWords(
  step: Step | undefined,
  passed: boolean,
  target: Position | null,
  position: Position,
  views: readonly StopView[],
): { readonly words: string; readonly loud: boolean } {
  const next =
    target === null
      ? null
      : target.stop === position.stop
        ? views[target.stop]!.steps[target.step]!.label
        : views[target.stop]!.vehicle.bayMark;
  const settled = !step || step.done || passed;
  if (!settled && step.job.kind === 'reading') {
    return { words: next ? t`Record, then ${next}` : t`Record`, loud: true };
  }
  if (next === null) return { words: t`Nothing else is left`, loud: false };
  // What is asked at this stop stands above it, and is to be answered rather than skipped.
  return { words: t`${settled ? t`Go` : t`Skip`} to ${next}`, loud: settled };
}
