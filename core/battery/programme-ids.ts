export const PROGRAMME_IDS = [
  'normal',
  'agm',
  'gel',
  'lithium',
  'cold',
  'small',
  'recondition',
] as const;
export type ProgrammeId = (typeof PROGRAMME_IDS)[number];
