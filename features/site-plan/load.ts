import 'server-only';
import { rowText } from '../../core/site/rows';
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
import type { SiteSnapshot } from '../site/load';
import type { HallDrawing } from './halls-editor';

/** What the whole site is made of, to be changed and taken out. */
export interface SitePlanData {
  readonly clock: ClockDto;
  readonly rules: Rules;
  readonly sheet: SiteSheet;
  readonly halls: readonly (HallDrawing & { readonly sheet: HallSheet })[];
  /** Who stands where, by the marks of bays. */
  readonly takenBy: Readonly<Record<string, string>>;
  readonly tables: readonly { readonly file: string; readonly about: string }[];
  readonly backupTrouble: string | null;
}

export function sitePlanData(loaded: SiteSnapshot): SitePlanData {
  const { site, halls, bays, now, rules } = loaded;
  return {
    clock: { now, stands: clockStands(), timeZone: site.timeZone },
    rules,
    // As it is written down, also where that makes no sense: here it is put right.
    sheet: readSiteSheet(db())!,
    halls: halls.map(({ id, name, kind, setpointCelsius }) => ({
      ...{ id, name, kind, setpointCelsius },
      rows: rowsOf(bays.filter(({ hallId }) => hallId === id)).map(rowText),
      sheet: readHallSheet(db(), id)!,
    })),
    takenBy: Object.fromEntries(loaded.stays.map(({ bay, vehicle }) => [bay.mark, vehicle.name])),
    tables: TABLE_NAMES.map((name) => ({ file: `${name}.csv`, about: TABLES[name].about })),
    backupTrouble: troubleOfBackups(),
  };
}
