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
export const SEASON_JOB_WORDS = {
  disconnect: 'off charge',
  lamp: 'look at the lamp',
  reading: 'read at rest',
  levels: 'levels',
  clean: 'clean',
  drawTest: 'draw test',
  connect: 'on charge',
  handBack: 'hand back',
} as const;
export type SeasonJob = (typeof SEASON_JOBS)[number];
