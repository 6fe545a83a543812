import { t } from '../../core/language';
import { Link } from '../ui/link';
import type { ReactNode } from 'react';
import { KeysHelp } from '../app-shell/keys-help';
import styles from './frame.module.css';

/** The practice yard: another colour, so that nobody takes it for the real one. */
export function PracticeFrame({ children }: { readonly children: ReactNode }) {
  return (
    <div className={styles.frame} data-practice>
      <header className={styles.band}>
        <Link href="/practice" className={styles.name}>
          <span aria-hidden="true" />
          {t`Practice yard`}
        </Link>
        <p>{t`Nothing here is real, and nothing of it goes into the logbook.`}</p>
        <KeysHelp />
        <Link href="/yard">{t`Back to the yard`}</Link>
      </header>
      {children}
    </div>
  );
}
