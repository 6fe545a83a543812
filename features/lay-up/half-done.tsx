'use client';

import { t } from '../../core/language';
import { formatInstant } from '../../core/words/words';
import { useRefresh } from '../app-shell/refresh';
import { call } from '../http/client';
import type { Draft } from './draft';
import type { LayUpData } from './lay-up-data';
import { STEP_TITLES } from './lay-up-state';
import styles from './half-done.module.css';
import { Button } from '../ui/button';

/** Lay-ups that were left half done: gone on with, or thrown away. */
export function HalfDone({
  data,
  onResume,
}: {
  data: LayUpData;
  onResume: (draft: Draft) => void;
}) {
  const refresh = useRefresh();
  return (
    <section className={styles.drafts} aria-label={t`Left half done`}>
      <h2>{t`Left half done`}</h2>
      <ul>
        {data.drafts.map(({ id, savedAt, draft: other }) => (
          <li key={id}>
            <Button
              size="small"
              onClick={() => onResume(other)}
            >{t`Go on with ${other.name || t`a vehicle without a name`}`}</Button>
            <span>
              {STEP_TITLES[other.step]},{' '}
              {formatInstant(Date.parse(savedAt), data.clock.timeZone, data.rules)}
            </span>
            <Button
              size="small"
              onClick={() =>
                void call('DELETE /api/drafts/{id}', { of: { id } }).then(() => refresh())
              }
            >{t`Throw away`}</Button>
          </li>
        ))}
      </ul>
    </section>
  );
}
