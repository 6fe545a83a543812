'use client';

import { t } from '../../core/language';
import { phrase } from '../words/phrase';
import dynamic from 'next/dynamic';
import { Link } from '../ui/link';
import { useState } from 'react';
import { useRefresh } from '../app-shell/refresh';
import { useDay } from '../app-shell/day';
import { newEntry } from '../logbook/new-entry';
import { postEntries } from '../logbook/post';
import { useSiteClock } from '../site/clock';
import { Board } from './board';
import type { ChargeData, ChargeView } from './charge-data';
import type { OtherSite } from '../sites/schema';
import { part } from '../ui/part';
import { Waiting } from './waiting';
import { Watch } from './watch';
import layout from '../ui/layout.module.css';
import styles from './charge.module.css';
import { Button } from '../ui/button';

const Panel = part(() => import('./panel').then((loaded) => loaded.Panel), {
  served: dynamic(() => import('./panel').then((loaded) => loaded.Panel)),
});
const Stock = part(() => import('./stock').then((loaded) => loaded.Stock), {
  served: dynamic(() => import('./stock').then((loaded) => loaded.Stock)),
});

/** What hangs where, what waits, and one battery's charge in detail. */
export function Charge({
  data,
  view,
  sites,
}: {
  data: ChargeData;
  view: ChargeView;
  /** The sites that a charger may go to. */
  sites: readonly OtherSite[];
}) {
  const refresh = useRefresh();
  const { day, today } = useDay();
  // What was said belongs to its moment: a clock that was moved on has left it behind.
  const [said, setSaid] = useState<{ readonly what: string; readonly at: number } | null>(null);
  const recorded = (what: string) => {
    setSaid({ what, at: data.clock.now });
    refresh();
  };
  return (
    <div className={styles.charge} data-chosen={data.chosen !== null}>
      <header className={styles.head}>
        <h1>{t`Charge`}</h1>
        <nav className={styles.views} aria-label={t`Views`}>
          <Link
            href="/charge"
            aria-current={view === 'board' ? 'page' : undefined}
          >{t`Board`}</Link>
          <Link
            href="/charge?view=stock"
            aria-current={view === 'stock' ? 'page' : undefined}
          >{t`Stock`}</Link>
        </nav>
        <PowerCut data={data} onRecorded={recorded} />
      </header>
      {day !== today ? (
        <p
          className={styles.otherDay}
        >{phrase`The board is that of today, whatever day the ribbon shows. ${(<kbd>T</kbd>)} returns to today.`}</p>
      ) : null}
      {said && (said.at === data.clock.now || !data.clock.stands) ? (
        <p className={styles.said} role="status">
          {said.what}
        </p>
      ) : null}
      {view === 'stock' ? (
        <Stock data={data} sites={sites} onKept={recorded} />
      ) : (
        <div className={styles.columns}>
          <div className={layout.side}>
            <Watch data={data} />
            <Board data={data} />
          </div>
          <div className={styles.right}>
            {data.chosen ? (
              <Panel
                key={`${data.chosen.battery.id} ${data.clock.now}`}
                data={data}
                chosen={data.chosen}
                onRecorded={recorded}
              />
            ) : null}
            <Waiting data={data} />
          </div>
        </div>
      )}
    </div>
  );
}

/** After a power cut every charger's mode is looked at: said once, for a hall or for all. */
function PowerCut({ data, onRecorded }: { data: ChargeData; onRecorded: (what: string) => void }) {
  const siteNow = useSiteClock(data.clock);
  const [open, setOpen] = useState(false);
  const [halls, setHalls] = useState<readonly string[]>(data.halls.map(({ id }) => id));
  const [problem, setProblem] = useState<string | null>(null);
  const send = async () => {
    const reply = await postEntries(
      halls.map((id) => newEntry('power-cut', id, siteNow(), { note: '' })),
    );
    if (!reply.ok) return setProblem(reply.reason);
    setOpen(false);
    onRecorded(t`Noted. The mode of every charger there is a job of the next round.`);
  };
  if (!open) {
    return (
      <Button className={styles.cut} onClick={() => setOpen(true)}>{t`The mains failed`}</Button>
    );
  }
  return (
    <form
      className={styles.cutForm}
      onSubmit={(event) => {
        event.preventDefault();
        void send();
      }}
    >
      <span>{t`Where?`}</span>
      {data.halls.map(({ id, name }) => (
        <label key={id}>
          <input
            type="checkbox"
            checked={halls.includes(id)}
            onChange={(event) =>
              setHalls(event.target.checked ? [...halls, id] : halls.filter((one) => one !== id))
            }
          />
          {name}
        </label>
      ))}
      <Button htmlType="submit" type="primary" disabled={halls.length === 0}>{t`Note it`}</Button>
      <Button onClick={() => setOpen(false)}>{t`Leave it`}</Button>
      {problem ? <span role="alert">{problem}</span> : null}
    </form>
  );
}
