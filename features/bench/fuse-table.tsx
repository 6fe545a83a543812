'use client';

import { t } from '../../core/language';
import type { Drop } from '../../core/fault-isolation/drops';
import { isDrop } from '../../core/fault-isolation/drops';
import { isMain, type FuseList } from '../../core/fault-isolation/fuse-list';
import { milliampsAcross } from '../../core/fault-isolation/fuses';
import type { HuntAnswer } from '../../core/fault-isolation/hunt';
import { formatMilliamps } from '../../core/words/words';
import { DataTable } from '../ui/data-table';
import hunting from './hunt.module.css';
import styles from './fuse-table.module.css';
import { Button } from '../ui/button';

/** The fuse box: what each feeds, millivolts across it, and what fell when it was pulled. */
export function FuseTable({
  list,
  answer,
  drops,
  out,
  millivolts,
  onMillivolts,
  onPull,
  onAt,
}: {
  list: FuseList;
  answer: HuntAnswer;
  drops: readonly Drop[];
  out: readonly string[];
  millivolts: Readonly<Record<string, number>>;
  onMillivolts: (all: Readonly<Record<string, number>>) => void;
  /** Null where no trace is running. */
  onPull: ((fuse: string) => void) | null;
  /** The fuse whose millivolts are wanted. */
  onAt?: (fuse: string) => void;
}) {
  const type = (fuse: string, text: string) => {
    const value = Number(text.trim().replace(',', '.'));
    const rest = Object.fromEntries(Object.entries(millivolts).filter(([key]) => key !== fuse));
    onMillivolts(text.trim() !== '' && Number.isFinite(value) ? { ...rest, [fuse]: value } : rest);
  };
  const chance = new Map(answer.ranked.map((one) => [one.fuse, one.chance]));
  return (
    <DataTable
      caption={t`Fuses`}
      className={styles.fuses}
      head={[
        t`Fuse`,
        t`Feeds`,
        'A',
        t`mV across`,
        t`Fell`,
        t`Chance`,
        ...(onPull ? [{ aloud: t`Pull or put back` }] : []),
      ]}
    >
      {list.map((circuit) => {
        const { fuse, feeds, amps } = circuit;
        const drop = drops.filter((one) => one.circuit === fuse).at(-1);
        const across = millivolts[fuse];
        const isOut = out.includes(fuse);
        return (
          <tr key={fuse} className={fuse === answer.next ? styles.nextFuse : undefined}>
            <th scope="row">{fuse}</th>
            <td>
              {feeds}
              {isMain(list, fuse) ? t` (main)` : ''}
            </td>
            <td className={hunting.number}>{amps}</td>
            <td>
              <input
                className={hunting.small}
                inputMode="decimal"
                aria-label={t`Millivolts across ${fuse}`}
                key={`${fuse} ${across ?? ''}`}
                defaultValue={across ?? ''}
                onFocus={() => onAt?.(fuse)}
                onBlur={(event) => type(fuse, event.target.value)}
                onKeyDown={(event) => {
                  if (event.key === 'Enter') type(fuse, event.currentTarget.value);
                }}
              />{' '}
              {across === undefined ? '' : formatMilliamps(milliampsAcross(across, circuit).value)}
            </td>
            <td className={hunting.number}>
              {drop?.milliamps
                ? drop.woke
                  ? t`woke`
                  : isDrop(drop)
                    ? formatMilliamps(drop.milliamps.value)
                    : t`nothing`
                : drop
                  ? '…'
                  : ''}
            </td>
            <td className={hunting.number}>{Math.round(100 * (chance.get(fuse) ?? 0))} %</td>
            {onPull ? (
              <td>
                <Button onClick={() => onPull(fuse)}>{isOut ? t`back in` : t`out`}</Button>
              </td>
            ) : null}
          </tr>
        );
      })}
    </DataTable>
  );
}
