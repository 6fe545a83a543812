import { t, msg, withWords } from '../../core/language';
import paper from '../season/print.module.css';
import { askOrSetUp } from '../server/ask';
import { ListSheet } from './list-sheet';
import { PrintButton } from './print-button';
import type { ListedBay } from './lists-data';

const HEAD = withWords([
  msg`Bay`,
  msg`Vehicle`,
  msg`Battery`,
  msg`Is`,
  msg`Last read`,
  msg`Next`,
  msg`Volts`,
  '✓',
] as const);

/** Every hall on a sheet of its own, in walking order, with room to write. */
export async function HallListsScreen() {
  const { siteName, printed, halls } = await askOrSetUp('hallLists');
  const minds = t`${siteName}, ${printed}. Mains off and lamps out before a clamp is touched.`;
  return (
    <div className={paper.sheets}>
      <PrintButton />
      {halls.map(({ id, name, bays }) => (
        <ListSheet key={id} title={name} minds={minds} head={HEAD}>
          {bays.map((bay) => (
            <BayRows key={bay.key} bay={bay} />
          ))}
        </ListSheet>
      ))}
    </div>
  );
}

/** A bay with each battery of who stands there. */
function BayRows({ bay: { mark, stay } }: { readonly bay: ListedBay }) {
  if (!stay) {
    return (
      <tr>
        <td>{mark}</td>
        <td colSpan={7}>{t`free`}</td>
      </tr>
    );
  }
  const { vehicle, minds, collect, batteries, troubled } = stay;
  const head = (isFirst: boolean) => (
    <>
      <td>{isFirst ? <b>{mark}</b> : null}</td>
      <td>
        {isFirst ? `${vehicle}, ${collect}` : null}
        {isFirst && minds ? (
          <>
            <br />
            <strong>{minds}</strong>
          </>
        ) : null}
      </td>
    </>
  );
  return (
    <>
      {batteries.map((one, i) => (
        <tr key={one.id}>
          {head(i === 0)}
          <td>
            {one.mark} {batteries.length > 1 ? one.label.toLowerCase() : null} {one.rated}
          </td>
          <td>{one.keeping}</td>
          <td>{one.lastRead}</td>
          <td>{one.next}</td>
          <td />
          <td />
        </tr>
      ))}
      {troubled.map((one, i) => (
        <tr key={one}>
          {head(batteries.length + i === 0)}
          <td>{one}</td>
          <td colSpan={5}>{t`cannot be judged: see its page`}</td>
        </tr>
      ))}
    </>
  );
}
