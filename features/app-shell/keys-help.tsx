'use client';

import { t } from '../../core/language';
import { IconKeyboard } from '@tabler/icons-react';
import { useState } from 'react';
import { Dialog } from '../ui/dialog';
import { Quiet } from '../ui/quiet';
import { shortcutsNow, useShortcuts, type Table } from './shortcuts';
import rail from './sidebar.module.css';
import styles from './keys-help.module.css';

/** The keys of the screen, by `?` and by its button. */
export function KeysHelp() {
  const [tables, setTables] = useState<readonly Table[] | null>(null);
  const show = () => setTables(shortcutsNow());
  useShortcuts(t`Everywhere`, 'frame', [
    { keys: ['?'], shown: '?', what: t`the keys of this screen`, act: show },
  ]);
  return (
    <>
      <button type="button" className={rail.link} onClick={show}>
        <IconKeyboard size={22} stroke={1.6} aria-hidden="true" />
        <span>{t`Keys`}</span>
      </button>
      <Dialog
        title={t`Keys of this screen`}
        open={tables !== null}
        wide
        onClose={() => setTables(null)}
      >
        {tables?.map(({ title, shortcuts }) => (
          <section key={title} className={styles.table}>
            <h3>{title}</h3>
            <dl>
              {shortcuts.map(({ shown, what }) => (
                <div key={shown}>
                  <dt>
                    <kbd>{shown}</kbd>
                  </dt>
                  <dd>{what}</dd>
                </div>
              ))}
            </dl>
          </section>
        ))}
        <Quiet as="p">{t`In a field, keys are what is typed. Esc closes this list.`}</Quiet>
      </Dialog>
    </>
  );
}
