import type { SeasonJob } from '../logbook/season-jobs';

/** Jobs as bits, so that a visit is one number. */
export const READING = 1;
export const LAMP = 2;
export const CONNECT = 4;
export const DISCONNECT = 8;
export const LEVELS = 16;
export const CLEAN = 32;
export const DRAW_TEST = 64;
export const HAND_BACK = 128;

export const JOB_BITS: Readonly<Record<SeasonJob, number>> = {
  reading: READING,
  lamp: LAMP,
  connect: CONNECT,
  disconnect: DISCONNECT,
  levels: LEVELS,
  clean: CLEAN,
  drawTest: DRAW_TEST,
  handBack: HAND_BACK,
};
