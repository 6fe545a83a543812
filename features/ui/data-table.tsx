import type { ReactNode } from 'react';
import layout from './layout.module.css';
import styles from './data-table.module.css';

/** What a column is called; where nothing need be seen of it, it is still read aloud. */
export type ColumnName = ReactNode | { readonly aloud: string };

const isAloud = (name: ColumnName): name is { readonly aloud: string } =>
  typeof name === 'object' && name !== null && 'aloud' in name;

/** Rows with columns; a frame of its own where it is wider than the screen. */
export function DataTable({
  caption,
  head,
  figures = false,
  className,
  children,
}: {
  /** Read aloud, not shown. */
  readonly caption?: string;
  readonly head: readonly ColumnName[];
  /** The cells are numbers: in the letters of a meter. */
  readonly figures?: boolean;
  /** What is peculiar to it. */
  readonly className?: string | undefined;
  /** Its rows. */
  readonly children: ReactNode;
}) {
  return (
    <div className={styles.frame}>
      <table
        className={[styles.table, className].filter(Boolean).join(' ')}
        data-figures={figures || undefined}
      >
        {caption ? <caption className={layout.aloud}>{caption}</caption> : null}
        {head.length > 0 ? (
          <thead>
            <tr>
              {head.map((name, i) =>
                isAloud(name) ? (
                  <th key={i} scope="col" aria-label={name.aloud} />
                ) : (
                  <th key={i} scope="col">
                    {name}
                  </th>
                ),
              )}
            </tr>
          </thead>
        ) : null}
        <tbody>{children}</tbody>
      </table>
    </div>
  );
}
