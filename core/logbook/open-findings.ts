import type { BatteryState } from './state';
import { findingsOf, levelFindings, type Consequence, type Finding } from '../inspect/findings';

type Record = Pick<BatteryState, 'inspection' | 'levels' | 'cleanedAt' | 'charges'>;

/**
 * What of an inspection still stands: cleaning settles growth, water settles levels, and what
 * asks for a second look stands until the battery is inspected again.
 */
export function openFindings(state: Record): Finding[] {
  const { inspection, levels } = state;
  const seen = inspection ? findingsOf({ ...inspection.seen, levels: null }) : [];
  const standing = seen.filter(
    ({ consequence }) =>
      consequence !== 'clean' || state.cleanedAt === null || state.cleanedAt < inspection!.at,
  );
  return [...standing, ...levelFindings(levels ? levels.cells : null)];
}

const having = (state: Record, consequence: Consequence): Finding | null =>
  openFindings(state).find((finding) => finding.consequence === consequence) ?? null;

/** The finding for which a battery is condemned, or null. */
export const condemnedFor = (state: Record) =>
  // Most batteries have nothing against them: spare them the list.
  state.inspection ? having(state, 'condemned') : null;
