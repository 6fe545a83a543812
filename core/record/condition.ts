import { t } from '../language';
import { recoveryOf } from '../charging/recovery';
import { condemnedFor } from '../logbook/open-findings';
import { hallMean, today, type BatteryRecord } from './battery-record';

/** Why a battery is never charged again. */
export interface Condemned {
  readonly id: 'cracked' | 'leaking' | 'swollen' | 'spent';
  /** As a clause: `its case is cracked`. */
  readonly seen: string;
  readonly todo: string;
  /** When it was seen, or its recovery ended; UTC milliseconds. */
  readonly at: number;
}

/**
 * Whether a battery is condemned: by what an inspection saw, or by a recovery that ended with
 * "replace", recorded or not. Asked here and nowhere else; null: it is not.
 */
export function conditionOf(standing: BatteryRecord): Condemned | null {
  const { state } = standing;
  const finding = condemnedFor(state);
  if (finding) {
    const { id, seen, todo } = finding;
    return { id: id as Condemned['id'], seen, todo, at: state.inspection!.at };
  }
  const spent = (why: string, at: number): Condemned => ({
    id: 'spent',
    seen: t`it did not come back: ${why.replace(/\.$/, '')}`,
    todo: t`Not to be charged again. Isolate it, replace it, recycle it by local rules, and have it out of the hall before frost.`,
    at,
  });
  if (state.recovery) {
    const { facts, rules, now } = standing;
    const ladder = recoveryOf({
      state,
      chemistry: facts.chemistry,
      cells: facts.cells,
      capacityAh: facts.capacityAh,
      coldCrankingAmps: null,
      celsius: hallMean(standing.temperatures, today(standing)),
      ice: null,
      rules,
      now,
    });
    if (ladder?.verdict === 'replace') return spent(ladder.why, state.recovery.at);
    return null;
  }
  return state.recovered?.verdict === 'replace'
    ? spent(state.recovered.why, state.recovered.at)
    : null;
}
