import type { BatteryContext } from '../context/battery-context';
import { stepsFor, type FittedStep, type Procedure } from '../procedures/procedure';
import { PUT_ON_CHARGE } from '../procedures/charger';
import type { ProcedureId } from '../logbook/procedure-names';
import { PROCEDURES } from '../procedures/procedures';
import { JUMP } from '../procedures/trials';
import { REASONS, type Act, type First } from './acts';
import { LAWS, type Reason } from './reasons';

/** Yes, with these steps and cautions; or no, because of these, and what comes first. */
export interface GateAnswer {
  readonly act: Act;
  readonly allowed: boolean;
  /** Nothing of it is about danger: it may be done all the same, with a reason. */
  readonly overridable: boolean;
  /** What weighs most first; empty where it is allowed. */
  readonly because: readonly Reason[];
  readonly first: readonly First[];
  /** In the order of the hands; there too where it is refused and may be done with a reason. */
  readonly steps: readonly FittedStep[];
  readonly cautions: readonly string[];
  readonly assumed: readonly string[];
}

/** How each act is done. */
export const PROCEDURE_OF_ACT: Readonly<Record<Act, Procedure<string>>> = {
  charge: PUT_ON_CHARGE,
  maintain: PROCEDURES['hook-up'],
  'take-off-charge': PROCEDURES.unhook,
  'top-up': PROCEDURES['top-up'],
  clean: PROCEDURES.clean,
  disconnect: PROCEDURES.disconnect,
  reconnect: PROCEDURES.reconnect,
  'take-out': PROCEDURES['take-out'],
  fit: PROCEDURES['put-back'],
  crank: PROCEDURES.crank,
  'load-test': PROCEDURES['load-test'],
  'draw-test': PROCEDURES['draw-test'],
  hydrometer: PROCEDURES.hydrometer,
  jump: JUMP,
  'hand-over': PROCEDURES['hand-over'],
};

const ACT_OF_PROCEDURE: Partial<Readonly<Record<ProcedureId, Act>>> = {
  ...Object.fromEntries(Object.entries(PROCEDURE_OF_ACT).map(([act, { id }]) => [id, act])),
  // Whatever turns or wakes a vehicle asks of its battery what cranking asks.
  'ready-check': 'crank',
  'charging-test': 'crank',
  'voltage-drop': 'crank',
  headlamps: 'crank',
};

/** The act that a guided procedure is; null: it changes nothing. */
export const actOfProcedure = (id: ProcedureId): Act | null => ACT_OF_PROCEDURE[id] ?? null;

/** Why an act may not be done; empty: it may. Without its steps, for whoever asks for many. */
export const reasonsAgainst = (context: BatteryContext, act: Act): readonly Reason[] =>
  LAWS.flatMap(({ acts, says }) => (acts.includes(act) ? (says(context, act) ?? []) : []));

/**
 * What the battery itself has against a charge, whatever charger is offered; what hangs on it now
 * is left out. Empty: it may be charged.
 */
export const blockedFromCharge = (context: BatteryContext): readonly Reason[] =>
  LAWS.flatMap(({ acts, ofCharger, says }) =>
    acts.includes('charge') && !ofCharger ? (says(context, 'charge') ?? []) : [],
  ).filter(({ code }) => code !== 'on-charge');

/** Whether nothing of it is about danger. */
export const isOverridable = (because: readonly Reason[]) =>
  because.length > 0 && because.every(({ code }) => REASONS[code].overridable);

/**
 * The gate that every act passes before it is begun: a button, a plan, a document, a route. It
 * judges intents; what has been done already is recorded whatever it says.
 */
export function may(context: BatteryContext, act: Act): GateAnswer {
  const because = reasonsAgainst(context, act);
  const overridable = isOverridable(because);
  // No order of hands for what must not be done.
  const steps = because.length === 0 || overridable ? stepsFor(PROCEDURE_OF_ACT[act], context) : [];
  return {
    act,
    allowed: because.length === 0,
    overridable,
    because,
    first: [...new Set(because.flatMap(({ first }) => first))],
    steps,
    cautions: [...new Set(steps.flatMap(({ caution }) => caution ?? []))],
    assumed: context.assumed,
  };
}
