import type { Procedure } from './procedure';
import type { BatteryContext } from '../context/battery-context';
import { PROCEDURE_IDS, type ProcedureId } from '../logbook/procedure-names';
import { CLEAN, HYDROMETER, TOP_UP } from './care';
import { BEFORE_DISCONNECT, DISCONNECT, RECONNECT } from './power';
import { TAKE_OUT, PUT_BACK } from './lifting';
import { HOOK_UP, UNHOOK } from './charger';
import { DRAW_TEST } from './draw-test';
import { HAND_OVER } from './hand-over';
import { CHARGING_TEST, CRANK, HEADLAMPS, LOAD_TEST, READY_CHECK, VOLTAGE_DROP } from './trials';

/** Every guided procedure. To add one is to add its id and its record. */
export const PROCEDURES: Readonly<Record<ProcedureId, Procedure>> = {
  clean: CLEAN,
  'top-up': TOP_UP,
  hydrometer: HYDROMETER,
  'before-disconnect': BEFORE_DISCONNECT,
  disconnect: DISCONNECT,
  'take-out': TAKE_OUT,
  'put-back': PUT_BACK,
  reconnect: RECONNECT,
  'hook-up': HOOK_UP,
  unhook: UNHOOK,
  'draw-test': DRAW_TEST,
  crank: CRANK,
  'ready-check': READY_CHECK,
  'charging-test': CHARGING_TEST,
  'voltage-drop': VOLTAGE_DROP,
  headlamps: HEADLAMPS,
  'load-test': LOAD_TEST,
  'hand-over': HAND_OVER,
};

/** The guided works that there are for a battery; handing over is one of its whole vehicle. */
export const procedureIdsFor = (context: BatteryContext): ProcedureId[] =>
  PROCEDURE_IDS.filter((id) => id !== 'hand-over' && (PROCEDURES[id].applies?.(context) ?? true));
