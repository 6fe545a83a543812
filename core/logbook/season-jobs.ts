import { msg, withWords } from '../language';

/** What is done at a battery in a round, in the order in which it is done. */
export const SEASON_JOBS = [
  'disconnect',
  'lamp',
  'reading',
  'levels',
  'clean',
  'drawTest',
  'connect',
  'handBack',
] as const;
/** Each in a few words. */
export const SEASON_JOB_WORDS = withWords({
  disconnect: msg`off charge`,
  lamp: msg`look at the lamp`,
  reading: msg`read at rest`,
  levels: msg`levels`,
  clean: msg`clean`,
  drawTest: msg`draw test`,
  connect: msg`on charge`,
  handBack: msg`hand back`,
} as const);
export type SeasonJob = (typeof SEASON_JOBS)[number];
