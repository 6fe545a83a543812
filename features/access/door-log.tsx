import type { DoorEvent, DoorLine } from '../../store/door';
import { DataTable } from '../ui/data-table';
import layout from '../ui/layout.module.css';

const WHAT: Readonly<Record<DoorEvent, string>> = {
  paired: 'Paired',
  'signed-in': 'Signed in',
  'turned-away': 'Turned away',
  'signed-out': 'Signed out',
  withdrawn: 'Withdrawn',
  added: 'Began to work here',
  changed: 'Another role',
  left: 'Works here no more',
  passphrase: 'A new passphrase',
};

/** Who came in, was turned away, or was put out. */
export const DoorLog = ({
  lines,
  when,
}: {
  readonly lines: readonly DoorLine[];
  readonly when: (at: number) => string;
}) => (
  <section className={layout.panel} aria-label="At the door">
    <h2>At the door</h2>
    <DataTable head={['When', 'What', 'Who', 'On', 'By']}>
      {lines.map(({ at, what, person, paired, by }, i) => (
        <tr key={i}>
          <td>{when(at)}</td>
          <th scope="row">{WHAT[what]}</th>
          <td>{person ?? '–'}</td>
          <td>{paired ?? '–'}</td>
          <td>{by ?? '–'}</td>
        </tr>
      ))}
    </DataTable>
  </section>
);
