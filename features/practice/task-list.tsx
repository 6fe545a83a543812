'use client';

import { t } from '../../core/language';
import { Link } from '../ui/link';
import { ALL_TASKS } from '../../practice/tasks';
import { Quiet } from '../ui/quiet';
import layout from '../ui/layout.module.css';
import { dayWords, type Written } from './sheet';
import { SheetSwitch } from './sheet-switch';
import styles from './task-list.module.css';

/** All that can be practised, in the order of the work. */
export function TaskList({
  sheet,
}: {
  /** One's own; null: none is kept. */
  readonly sheet: readonly Written[] | null;
}) {
  const lastOf = (id: string) => sheet?.find(({ task }) => task === id)?.at;
  return (
    <div className={layout.page}>
      <div className={layout.head}>
        <h1>{t`Practise`}</h1>
        <Quiet as="p">{t`A few minutes each, on stand-ins that answer as real ones do. Nobody is hurt; what would have happened is said at the end.`}</Quiet>
      </div>
      <ol className={styles.list}>
        {ALL_TASKS.map(({ id, title, learn, minutes }, i) => (
          <li key={id}>
            <Link href={`/practice/${id}`} className={styles.task}>
              <i aria-hidden="true">{i + 1}</i>
              <b>{title}</b>
              <Quiet as="small">{t`${minutes} min`}</Quiet>
              <Quiet>{learn}</Quiet>
              {lastOf(id) === undefined ? null : (
                <span
                  className={styles.learn}
                >{t`practised, last on ${dayWords(lastOf(id)!)}`}</span>
              )}
            </Link>
          </li>
        ))}
      </ol>
      <SheetSwitch isKept={sheet !== null} />
    </div>
  );
}
