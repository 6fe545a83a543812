import { t, msg, withWords } from '../../core/language';
import { useState } from 'react';
import { CHEMISTRIES } from '../../core/battery/chemistries';
import { shortDay } from '../../core/day';
import { INTAKE_FIELDS } from '../../core/intake/columns';
import type { IntakeRow, Remark } from '../../core/intake/list';
import { VEHICLE_KINDS } from '../../core/site/vehicle-kinds';
import { formatVolts } from '../../core/words/words';
import { DataTable } from '../ui/data-table';
import { Quiet } from '../ui/quiet';
import type { BringState } from './bring-state';
import styles from './bring.module.css';
import { Input } from '../ui/input';

const MENDING = withWords({ aloud: msg`What is to be said of it` });
/** So many rows at once: those with something to mend come first. */
const SHOWN = 60;
const URGENCY: Readonly<Record<Remark['kind'], number>> = { wrong: 0, asked: 1, assumed: 2 };
const urgencyOf = ({ remarks }: IntakeRow) =>
  Math.min(3, ...remarks.map(({ kind }) => URGENCY[kind]));

function batteryWords({ battery }: IntakeRow): string {
  const { chemistry, nominalVolts, capacityAh, fitted } = battery;
  return [
    t`${CHEMISTRIES[chemistry].short} ${nominalVolts} V ${capacityAh} Ah`,
    ...(fitted ? [String(fitted.year)] : []),
  ].join(', ');
}

/** Every row of the list as it will be, with what is to be said of it beside it. */
export function RowsTable({
  list,
  rows,
  today,
  onCell,
}: {
  readonly list: BringState;
  readonly rows: readonly IntakeRow[];
  readonly today: number;
  readonly onCell: (row: number, at: number, text: string) => void;
}) {
  const first = [...rows].sort((a, b) => urgencyOf(a) - urgencyOf(b) || a.row - b.row);
  const day = (one: number | null) => (one === null ? '–' : shortDay(one, today));
  return (
    <>
      <DataTable
        caption={t`The list as it will be`}
        head={[
          t`Row`,
          t`Bay`,
          t`Vehicle`,
          t`Owner`,
          t`Battery`,
          t`Volts`,
          t`Here since`,
          t`Goes`,
          MENDING,
        ]}
      >
        {first.slice(0, SHOWN).map((one) => (
          <tr key={one.row}>
            <td>{one.row + 1}</td>
            <th scope="row">{one.bay || '?'}</th>
            <td>
              {one.name || '?'} <Quiet>{VEHICLE_KINDS[one.kind].label.toLowerCase()}</Quiet>
            </td>
            <td>{one.owner || '–'}</td>
            <td>{batteryWords(one)}</td>
            <td>
              {one.battery.volts === null ? '–' : formatVolts(one.battery.volts)}{' '}
              {one.battery.readOn === null ? null : <Quiet>{day(one.battery.readOn)}</Quiet>}
              {one.battery.more.length > 0 ? (
                <Quiet>{t` and ${one.battery.more.length} more`}</Quiet>
              ) : null}
            </td>
            <td>{day(one.since)}</td>
            <td>{day(one.collectOn)}</td>
            <td>
              <Remarks list={list} of={one} onCell={onCell} />
            </td>
          </tr>
        ))}
      </DataTable>
      {rows.length > SHOWN ? <Quiet as="p">{t`and ${rows.length - SHOWN} more rows`}</Quiet> : null}
    </>
  );
}

/** A cell that is being mended: it counts when it is left, or at Enter, and not while it is half typed. */
function Cell({
  label,
  text,
  onText,
}: {
  readonly label: string;
  readonly text: string;
  readonly onText: (text: string) => void;
}) {
  const [typed, setTyped] = useState(text);
  const done = () => typed !== text && onText(typed);
  return (
    <Input
      size="small"
      aria-label={label}
      value={typed}
      onChange={({ target }) => setTyped(target.value)}
      onBlur={done}
      onKeyDown={({ key }) => key === 'Enter' && done()}
    />
  );
}

/** What is to be said of a row, each with its cell, to be mended in place. */
function Remarks({
  list,
  of: { row, remarks },
  onCell,
}: {
  readonly list: BringState;
  readonly of: IntakeRow;
  readonly onCell: (row: number, at: number, text: string) => void;
}) {
  const { reading, rows } = list;
  const cells = rows[row + (reading.hasHeading ? 1 : 0)]!;
  const cellOf = ({ field, at }: Remark) => at ?? reading.columns.indexOf(field);
  const loud = remarks.filter(({ kind }) => kind !== 'assumed');
  const assumed = remarks.filter(({ kind }) => kind === 'assumed');
  return (
    <>
      {loud.map((one) => (
        <p
          key={`${one.field} ${one.at ?? ''} ${one.words}`}
          className={styles.remark}
          data-kind={one.kind}
        >
          {one.words}
          {cellOf(one) < 0 ? null : (
            <Cell
              label={t`${INTAKE_FIELDS[one.field]}, row ${row + 1}`}
              text={cells[cellOf(one)] ?? ''}
              onText={(text) => onCell(row, cellOf(one), text)}
            />
          )}
        </p>
      ))}
      {assumed.length > 0 ? (
        <Quiet as="p">{assumed.map(({ words }) => words).join('; ')}</Quiet>
      ) : null}
    </>
  );
}
