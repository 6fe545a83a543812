'use client';

import { t } from '../../core/language';
import { phrase } from '../words/phrase';
import { Link } from '../ui/link';
import type { ReactNode } from 'react';
import { HALL_FACTS, hallFactsShown } from '../../core/facts/hall';
import { SITE_FACTS, type SiteSheet } from '../../core/facts/site';
import { useRefresh } from '../app-shell/refresh';
import type { Corrected } from '../facts/fact-form';
import { FactSheet } from '../facts/fact-sheet';
import { newEntry } from '../logbook/new-entry';
import { postEntry } from '../logbook/post';
import { THE_SITE } from '../../core/logbook/kind';
import { useSiteClock } from '../site/clock';
import { Caution } from '../ui/caution';
import { DataTable } from '../ui/data-table';
import { Quiet } from '../ui/quiet';
import { DrawPlan } from './draw-plan';
import type { SitePlanData } from './load';
import layout from '../ui/layout.module.css';

/** What the whole site goes by, where its bays are, and how to take all of it out. */
export function SitePage({
  data,
  children,
}: {
  readonly data: SitePlanData;
  /** What is beside this site. */
  readonly children: ReactNode;
}) {
  const refresh = useRefresh();
  const siteNow = useSiteClock(data.clock);
  const record = async (
    kind: 'site-corrected' | 'hall-corrected',
    id: string,
    corrected: Corrected,
  ) => {
    const reply = await postEntry(newEntry(kind, id, siteNow(), corrected));
    if (!reply.ok) return reply.reason;
    refresh();
    return null;
  };
  return (
    <div className={layout.page}>
      <header className={layout.head}>
        <h1>{t`The site`}</h1>
        <Quiet as="p">{phrase`What changes here holds from now on, and stands in the logbook. Chargers, outlets and devices are under ${(<Link href="/charge">{t`Charge`}</Link>)}, days and length of the round under ${(<Link href="/rules">{t`Rules`}</Link>)}, vehicles come with ${(<Link href="/bring">{t`a list`}</Link>)}.`}</Quiet>
      </header>
      {data.backupTrouble === null ? null : <Caution>{data.backupTrouble}</Caution>}
      <section className={layout.panel} aria-label={t`Season and place`}>
        <h2>{t`Season and place`}</h2>
        <FactSheet<SiteSheet>
          of={SITE_FACTS}
          sheet={data.sheet}
          shown={['name', 'seasonStart', 'seasonEnd', 'timeZone', 'latitude']}
          rules={data.rules}
          correct={(corrected) => record('site-corrected', THE_SITE, corrected)}
        />
      </section>
      <section className={layout.panel} aria-label={t`What the halls are like`}>
        <h2>{t`What the halls are like`}</h2>
        <Quiet as="p">{t`Where a thermometer has recorded, that counts; for all other days these say how cold it is.`}</Quiet>
        {data.halls.map(({ id, sheet }) => (
          <FactSheet
            key={id}
            of={HALL_FACTS}
            sheet={sheet}
            shown={hallFactsShown(sheet)}
            dated={['kind', 'setpointCelsius']}
            rules={data.rules}
            correct={(corrected) => record('hall-corrected', id, corrected)}
          />
        ))}
      </section>
      <DrawPlan data={data} onDrawn={refresh} />
      {children}
      <Changes changes={data.changes} />
      <TakeOut tables={data.tables} />
    </div>
  );
}

/** What was changed of the site, its halls and its stock, the last first. */
function Changes({ changes }: Pick<SitePlanData, 'changes'>) {
  if (changes.length === 0) return null;
  return (
    <section className={layout.panel} aria-label={t`What was changed`}>
      <h2>{t`What was changed`}</h2>
      <DataTable head={[t`When`, t`What`, t`How`, t`By`]}>
        {changes.map(({ id, when, what, how, by }) => (
          <tr key={id}>
            <td>{when}</td>
            <th scope="row">{what}</th>
            <td>{how}</td>
            <td>{by}</td>
          </tr>
        ))}
      </DataTable>
    </section>
  );
}

/** Everything that was entered, to be kept elsewhere or brought to another program. */
function TakeOut({ tables }: Pick<SitePlanData, 'tables'>) {
  return (
    <section className={layout.panel} aria-label={t`Take everything out`}>
      <h2>{t`Take everything out`}</h2>
      <p>{phrase`${(<a href="/api/take-out/archive.jsonl" download>{t`All of it as one archive`}</a>)}, which ${(<code>./ember import</code>)} takes in elsewhere, entry for entry. For a spreadsheet:`}</p>
      <ul className={layout.bullets}>
        {tables.map(({ file, about }) => (
          <li key={file}>
            <a href={`/api/take-out/${file}`} download>
              {file}
            </a>{' '}
            <Quiet>{about}</Quiet>
          </li>
        ))}
      </ul>
    </section>
  );
}
