'use client';

import { t } from '../../core/language';
import styles from './record.module.css';
import { Button } from '../ui/button';

/** Not on the paper itself. */
export function PrintButton({ address }: { /** Of the same as a document. */ address?: string }) {
  return (
    <p className={styles.controls}>
      <Button type="primary" onClick={() => window.print()}>{t`Print`}</Button>
      {address ? <a href={address}>{t`The same as a document`}</a> : null}
    </p>
  );
}
