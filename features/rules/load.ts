import { counted, decimal, t } from '../../core/language';
import 'server-only';
import { dayOf, shortDay, toDay } from '../../core/day';
import { groupBy } from '../../core/group';
import { inOrder } from '../../core/logbook/entry';
import { HOUSE_RULES } from '../../core/rules/rules';
import { patchWords } from '../../core/rules/words';
import { readMeter } from '../../store/devices';
import { readEntriesOf } from '../../store/entries';
import { readKnownFuses } from '../../store/fuse-lists';
import { readHallSpans } from '../../store/temperatures';
import { clockStands } from '../server/clock';
import { db } from '../server/store';
import type { SiteSnapshot } from '../site/snapshot';
import type { RulesData } from './rules-form';
import type { HallKnown } from './temperatures';

/** The house rules, and what else is set up beside them. */
export const rulesScreenData = (loaded: SiteSnapshot) => ({
  rules: rulesData(loaded),
  halls: hallsKnown(loaded),
  meter: readMeter(db()),
  fuses: readKnownFuses(db()),
});

/** What is known of each hall's temperatures, and how it follows the air outside. */
function hallsKnown(loaded: SiteSnapshot): HallKnown[] {
  const spans = new Map(readHallSpans(db()).map((span) => [span.hallId, span]));
  const said = (name: string | null) => (name === null ? '' : shortDay(toDay(name), loaded.today));
  return loaded.halls.map((hall) => {
    const span = spans.get(hall.id);
    const follows = loaded.follows.get(hall.id);
    return {
      id: hall.id,
      name: hall.name,
      record: !span
        ? t`no day recorded: the climate table alone`
        : t`${counted(span.days, 'day', 'days')}, from ${said(span.from)}${span.to ? t` to ${said(span.to)}` : ''}${span.foretoldTo ? t`, foretold to ${said(span.foretoldTo)}` : ''}`,
      follows:
        follows && follows.days > 0
          ? t`stands ${decimal(follows.atFreezing, 1)} K over the air outside at freezing and takes ${Math.round(follows.share * 100)} % of its ups and downs (${follows.days} days)`
          : '',
    };
  });
}

function rulesData(loaded: SiteSnapshot): RulesData {
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
        words: [...patchWords(entry.data.patch), ...(entry.data.why ? [entry.data.why] : [])],
      }))
      .reverse(),
    chargers: loaded.stock.chargers.map(({ id, name }) => ({ id, name })),
    clock: { now: loaded.now, stands: clockStands(), timeZone },
  };
}
