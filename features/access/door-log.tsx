import { t } from '../../core/language';
import { DOOR_EVENTS } from '../../core/logbook/kinds/door';
import type { readDoor } from '../../store/door';
import { DataTable } from '../ui/data-table';
import layout from '../ui/layout.module.css';

/** Who came in, was turned away or put out, and which devices have a token. */
export const DoorLog = ({
  lines,
  when,
}: {
  readonly lines: ReturnType<typeof readDoor>;
  readonly when: (at: number) => string;
}) => (
  <section className={layout.panel} aria-label={t`At the door`}>
    <h2>{t`At the door`}</h2>
    <DataTable head={[t`When`, t`What`, t`Who`, t`On`, t`By`]}>
      {lines.map(({ id, at, by, data: { what, who, on } }) => (
        <tr key={id}>
          <td>{when(Date.parse(at))}</td>
          <th scope="row">{DOOR_EVENTS[what]}</th>
          <td>{who ?? '–'}</td>
          <td>{on ?? '–'}</td>
          <td>{by}</td>
        </tr>
      ))}
    </DataTable>
  </section>
);
