import { t, msg, withWords } from '../../core/language';
import paper from '../season/print.module.css';
import { askOrSetUp } from '../server/ask';
import { ListSheet } from './list-sheet';
import { PrintButton } from './print-button';

const HEAD = withWords([
  msg`Bay`,
  msg`Vehicle`,
  msg`Battery`,
  msg`Seen`,
  msg`Out by`,
  msg`Isolated`,
  msg`Out`,
  msg`Recycled`,
]);
const mindWhatIsCondemned = () =>
  t`Goggles and gloves on. What is cracked, leaking or swollen is not carried by hand before it has been looked at; local rules say where it is recycled.`;

/** All batteries that are never charged again, for whoever takes them out. */
export async function CondemnedScreen() {
  const { siteName, printed, rows } = await askOrSetUp('condemnedList');
  const minds = rows.length === 0 ? t`No battery here is condemned.` : mindWhatIsCondemned();
  return (
    <div className={paper.sheets}>
      <PrintButton />
      <ListSheet
        title={t`Never charge these`}
        minds={`${siteName}, ${printed}. ${minds}`}
        head={HEAD}
      >
        {rows.map(({ id, bay, vehicle, mark, rated, since, seen, todo, outBy }) => (
          <tr key={id}>
            <td>
              <b>{bay}</b>
            </td>
            <td>{vehicle}</td>
            <td>
              {mark} {rated}
            </td>
            <td>
              {since}: {seen}. {todo}
            </td>
            <td>
              <b>{outBy}</b>
            </td>
            <td />
            <td />
            <td />
          </tr>
        ))}
      </ListSheet>
    </div>
  );
}
