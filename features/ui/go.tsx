import { Link } from './link';
import type { ReactNode } from 'react';
import styles from './go.module.css';

/** Leads to where the next thing is done: as loud as the button that would do it. */
export const Go = ({ href, children }: { readonly href: string; readonly children: ReactNode }) => (
  <Link className={styles.go} href={href}>
    {children}
  </Link>
);
