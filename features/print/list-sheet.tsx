import type { ReactNode } from 'react';
import paper from '../season/print.module.css';
import { DataTable } from '../ui/data-table';
import styles from './lists.module.css';

/** A sheet with a list: what it is of, what to mind, and rows with room to write. */
export const ListSheet = ({
  title,
  minds,
  head,
  children,
}: {
  readonly title: string;
  readonly minds: string;
  readonly head: readonly string[];
  /** Its rows; none: there is nothing to list. */
  readonly children: readonly ReactNode[];
}) => (
  <section className={paper.sheet} aria-label={title}>
    <header>
      <h1>{title}</h1>
      <p>{minds}</p>
    </header>
    {children.length === 0 ? null : (
      <DataTable head={head} className={styles.list}>
        {children}
      </DataTable>
    )}
  </section>
);
