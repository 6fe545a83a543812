import { askOrSetUp } from '../server/ask';
import { PrintButton } from './print-button';
import type { ListedBay } from './lists-data';
import styles from './lists.module.css';

const HEAD = ['Bay', 'Vehicle', 'Battery', 'Is', 'Last read', 'Next', 'Volts', '✓'] as const;

/** Every hall on a sheet of its own, in walking order, with room to write. */
export async function HallListsScreen() {
  const { siteName, printed, halls } = await askOrSetUp('hallLists');
  return (
    <div className={styles.sheets}>
      <PrintButton />
      {halls.map(({ id, name, bays }) => (
        <section key={id} className={styles.sheet} aria-label={name}>
          <header>
            <h1>{name}</h1>
            <p>
              {siteName}, {printed}. Mains off and lamps out before a clamp is touched.
            </p>
          </header>
          <table>
            <thead>
              <tr>
                {HEAD.map((one) => (
                  <th key={one}>{one}</th>
                ))}
              </tr>
            </thead>
            {bays.map((bay) => (
              <BayRows key={bay.key} bay={bay} />
            ))}
          </table>
        </section>
      ))}
    </div>
  );
}

/** A bay with each battery of who stands there, kept together on its page. */
function BayRows({ bay: { mark, stay } }: { readonly bay: ListedBay }) {
  if (!stay) {
    return (
      <tbody>
        <tr>
          <td>{mark}</td>
          <td colSpan={7}>free</td>
        </tr>
      </tbody>
    );
  }
  const { vehicle, minds, collect, batteries, troubled } = stay;
  const more = troubled.map((one) => ({ id: one, mark: one }));
  return (
    <tbody>
      {batteries.map((one, i) => (
        <tr key={one.id}>
          <td>{i === 0 ? <b>{mark}</b> : null}</td>
          <td>
            {i === 0 ? (
              <>
                {vehicle}, {collect}
                {minds ? <strong>{minds}</strong> : null}
              </>
            ) : null}
          </td>
          <td>
            {one.mark} {batteries.length > 1 ? one.label.toLowerCase() : null} <i>{one.rated}</i>
          </td>
          <td>{one.keeping}</td>
          <td>{one.lastRead}</td>
          <td>{one.next}</td>
          <td />
          <td />
        </tr>
      ))}
      {more.map((one, i) => (
        <tr key={one.id}>
          <td>{batteries.length + i === 0 ? <b>{mark}</b> : null}</td>
          <td>{batteries.length + i === 0 ? vehicle : null}</td>
          <td>{one.mark}</td>
          <td colSpan={5}>cannot be judged: see its page</td>
        </tr>
      ))}
    </tbody>
  );
}
