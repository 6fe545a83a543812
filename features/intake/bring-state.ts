import { orderIn, readingOf, type IntakeField, type Reading } from '../../core/intake/columns';
import type { DateOrder } from '../../core/intake/cells';

/** A list on its way in. */
export interface BringState {
  readonly rows: readonly (readonly string[])[];
  readonly reading: Reading;
  /** What was asked is right as it stands. */
  readonly confirmed: boolean;
  readonly hallId: string | null;
}

export type BringAction =
  | { readonly do: 'list'; readonly rows: readonly (readonly string[])[]; readonly hallId: string }
  | { readonly do: 'column'; readonly at: number; readonly field: IntakeField | null }
  | { readonly do: 'dates'; readonly order: DateOrder }
  /** `row` counts from 0 behind the heading. */
  | { readonly do: 'cell'; readonly row: number; readonly at: number; readonly text: string }
  | { readonly do: 'hall'; readonly id: string }
  | { readonly do: 'confirm'; readonly confirmed: boolean }
  | { readonly do: 'away' };

const headingOf = ({ hasHeading }: Reading) => (hasHeading ? 1 : 0);

/** The list after something was said of it; null: there is none. */
export function bringReducer(state: BringState | null, action: BringAction): BringState | null {
  if (action.do === 'list') {
    const { rows, hallId } = action;
    return { rows, reading: readingOf(rows), confirmed: false, hallId };
  }
  if (!state || action.do === 'away') return null;
  const { reading } = state;
  switch (action.do) {
    case 'column': {
      // A field is in one column: another one gives it up.
      const columns = reading.columns.map((field, at) =>
        at === action.at ? action.field : field === action.field ? null : field,
      );
      const body = state.rows.slice(headingOf(reading));
      const dateOrder = reading.dateOrder ?? orderIn(body, columns);
      return { ...state, reading: { ...reading, columns, dateOrder }, confirmed: false };
    }
    case 'dates':
      return { ...state, reading: { ...reading, dateOrder: action.order } };
    case 'cell': {
      const at = action.row + headingOf(reading);
      const cells = [...state.rows[at]!];
      while (cells.length <= action.at) cells.push('');
      cells[action.at] = action.text;
      return { ...state, rows: state.rows.with(at, cells) };
    }
    case 'hall':
      return { ...state, hallId: action.id };
    case 'confirm':
      return { ...state, confirmed: action.confirmed };
  }
}
