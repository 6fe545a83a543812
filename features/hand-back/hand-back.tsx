'use client';

import { t } from '../../core/language';
import { phrase } from '../words/phrase';
import { Link } from '../ui/link';
import { shortDay } from '../../core/day';
import { Quiet } from '../ui/quiet';
import { Archive } from './archive';
import { AtItsEndItem } from './at-its-end';
import { BackItem } from './back-item';
import { WEEK, type BackRow, type HandBackData } from './hand-back-data';
import layout from '../ui/layout.module.css';
import styles from './hand-back.module.css';

interface Group {
  readonly title: string;
  readonly rows: readonly BackRow[];
  /** What stands where nobody is in it. */
  readonly nobody: string | null;
}

/** By when they come: overdue, this week, next week, those that are away, and the standing ones. */
export function groupsOf({ rows, today }: Pick<HandBackData, 'rows' | 'today'>): Group[] {
  const coming = rows.filter(({ backOn, collectDay }) => backOn === null && collectDay !== null);
  const within = (from: number, to: number) =>
    coming.filter(({ collectDay }) => collectDay! >= from && collectDay! < to);
  return [
    { title: t`Overdue`, rows: within(-Infinity, today), nobody: null },
    { title: t`This week`, rows: within(today, today + WEEK), nobody: t`Nobody comes this week.` },
    {
      title: t`Next week`,
      rows: within(today + WEEK, today + 2 * WEEK),
      nobody: t`Nobody comes next week.`,
    },
    {
      title: t`With their owners for some days`,
      rows: rows.filter(({ backOn }) => backOn !== null),
      nobody: null,
    },
    {
      title: t`Always ready`,
      rows: rows.filter(({ collectDay, backOn }) => collectDay === null && backOn === null),
      nobody: null,
    },
  ].filter(({ rows: in_, nobody }) => in_.length > 0 || nobody !== null);
}

/** Who comes for a vehicle, whether it is ready, and what is left to do. */
export function HandBack({ data }: { data: HandBackData }) {
  const { later, today, clock, atTheirEnd } = data;
  return (
    <div className={layout.page}>
      <header className={layout.head}>
        <h1>{t`Hand back`}</h1>
        <Quiet as="p">{phrase`On the day its owner comes, it starts. · ${(<Link href="/season/account">{t`the season’s account`}</Link>)} · ${(<Link href="/print/notices">{t`notices to owners of old batteries`}</Link>)}`}</Quiet>
      </header>
      {groupsOf(data).map(({ title, rows: group, nobody }) => (
        <section key={title} className={styles.group} aria-label={title}>
          <h2>{title}</h2>
          {group.length === 0 ? <Quiet as="p">{nobody}</Quiet> : null}
          <ul className={styles.list}>
            {group.map((row) => (
              <BackItem key={row.vehicleId} row={row} today={today} clock={clock} />
            ))}
          </ul>
        </section>
      ))}
      {atTheirEnd.length > 0 ? (
        <section className={styles.group} aria-label={t`Questions to owners`}>
          <h2>{t`Questions to owners`}</h2>
          <Quiet as="p">{t`Batteries at their end. Nothing is bought without its owner’s word.`}</Quiet>
          <ul className={styles.list}>
            {atTheirEnd.map((row) => (
              <AtItsEndItem key={row.batteryId} row={row} today={today} clock={clock} />
            ))}
          </ul>
        </section>
      ) : null}
      {later ? (
        <Quiet as="p">{t`${later.count} more later, the first on ${shortDay(later.first.collectDay, today)}: ${later.first.bayMark} ${later.first.name}.`}</Quiet>
      ) : null}
      {data.archive.length > 0 ? <Archive data={data} /> : null}
    </div>
  );
}
