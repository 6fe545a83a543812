'use client';

import { t, counted } from '../../core/language';
import { phrase } from '../words/phrase';
import { useState } from 'react';
import { call } from '../http/client';
import { useRefresh } from '../app-shell/refresh';
import { Problem } from '../ui/problem';
import { Sure } from '../ui/sure';
import type { BringData } from './load';
import { TEMPLATE_HREF } from './template';
import layout from '../ui/layout.module.css';
import { TextArea } from '../ui/controls/input';

/** Where a list comes from: a file, or what was copied. */
export function Begin({
  onFile,
  onText,
}: {
  readonly onFile: (file: File) => void;
  readonly onText: (text: string) => void;
}) {
  return (
    <section
      className={layout.panel}
      aria-label={t`The list`}
      onDragOver={(event) => event.preventDefault()}
      onDrop={(event) => {
        event.preventDefault();
        const [file] = event.dataTransfer.files;
        if (file) onFile(file);
      }}
    >
      <label>{phrase`A file (CSV, XLSX or ODS), also dropped here ${(
        <input
          type="file"
          accept=".csv,.txt,.tsv,.xlsx,.ods,text/csv,text/plain"
          onChange={({ target }) => {
            const [file] = target.files ?? [];
            if (file) onFile(file);
          }}
        />
      )}`}</label>
      <TextArea
        aria-label={t`Or paste it from a spreadsheet`}
        placeholder={t`or paste it here from a spreadsheet`}
        rows={8}
        value=""
        onChange={({ target }) => onText(target.value)}
      />
      <p>{phrase`No list yet? ${(<a href={TEMPLATE_HREF} download="vehicles.csv">{t`An empty one with examples`}</a>)} to fill in.`}</p>
    </section>
  );
}

/** Lists of the last day: each can be taken back, whole. */
export function BroughtLately({ lists }: { readonly lists: BringData['lately'] }) {
  const refresh = useRefresh();
  const [problem, setProblem] = useState<string | null>(null);
  if (lists.length === 0) return null;
  const takeBack = async (id: string) => {
    const answer = await call('DELETE /api/bring/{id}', { of: { id } });
    setProblem(answer.ok ? null : answer.reason);
    if (answer.ok) refresh();
  };
  return (
    <section className={layout.panel} aria-label={t`Brought within a day`}>
      <h2>{t`Brought within a day`}</h2>
      <ul className={layout.bullets}>
        {lists.map(({ id, vehicles, by, at }) => (
          <li key={id}>{phrase`${counted(vehicles, 'vehicle', 'vehicles')}, by ${by}, ${at} ${(
            <Sure
              label={t`Take it back`}
              question={t`Take all of it back`}
              onSure={() => void takeBack(id)}
            />
          )}`}</li>
        ))}
      </ul>
      <Problem>{problem}</Problem>
    </section>
  );
}
