import type { Procedure } from './procedure';
import type { ProcedureId } from '../logbook/procedure-ids';
import { CLEAN, HYDROMETER, TOP_UP } from './care';
import { BEFORE_DISCONNECT, DISCONNECT, RECONNECT } from './power';
import { TAKE_OUT, PUT_BACK } from './lifting';
import { HOOK_UP, UNHOOK } from './charger';
import { DRAW_TEST } from './draw-test';

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
};
