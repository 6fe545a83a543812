import { dayOf } from '../../core/day';
import { groupBy } from '../../core/group';
import { inOrder } from '../../core/logbook/entry';
import { HOUSE_RULES } from '../../core/rules/rules';
import { patchWords } from '../../core/rules/words';
import { readMeter } from '../../store/devices';
import { readKnownFuses } from '../../store/fuse-lists';
import { readEntriesOf } from '../../store/entries';
import { clockStands } from '../server/clock';
import { db } from '../server/store';
import { requireSite } from '../site/current';
import type { LoadedSite } from '../site/load';
import { Devices } from './devices';
import { KnownFuses } from './known-fuses';
import { RulesForm, type RulesData } from './rules-form';
import { Themed } from '../theme/themed';

export function RulesScreen() {
  return (
    <Themed>
      <RulesForm
        data={rulesData(requireSite())}
        devices={
          <>
            <Devices meter={readMeter(db())} />
            <KnownFuses known={readKnownFuses(db())} />
          </>
        }
      />
    </Themed>
  );
}

function rulesData(loaded: LoadedSite): RulesData {
  const { timeZone } = loaded.site;
  const kept = loaded.stays.flatMap((stay) => stay.batteries.map(({ battery }) => battery));
  const changes = inOrder(readEntriesOf(db(), 'rules', HOUSE_RULES)).flatMap((entry) =>
    entry.kind === 'rules-changed' ? [entry] : [],
  );
  return {
    rules: loaded.rules,
    version: loaded.ruleBook.version,
    since: loaded.ruleBook.since === null ? null : dayOf(loaded.ruleBook.since, timeZone),
    counts: Object.fromEntries(
      [...groupBy(kept, (battery) => battery.chemistry)].map(([id, list]) => [id, list.length]),
    ),
    history: changes
      .map((entry, i) => ({
        version: i + 2,
        day: dayOf(Date.parse(entry.at), timeZone),
        words: patchWords(entry.data.patch),
      }))
      .reverse(),
    clock: { now: loaded.now, stands: clockStands(), timeZone },
  };
}
