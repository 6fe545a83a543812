import paper from '../season/print.module.css';
import { askOrSetUp } from '../server/ask';
import { ListSheet } from './list-sheet';
import { PrintButton } from './print-button';

const HEAD = ['Bay', 'Vehicle', 'Battery', 'Seen', 'Out by', 'Isolated', 'Out', 'Recycled'];
const MINDS =
  'Goggles and gloves on. What is cracked, leaking or swollen is not carried by hand before it has been looked at; local rules say where it is recycled.';

/** All batteries that are never charged again, for whoever takes them out. */
export async function CondemnedScreen() {
  const { siteName, printed, rows } = await askOrSetUp('condemnedList');
  const minds = rows.length === 0 ? 'No battery here is condemned.' : MINDS;
  return (
    <div className={paper.sheets}>
      <PrintButton />
      <ListSheet title="Never charge these" minds={`${siteName}, ${printed}. ${minds}`} head={HEAD}>
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
