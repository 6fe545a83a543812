import type { BatteryContext } from '../../core/context/battery-context';
import {
  inputProblem,
  isComplete,
  mayTick,
  withoutStep,
  type FittedStep,
} from '../../core/procedures/procedure';
import type { Progress } from './progress';

/** Why a step could not be ticked. */
export interface Refused {
  readonly step: string;
  /** What has to be done before it; empty where only what it asks for is missing. */
  readonly first: string;
  readonly why: string;
}

/** Steps that are ticked, of those that this battery's procedure has. */
export const doneOf = (steps: readonly FittedStep[], { done }: Progress): string[] =>
  done.filter((step) => steps.some(({ id }) => id === step));

/** The step that Space ticks: the first that must be done and is not. */
export const nextOf = (
  steps: readonly FittedStep[],
  done: readonly string[],
): FittedStep | undefined => steps.find(({ id, optional }) => !done.includes(id) && !optional);

/**
 * A touch on a step: ticked, or given back with all that rests on it; what comes too early or lacks
 * what it asks for is refused, with the reason, and nothing changes.
 */
export function touch(
  steps: readonly FittedStep[],
  progress: Progress,
  step: FittedStep,
  context: BatteryContext,
): { readonly progress: Progress; readonly refused: Refused | null } {
  const done = doneOf(steps, progress);
  if (done.includes(step.id)) {
    return { progress: { ...progress, done: withoutStep(steps, done, step.id) }, refused: null };
  }
  const answer = mayTick(steps, done, step.id);
  if (!answer.ok) {
    return { progress, refused: { step: step.id, first: answer.first.say, why: answer.why } };
  }
  const why = inputProblem(step, progress, context);
  if (why) return { progress, refused: { step: step.id, first: '', why } };
  return { progress: { ...progress, done: [...done, step.id] }, refused: null };
}

/** Whether all that must be done is. */
export const isDone = (steps: readonly FittedStep[], progress: Progress): boolean =>
  isComplete(steps, doneOf(steps, progress));
