import { msg, t, withWords } from '../language';
import type { BatteryContext } from '../context/battery-context';
import { levelsProblem, type Level } from '../inspect/points';
import type { EntryDraft } from './entry-draft';
import type { ProcedureId } from '../logbook/procedure-names';
import type { ChargingSeen } from '../vehicle-tests/charging-test';
import type { CrankSeen } from '../vehicle-tests/crank-test';
import type { HeadlampsSeen } from '../vehicle-tests/headlamps';
import type { LoadSeen } from '../vehicle-tests/load-test';
import type { DropsSeen } from '../vehicle-tests/voltage-drop';

export const TOUCHES = [
  'mains',
  'charger',
  'controller',
  'positive-post',
  'negative-post',
  'body',
  'block-positive',
  'block-negative',
  'isolator',
  'codes',
  'none',
] as const;
/** What a hand is laid on in a step. */
export type Touch = (typeof TOUCHES)[number];

/** What a step asks for, beyond being ticked. */
export type StepInput =
  | 'milliamps'
  | 'levels'
  | 'cleaner'
  | 'water'
  | 'gravities'
  | 'crank'
  | 'charging'
  | 'drops'
  | 'headlamps'
  | 'load';

/** What was entered while the steps were done. */
export interface ProcedureInputs {
  readonly milliamps?: number | undefined;
  readonly levels?: readonly Level[] | undefined;
  /** Millilitres, cell by cell. */
  readonly addedMl?: readonly number[] | undefined;
  readonly gravities?: readonly number[] | undefined;
  readonly acidCelsius?: number | undefined;
  readonly crank?: CrankSeen | undefined;
  readonly charging?: ChargingSeen | undefined;
  readonly drops?: DropsSeen | undefined;
  readonly headlamps?: HeadlampsSeen | undefined;
  readonly load?: LoadSeen | undefined;
}

type Words = string | ((context: BatteryContext) => string);

/** One step of a procedure, as data. */
export interface ProcedureStep {
  readonly id: string;
  /** Nothing that matters, where it is not said. */
  readonly touches?: Touch | ((context: BatteryContext) => Touch);
  readonly say: Words;
  readonly why: Words;
  readonly tools?: Words;
  readonly caution?: Words;
  readonly when?: (context: BatteryContext) => boolean;
  /** Steps that must be done before it, where they apply. */
  readonly after?: readonly string[];
  /** What is said to somebody who ticks it too early. */
  readonly tooEarly?: Words;
  readonly input?: StepInput;
  /** Done only where it is needed; the procedure can end without it. */
  readonly optional?: boolean | ((context: BatteryContext) => boolean);
}

export interface Procedure<Id extends string = ProcedureId> {
  readonly id: Id;
  /** It finds something out, and changes nothing. */
  readonly isTest?: true;
  /** Whether there is such work at all on this battery; always, where it is not said. */
  readonly applies?: (context: BatteryContext) => boolean;
  readonly steps: readonly ProcedureStep[];
  /** The entries that a procedure done leaves in the logbook, beside its own. */
  readonly writes: (
    context: BatteryContext,
    inputs: ProcedureInputs,
    done: readonly string[],
  ) => readonly EntryDraft[];
}

/** A step with its words for this vehicle. */
export interface FittedStep {
  readonly id: string;
  readonly touches: Touch;
  readonly say: string;
  readonly why: string;
  readonly tools: string | null;
  readonly caution: string | null;
  readonly after: readonly string[];
  readonly tooEarly: string | null;
  readonly input: StepInput | null;
  readonly optional: boolean;
}

const spoken = (words: Words, context: BatteryContext) =>
  typeof words === 'string' ? words : words(context);

/** The steps that this vehicle and battery need, in order, with their words. */
export function stepsFor(procedure: Procedure<string>, context: BatteryContext): FittedStep[] {
  const here = procedure.steps.filter((step) => step.when?.(context) ?? true);
  const ids = new Set(here.map((step) => step.id));
  const optional = (words: Words | undefined) =>
    words === undefined ? null : spoken(words, context) || null;
  return here.map((step) => ({
    id: step.id,
    touches: (typeof step.touches === 'function' ? step.touches(context) : step.touches) ?? 'none',
    say: spoken(step.say, context),
    why: spoken(step.why, context),
    tools: optional(step.tools),
    caution: optional(step.caution),
    after: (step.after ?? []).filter((id) => ids.has(id)),
    tooEarly: optional(step.tooEarly),
    input: step.input ?? null,
    optional:
      (typeof step.optional === 'function' ? step.optional(context) : step.optional) ?? false,
  }));
}

export type TickAnswer =
  | { readonly ok: true }
  /** Which step comes first, and why the two must not be swapped. */
  | { readonly ok: false; readonly first: FittedStep; readonly why: string };

/**
 * Whether a step may be ticked now. Steps without an order may be done as they come; those
 * that must not be swapped are refused with the reason.
 */
export function mayTick(
  steps: readonly FittedStep[],
  done: readonly string[],
  id: string,
): TickAnswer {
  const step = steps.find((one) => one.id === id);
  if (!step) throw new Error(`no step ${id} in this procedure`);
  const missing = step.after.find((before) => !done.includes(before));
  if (missing === undefined) return { ok: true };
  const first = steps.find((one) => one.id === missing)!;
  return { ok: false, first, why: step.tooEarly ?? first.why };
}

/** What hangs on a step: unticking it unticks these too. */
export function withoutStep(
  steps: readonly FittedStep[],
  done: readonly string[],
  id: string,
): string[] {
  let left = done.filter((one) => one !== id);
  for (;;) {
    const kept = left.filter((one) =>
      (steps.find((step) => step.id === one)?.after ?? []).every((before) => left.includes(before)),
    );
    if (kept.length === left.length) return kept;
    left = kept;
  }
}

/** Whether nothing that is needed is left to do. */
export const isComplete = (steps: readonly FittedStep[], done: readonly string[]) =>
  steps.every((step) => step.optional || done.includes(step.id));

/** What an input still lacks, or null: levels for each cell, a draw that a meter can show. */
export function inputProblem(
  step: FittedStep,
  inputs: ProcedureInputs,
  context: BatteryContext,
): string | null {
  if (step.input === 'milliamps') {
    const { milliamps } = inputs;
    if (milliamps === undefined || Number.isNaN(milliamps)) return t`Type the settled milliamps.`;
    return milliamps >= 0 && milliamps <= 20_000 ? null : t`Milliamps are 0 to 20000.`;
  }
  if (step.input === 'water') {
    const { addedMl } = inputs;
    if (!addedMl?.length) return t`Give the millilitres of each cell; 0 where none went in.`;
    if (addedMl.length !== context.facts.cells) return t`There are ${context.facts.cells} cells.`;
    return addedMl.every((ml) => ml >= 0 && ml <= 3000) ? null : t`Millilitres are 0 to 3000.`;
  }
  if (step.input === 'gravities') {
    const { gravities, acidCelsius } = inputs;
    if (gravities?.length !== context.facts.cells || gravities.some(Number.isNaN)) {
      return t`Give the gravity of each of the ${context.facts.cells} cells, as 1.265.`;
    }
    if (!gravities.every((gravity) => gravity >= 1 && gravity <= 1.4)) {
      return t`Gravities are 1.000 to 1.400: 1.265 is written 1.265.`;
    }
    return acidCelsius !== undefined && acidCelsius >= -40 && acidCelsius <= 60
      ? null
      : t`Give the temperature of the acid, −40 to 60 °C: the figures are corrected by it.`;
  }
  if (step.input === 'levels') {
    return inputs.levels?.length
      ? levelsProblem(inputs.levels, context.facts.cells)
      : t`Give the level of each cell.`;
  }
  return step.input !== null && step.input in MISSING && !inputs[step.input as keyof typeof MISSING]
    ? MISSING[step.input as keyof typeof MISSING]
    : null;
}

/** What is said where a test has no figures yet; those that make no sense are not taken down. */
const MISSING = withWords({
  crank: msg`Say how it turned: normal, slow, clicks or silent.`,
  charging: msg`Give the volts at idle.`,
  drops: msg`Give at least one drop in volts.`,
  headlamps: msg`Say what the lamps did.`,
  load: msg`Give the volts at the end, the amps and the temperature.`,
} as const);
