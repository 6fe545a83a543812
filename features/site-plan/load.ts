import 'server-only';
import { THE_SITE } from '../../core/logbook/kind';
import type { Place } from '../../core/site/place';
import { rowText } from '../../core/site/rows';
import { formatInstant } from '../../core/words/words';
import { readEntriesOf } from '../../store/entries';
import { entryWords } from '../logbook/words';
import type { SiteSheet } from '../../core/facts/site';
import type { HallSheet } from '../../core/facts/hall';
import type { Rules } from '../../core/rules/rules';
import { rowsOf } from '../../store/plan';
import { readHallSheet, readSiteSheet } from '../../store/sheets';
import { clockStands } from '../server/clock';
import { troubleOfBackups } from '../server/backups';
import { db } from '../server/store';
import { TABLES, TABLE_NAMES } from '../take-out/tables';
import type { ClockDto } from '../site/dto';
import type { SiteSnapshot } from '../site/snapshot';
import type { HallDrawing } from './halls-editor';

/** What the whole site is made of, to be changed and taken out. */
export interface SitePlanData {
  readonly clock: ClockDto;
  readonly rules: Rules;
  readonly sheet: SiteSheet;
  readonly halls: readonly (HallDrawing & { readonly sheet: HallSheet })[];
  /** Where some of them stand that are driven to. */
  readonly places: readonly Place[];
  /** Who stands where, by the marks of bays. */
  readonly takenBy: Readonly<Record<string, string>>;
  readonly tables: readonly { readonly file: string; readonly about: string }[];
  readonly backupTrouble: string | null;
  /** What was changed of the site, its halls and its stock, the last first. */
  readonly changes: readonly {
    readonly id: string;
    readonly when: string;
    readonly what: string;
    readonly how: string;
    readonly by: string;
  }[];
}

const SHOWN_CHANGES = 30;

function changesOf({ halls, site, rules }: SiteSnapshot): SitePlanData['changes'] {
  const about = [
    ...readEntriesOf(db(), 'site', THE_SITE).filter(({ kind }) => kind !== 'door'),
    ...halls.flatMap(({ id }) =>
      readEntriesOf(db(), 'hall', id).filter(({ kind }) => kind === 'hall-corrected'),
    ),
  ];
  const nameOf = new Map(halls.map(({ id, name }) => [id, name]));
  return about
    .sort((a, b) => b.seq - a.seq)
    .slice(0, SHOWN_CHANGES)
    .map((entry) => {
      const { what, value } = entryWords(entry, {});
      return {
        id: entry.id,
        when: formatInstant(Date.parse(entry.at), site.timeZone, rules),
        what: [nameOf.get(entry.subjectId), what].filter(Boolean).join(': '),
        how: value,
        by: entry.by,
      };
    });
}

export function sitePlanData(loaded: SiteSnapshot): SitePlanData {
  const { site, halls, bays, now, rules } = loaded;
  return {
    clock: { now, stands: clockStands(), timeZone: site.timeZone },
    rules,
    // As it is written down, also where that makes no sense: here it is put right.
    sheet: readSiteSheet(db())!,
    halls: halls.map(({ id, name, kind, setpointCelsius, place }) => ({
      ...{ id, name, kind, setpointCelsius, place },
      rows: rowsOf(bays.filter(({ hallId }) => hallId === id)).map(rowText),
      sheet: readHallSheet(db(), id)!,
    })),
    places: loaded.places,
    takenBy: Object.fromEntries(loaded.stays.map(({ bay, vehicle }) => [bay.mark, vehicle.name])),
    tables: TABLE_NAMES.map((name) => ({ file: `${name}.csv`, about: TABLES[name].about })),
    backupTrouble: troubleOfBackups(),
    changes: changesOf(loaded),
  };
}
