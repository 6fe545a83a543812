import 'server-only';
import type { Entry, NewEntry } from '../../core/logbook/entry';
import { saidThen } from '../../core/assessment/said-then';
import { recordEntry, type Recorded } from '../../store/record';
import { readBatteryStates } from '../../store/states';
import { addVerdict } from '../../store/verdicts';
import { now } from '../server/clock';
import { db } from '../server/store';
import { loadBattery } from '../site/load';
import type { AssessedBattery } from '../site/snapshot';

/** What was looked up for an entry in the transaction that records it. */
export interface Looked {
  /** The entry of its id that is in the logbook. */
  readonly known: Entry | null;
  /** The battery before it; null where it is none, or stands nowhere. */
  readonly kept: AssessedBattery | null;
  readonly at: number;
}

/** Records an entry; with a reading, also what is said about it and under which rules. */
export function recordWithVerdict(entry: NewEntry, looked?: Looked): Recorded {
  const at = looked?.at ?? now();
  return db()
    .transaction(() => {
      const recorded = recordEntry(db(), entry, new Date(at).toISOString(), looked);
      if (recorded.outcome !== 'recorded' || entry.kind !== 'reading') return recorded;
      const kept = looked ? looked.kept : loadBattery(db(), at, entry.subjectId);
      const state = readBatteryStates(db(), entry.subjectId).get(entry.subjectId);
      const reading = state?.readings.find((one) => one.id === entry.id);
      if (!kept || !state || !reading) return recorded;
      addVerdict(db(), {
        ...{ entryId: entry.id, ruleVersion: kept.rulesVersion },
        ...saidThen({ ...kept.standing, state }, reading),
      });
      return recorded;
    })
    .immediate();
}
