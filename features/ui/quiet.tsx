import type { ReactNode } from 'react';
import styles from './quiet.module.css';

/** What need not be read at once. */
export function Quiet({
  as: Tag = 'span',
  role,
  children,
}: {
  readonly as?: 'span' | 'p' | 'li' | 'small';
  readonly role?: 'status';
  readonly children: ReactNode;
}) {
  return (
    <Tag className={styles.quiet} role={role}>
      {children}
    </Tag>
  );
}
