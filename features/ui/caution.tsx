import type { ReactNode } from 'react';
import styles from './caution.module.css';

/** What can hurt somebody, or a vehicle, where it is about to be done. */
export const Caution = ({ children }: { readonly children: ReactNode }) => (
  <p className={styles.caution} role="note">
    {children}
  </p>
);
