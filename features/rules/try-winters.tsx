'use client';

import { counted, t } from '../../core/language';
import { useState } from 'react';
import type { RulePatch } from '../../core/rules/rules';
import { DataTable } from '../ui/data-table';
import { SelectField } from '../ui/chooser';
import { Quiet } from '../ui/quiet';
import layout from '../ui/layout.module.css';
import { reasonOfTrial, triedRows } from './tried';
import { useWinters } from './use-winters';
import { Button } from '../ui/button';
import { Progress } from '../ui/controls/progress';

const COUNTS = [3, 10, 25, 50] as const;
const NONE = '';

/**
 * A change of the rules on played winters of this very site: its batteries, halls, climate and
 * chargers, other weather and troubles each time, kept by the program’s own plan.
 */
export function TryWinters({
  patch,
  chargers,
  onKeep,
}: {
  readonly patch: RulePatch;
  readonly chargers: readonly { readonly id: string; readonly name: string }[];
  /** Keeps the rule, with what was found as its reason. */
  readonly onKeep: (why: string) => void;
}) {
  const [count, setCount] = useState<number>(COUNTS[0]);
  const [oneMore, setOneMore] = useState(NONE);
  const winters = useWinters(patch, oneMore || null);
  const { done, runs, leftMs, problem } = winters;
  return (
    <div className={layout.side}>
      <div className={layout.fields}>
        <SelectField
          label={t`Played winters`}
          value={count}
          onChange={setCount}
          options={COUNTS.map((n) => ({ value: n, label: String(n) }))}
          disabled={runs}
        />
        <SelectField
          label={t`And one more charger`}
          value={oneMore}
          onChange={setOneMore}
          options={[
            { value: NONE, label: t`none` },
            ...chargers.map(({ id, name }) => ({ value: id, label: name })),
          ]}
          disabled={runs}
        />
        {runs ? (
          <Button onClick={winters.stop}>{t`Stop`}</Button>
        ) : (
          <Button onClick={() => winters.start(count)}>{t`Try it on winters of this site`}</Button>
        )}
      </div>
      {runs ? (
        <div role="status">
          <Progress percent={Math.round((100 * done.length) / count)} showInfo={false} />
          <Quiet as="p">
            {t`${done.length} of ${count} winters played, each of them twice.`}{' '}
            {leftMs === null
              ? t`How long one takes is known after the first: a minute or two for a hundred batteries.`
              : t`About ${counted(Math.max(1, Math.round(leftMs / 60_000)), 'minute', 'minutes')} left.`}
          </Quiet>
        </div>
      ) : null}
      {problem ? <p role="alert">{problem}</p> : null}
      {done.length > 0 ? (
        <>
          <DataTable
            caption={t`What the winters say of the change`}
            head={[
              t`A winter, on the average`,
              t`as it is`,
              t`as it is tried`,
              t`what it changes, 90 % range`,
            ]}
          >
            {triedRows(done).map(({ what, asIs, tried, changes }) => (
              <tr key={what}>
                <td>{what}</td>
                <td>{asIs}</td>
                <td>{tried}</td>
                <td>{changes}</td>
              </tr>
            ))}
          </DataTable>
          {!runs && oneMore === NONE ? (
            <div>
              <Button
                onClick={() => onKeep(reasonOfTrial(done))}
              >{t`Keep it, with this as its reason`}</Button>
            </div>
          ) : null}
        </>
      ) : null}
    </div>
  );
}
