'use client';

import { t } from '../../core/language';
import { phrase } from '../words/phrase';
import { useState } from 'react';
import type { FuseList } from '../../core/fault-isolation/fuse-list';
import { FUSE_KIND_IDS } from '../../core/fault-isolation/fuses';
import { LOAD_KIND_IDS } from '../../core/fault-isolation/loads';
import { call } from '../http/client';
import { fuseCsv, parseFuseCsv } from './fuse-csv';
import shared from './measuring.module.css';
import styles from './fuse-box.module.css';
import { Button } from '../ui/button';

const EXAMPLE = 'fuse,feeds,amps,kind,load,main,milliohms\n';

/** The fuse list of a model: typed, loaded or saved as comma-separated values. */
export function FuseBox({
  model,
  list,
  onSaved,
}: {
  model: string;
  list: FuseList | null;
  onSaved: (list: FuseList) => void;
}) {
  const [text, setText] = useState(() => (list ? fuseCsv(list) : EXAMPLE));
  const [problem, setProblem] = useState<string | null>(null);
  const keep = async () => {
    const parsed = parseFuseCsv(text);
    if (!parsed.ok) return setProblem(parsed.reason);
    const reply = await call('POST /api/fuses', { body: { model, list: parsed.list } });
    if (!reply.ok) return setProblem(reply.reason);
    setProblem(null);
    onSaved(parsed.list);
  };
  const save = () => {
    const address = URL.createObjectURL(new Blob([text], { type: 'text/csv' }));
    const link = document.createElement('a');
    link.href = address;
    link.download = t`fuses of ${model}.csv`;
    link.click();
    URL.revokeObjectURL(address);
  };
  return (
    <details className={shared.byHandBox} open={list === null}>
      <summary>
        {list
          ? t`Fuse list of the ${model}`
          : t`No fuse list of the ${model} yet: type or load one`}
      </summary>
      <p className={shared.quiet}>
        {t`One fuse a line, as the owner’s book lists them; kept for all of this model. `}
        <b>{t`kind`}</b>
        {t` is `}
        {FUSE_KIND_IDS.join(', ')}
        {'; '}
        <b>{t`load`}</b>
        {t` is `}
        {LOAD_KIND_IDS.join(', ')}
        {'; '}
        <b>{t`main`}</b>
        {t` is the fuse that feeds it; `}
        <b>{t`milliohms`}</b>
        {t` only where you measured them.`}
      </p>
      <textarea
        rows={10}
        className={styles.fuseText}
        aria-label={t`Fuse list`}
        spellCheck={false}
        value={text}
        onChange={(event) => setText(event.target.value)}
      />
      {problem ? (
        <p role="alert" className={shared.doubt}>
          {problem}
        </p>
      ) : null}
      <div className={shared.buttons}>
        <Button
          type="primary"
          size="large"
          onClick={() => void keep()}
        >{t`Keep for the ${model}`}</Button>
        <Button size="large" onClick={save}>{t`Save as a file`}</Button>
        <label className={shared.file}>{phrase`Load a file${(
          <input
            type="file"
            accept=".csv,text/csv,text/plain"
            onChange={(event) =>
              void event.target.files?.[0]?.text().then((loaded) => setText(loaded))
            }
          />
        )}`}</label>
      </div>
    </details>
  );
}
