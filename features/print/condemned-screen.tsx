import { askOrSetUp } from '../server/ask';
import { PrintButton } from './print-button';
import styles from './lists.module.css';

const HEAD = [
  'Bay',
  'Vehicle',
  'Battery',
  'Seen',
  'Out of the hall by',
  'Isolated',
  'Out',
  'Recycled',
];

/** All batteries that are never charged again, for whoever takes them out. */
export async function CondemnedScreen() {
  const { siteName, printed, rows } = await askOrSetUp('condemnedList');
  return (
    <div className={styles.sheets}>
      <PrintButton />
      <section className={styles.sheet} aria-label="Condemned">
        <header>
          <h1>Never charge these</h1>
          <p>
            {siteName}, {printed}.{' '}
            {rows.length === 0
              ? 'No battery here is condemned.'
              : 'Goggles and gloves on. What is cracked, leaking or swollen is not carried by hand before it has been looked at; local rules say where it is recycled.'}
          </p>
        </header>
        {rows.length === 0 ? null : (
          <table>
            <thead>
              <tr>
                {HEAD.map((one) => (
                  <th key={one}>{one}</th>
                ))}
              </tr>
            </thead>
            {rows.map((row) => (
              <tbody key={row.id}>
                <tr>
                  <td>
                    <b>{row.bay}</b>
                  </td>
                  <td>{row.vehicle}</td>
                  <td>
                    {row.mark} <i>{row.rated}</i>
                  </td>
                  <td>
                    {row.since}: {row.seen}
                  </td>
                  <td>
                    <b>{row.outBy}</b>
                  </td>
                  <td />
                  <td />
                  <td />
                </tr>
                <tr>
                  <td />
                  <td colSpan={7}>{row.todo}</td>
                </tr>
              </tbody>
            ))}
          </table>
        )}
      </section>
    </div>
  );
}
