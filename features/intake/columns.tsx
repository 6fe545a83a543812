import { t } from '../../core/language';
import { INTAKE_FIELDS, INTAKE_FIELD_NAMES, type IntakeField } from '../../core/intake/columns';
import { DataTable } from '../ui/data-table';
import { Chooser } from '../ui/chooser';
import type { BringState } from './bring-state';

/** Rows of the list that are shown, so that the columns can be told. */
const SHOWN = 3;
const LEFT_OUT = 'left-out';
const CHOICES = [
  { value: LEFT_OUT, label: 'left out' },
  ...INTAKE_FIELD_NAMES.map((value) => ({ value, label: INTAKE_FIELDS[value] })),
];

/** What each column of the list says, to be put right. */
export function ColumnsTable({
  list: { rows, reading },
  onColumn,
}: {
  readonly list: BringState;
  readonly onColumn: (at: number, field: IntakeField | null) => void;
}) {
  const names = reading.hasHeading ? rows[0]! : [];
  const body = rows.slice(reading.hasHeading ? 1 : 0);
  return (
    <DataTable
      caption={t`Columns of the list`}
      head={reading.columns.map((_, at) => names[at] || t`column ${at + 1}`)}
    >
      <tr>
        {reading.columns.map((field, at) => (
          <td key={at}>
            <Chooser
              size="small"
              aria-label={`What ${names[at] || t`column ${at + 1}`} says`}
              value={field ?? LEFT_OUT}
              options={CHOICES}
              onChange={(said) => onColumn(at, said === LEFT_OUT ? null : (said as IntakeField))}
            />
          </td>
        ))}
      </tr>
      {body.slice(0, SHOWN).map((cells, i) => (
        <tr key={i}>
          {reading.columns.map((_, at) => (
            <td key={at}>{cells[at]}</td>
          ))}
        </tr>
      ))}
    </DataTable>
  );
}
