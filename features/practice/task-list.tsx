'use client';

import { t } from '../../core/language';
import Link from 'next/link';
import { TASKS } from '../../practice/tasks';
import layout from '../ui/layout.module.css';
import styles from './task-list.module.css';

/** All that can be practised, in the order of the work. */
export function TaskList() {
  return (
    <div className={layout.page}>
      <div className={layout.head}>
        <h1>{t`Practise`}</h1>
        <p
          className={styles.lead}
        >{t`A few minutes each, on stand-ins that answer as real ones do. Nobody is hurt; what would have happened is said at the end.`}</p>
      </div>
      <ol className={styles.list}>
        {TASKS.map(({ id, title, learn, minutes }, i) => (
          <li key={id}>
            <Link href={`/practice/${id}`} className={styles.task}>
              <b aria-hidden="true">{i + 1}</b>
              <span className={styles.title}>{title}</span>
              <span className={styles.minutes}>{t`${minutes} min`}</span>
              <span className={styles.learn}>{learn}</span>
            </Link>
          </li>
        ))}
      </ol>
    </div>
  );
}
