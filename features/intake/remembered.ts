import { t } from '../../core/language';
import { INTAKE_FIELD_NAMES, type Columns } from '../../core/intake/columns';

/** What columns of a heading said, on this device: a list that comes again need not be told again. */
const keyOf = (names: readonly string[]) => t`velvet-list ${names.join('\u001f').toLowerCase()}`;

export function rememberColumns(names: readonly string[], columns: Columns): void {
  if (names.length === 0) return;
  try {
    localStorage.setItem(keyOf(names), JSON.stringify(columns));
  } catch {
    // Without room it is told again next time.
  }
}

/** Null: no list with this heading was brought here. */
export function columnsRemembered(names: readonly string[]): Columns | null {
  try {
    const kept: unknown = JSON.parse(localStorage.getItem(keyOf(names)) ?? 'null');
    if (!Array.isArray(kept) || kept.length < names.length) return null;
    const known: readonly unknown[] = [null, ...INTAKE_FIELD_NAMES];
    return kept.every((one) => known.includes(one)) ? (kept as Columns) : null;
  } catch {
    return null;
  }
}
