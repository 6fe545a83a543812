import type { ReactNode } from 'react';
import styles from './problem.module.css';

/** What was wrong, and how to mend it, beside what it is about; nothing where all is well. */
export const Problem = ({ children }: { readonly children: ReactNode }) =>
  children ? (
    <p className={styles.problem} role="status">
      {children}
    </p>
  ) : null;
