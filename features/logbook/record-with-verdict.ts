import 'server-only';
import type { NewEntry } from '../../core/logbook/entry';
import { judge } from '../../core/assessment/verdict';
import { plain } from '../../core/words/words';
import { recordEntry, type Recorded } from '../../store/record';
import { readRuleBook } from '../../store/states';
import { addVerdict } from '../../store/verdicts';
import { now } from '../server/clock';
import { db } from '../server/store';
import { loadBattery } from '../site/load';

/** Records an entry; with a reading, also what is said about it and under which rules. */
export function recordWithVerdict(entry: NewEntry): Recorded {
  return db()
    .transaction(() => {
      const recorded = recordEntry(db(), entry, new Date(now()).toISOString());
      if (recorded.outcome !== 'recorded' || entry.kind !== 'reading') return recorded;
      const kept = loadBattery(db(), now(), entry.subjectId);
      const reading = kept?.standing.state.readings.find((one) => one.id === entry.id);
      if (!kept || !reading) return recorded;
      const { kind, headline, why } = judge(kept.standing, reading);
      addVerdict(db(), {
        entryId: entry.id,
        ruleVersion: readRuleBook(db()).version,
        kind,
        headline,
        why: why.map(plain).join(' '),
      });
      return recorded;
    })
    .immediate();
}
