import { v4 as uuid } from 'uuid';
import {
  MANY,
  degreesIn,
  orderIn,
  readingOf,
  type Columns,
  type IntakeField,
  type Reading,
} from '../../core/intake/columns';
import type { DateOrder, Degrees } from '../../core/intake/cells';

/** A list on its way in. */
export interface BringState {
  readonly rows: readonly (readonly string[])[];
  readonly reading: Reading;
  /** What was asked is right as it stands. */
  readonly confirmed: boolean;
  readonly hallId: string | null;
  /** Made here, so that it can be sent twice. */
  readonly id: string;
}

export type BringAction =
  | {
      readonly do: 'list';
      readonly rows: readonly (readonly string[])[];
      readonly hallId: string;
      /** What its columns said when a list with the same heading was brought before. */
      readonly columns?: Columns | null;
    }
  | { readonly do: 'column'; readonly at: number; readonly field: IntakeField | null }
  | { readonly do: 'degrees'; readonly degrees: Degrees }
  | { readonly do: 'same-vehicle'; readonly are: Reading['sameVehicle'] }
  | { readonly do: 'dates'; readonly order: DateOrder }
  /** `row` counts from 0 behind the heading. */
  | { readonly do: 'cell'; readonly row: number; readonly at: number; readonly text: string }
  | { readonly do: 'hall'; readonly id: string }
  | { readonly do: 'confirm'; readonly confirmed: boolean }
  | { readonly do: 'away' };

const headingOf = ({ hasHeading }: Reading) => (hasHeading ? 1 : 0);

/** How a list is read where its columns say these. */
function readAs(
  { rows, reading }: Pick<BringState, 'rows' | 'reading'>,
  columns: Columns,
): Reading {
  const body = rows.slice(headingOf(reading));
  return {
    ...reading,
    columns,
    dateOrder: reading.dateOrder ?? orderIn(body, columns, reading.names),
    degrees: reading.degrees ?? degreesIn(body, columns, reading.names),
  };
}

/** The list after something was said of it; null: there is none. */
export function bringReducer(state: BringState | null, action: BringAction): BringState | null {
  if (action.do === 'list') {
    const { rows, hallId, columns } = action;
    const reading = readingOf(rows);
    const fresh = { rows, reading, confirmed: false, hallId, id: uuid() };
    return columns ? { ...fresh, reading: readAs(fresh, columns) } : fresh;
  }
  if (!state || action.do === 'away') return null;
  const { reading } = state;
  switch (action.do) {
    case 'column': {
      // A field is in one column: another one gives it up.
      const columns = reading.columns.map((field, at) =>
        at === action.at
          ? action.field
          : field === action.field && field !== null && !MANY.includes(field)
            ? null
            : field,
      );
      return { ...state, reading: readAs(state, columns), confirmed: false };
    }
    case 'degrees':
      return { ...state, reading: { ...reading, degrees: action.degrees } };
    case 'same-vehicle':
      return { ...state, reading: { ...reading, sameVehicle: action.are }, confirmed: false };
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
