'use client';

import { decimal, t } from '../../core/language';
import { useEffect, useState } from 'react';
import type { Beside } from '../../practice/stage';
import { call } from '../http/client';
import { DataTable } from '../ui/data-table';
import { Quiet } from '../ui/quiet';

/** What others made of the same; of a whole winter the program too, once it has played it. */
export function BesideTable({
  beside,
  winter,
}: {
  readonly beside: Beside;
  readonly winter: number | null;
}) {
  const [program, setProgram] = useState<readonly string[] | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  useEffect(() => {
    if (winter === null) return;
    let isGone = false;
    void call('GET /api/practice/season/{seed}', { of: { seed: String(winter) } }).then(
      (answer) => {
        if (isGone) return;
        if (!answer.ok) return setProblem(answer.reason);
        const { minutes, ready, batteries, letDown, lost, cost } = answer.reply;
        setProgram([
          t`the program’s own plan`,
          decimal(minutes / 60, 1),
          `${ready} / ${batteries}`,
          String(letDown),
          String(lost),
          decimal(cost, 0),
        ]);
      },
    );
    return () => {
      isGone = true;
    };
  }, [winter]);
  return (
    <>
      <DataTable caption={t`The same kept in other ways`} head={beside.head}>
        {[...beside.rows, ...(program ? [program] : [])].map((row) => (
          <tr key={row[0]}>
            {row.map((cell, i) => (
              <td key={i}>{cell}</td>
            ))}
          </tr>
        ))}
      </DataTable>
      {problem ? <p role="alert">{problem}</p> : null}
      {winter !== null && !program && !problem ? (
        <Quiet
          as="p"
          role="status"
        >{t`The program plays the same winter by its own plan: half a minute or so …`}</Quiet>
      ) : null}
    </>
  );
}
