export const PROCEDURE_IDS = [
  'clean',
  'top-up',
  'hydrometer',
  'before-disconnect',
  'disconnect',
  'take-out',
  'put-back',
  'reconnect',
  'hook-up',
  'unhook',
  'draw-test',
] as const;
export type ProcedureId = (typeof PROCEDURE_IDS)[number];
