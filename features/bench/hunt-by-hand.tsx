'use client';

import { t } from '../../core/language';
import { useMemo, useState } from 'react';
import { typedDrop, type Drop } from '../../core/fault-isolation/drops';
import { hunt } from '../../core/fault-isolation/hunt';
import { TextField } from '../ui/field';
import { Across } from './across';
import { FuseTable } from './fuse-table';
import { act } from './hands';
import { needOf, type HuntProps } from './hunt';
import { NextPull } from './next-pull';
import { Ranking } from './ranking';
import { RepairNote } from './repair-note';
import { WhatIf } from './what-if';
import layout from '../ui/layout.module.css';
import shared from './measuring.module.css';
import styles from './hunt-by-hand.module.css';
import { Button } from '../ui/button';

const numberOf = (text: string): number | null => {
  const value = Number(text.trim().replace(',', '.'));
  return text.trim() !== '' && Number.isFinite(value) && value >= 0 ? value : null;
};

/** The hunt without a running trace: millivolts with nothing pulled, or pulls that are typed. */
export function HuntByHand({
  bench,
  data,
  subject,
  list,
  standing,
  siteNow,
  onRecorded,
  onTest,
}: HuntProps & { onTest: () => void }) {
  const measured = standing.state.drawMa;
  const standard = needOf(subject, standing);
  const [settled, setSettled] = useState(measured === null ? '' : String(measured));
  const [need, setNeed] = useState(standard.toFixed(1));
  const [after, setAfter] = useState('');
  const [drops, setDrops] = useState<readonly Drop[]>([]);
  const [millivolts, setMillivolts] = useState<Readonly<Record<string, number>>>({});
  const [at, setAt] = useState<string | null>(null);
  const [message, setMessage] = useState<string | null>(null);
  const settledMa = numberOf(settled);
  const needMa = numberOf(need) ?? standard;
  const answer = useMemo(
    () => hunt({ list, settledMa, needMa, drops, millivolts }),
    [list, settledMa, needMa, drops, millivolts],
  );
  const take = () => {
    const value = numberOf(after);
    if (value === null || settledMa === null || answer.next === null) {
      return setMessage(t`Milliamps are a number, as 18.5.`);
    }
    setMessage(null);
    setAfter('');
    setDrops([...drops, typedDrop(answer.next, settledMa, value)]);
  };

  return (
    <div className={`${shared.draw} ${styles.idle}`}>
      <div className={layout.side}>
        <section className={shared.card}>
          <h2>{t`By hand, or with nothing pulled`}</h2>
          <p
            className={shared.quiet}
          >{t`With the draw test running, the program watches what falls. Here you type it: settled draw, then what your meter shows with each fuse out. Or millivolts across the fuses, with nothing pulled and nothing woken.`}</p>
          <div className={layout.fields}>
            <TextField
              label={t`Settled draw, mA`}
              inputMode="decimal"
              value={settled}
              onChange={(event) => setSettled(event.target.value)}
            />
            <TextField
              label={t`It needs, mA`}
              inputMode="decimal"
              value={need}
              onChange={(event) => setNeed(event.target.value)}
            />
            <Button size="large" onClick={onTest}>{t`To the draw test`}</Button>
          </div>
        </section>
        <Across
          fuse={at}
          volts={bench.volts.at(-1)?.volts ?? null}
          onTake={(fuse, value) => setMillivolts({ ...millivolts, [fuse]: value })}
        />
        <FuseTable
          list={list}
          answer={answer}
          drops={drops}
          out={[]}
          millivolts={millivolts}
          onMillivolts={setMillivolts}
          onPull={null}
          onAt={(fuse) => {
            setAt(fuse);
            if (data.hands) void act({ do: 'across-fuse', fuse });
          }}
        />
      </div>
      <div className={layout.side}>
        {settledMa === null ? null : (
          <NextPull
            answer={answer}
            list={list}
            newest={drops.at(-1)}
            awake={false}
            blocked={null}
            out={[]}
            hint={t`Put back what is still out.`}
            onMark={null}
          >
            <form
              className={layout.fields}
              onSubmit={(event) => {
                event.preventDefault();
                take();
              }}
            >
              <TextField
                label={t`With it out, mA`}
                inputMode="decimal"
                value={after}
                onChange={(event) => setAfter(event.target.value)}
              />
              <Button htmlType="submit" size="large">{t`Take it`}</Button>
              {drops.length ? (
                <Button
                  size="large"
                  onClick={() => setDrops(drops.slice(0, -1))}
                >{t`Undo the last`}</Button>
              ) : null}
            </form>
          </NextPull>
        )}
        {message ? (
          <p role="alert" className={shared.doubt}>
            {message}
          </p>
        ) : null}
        <Ranking answer={answer} known={settledMa !== null} />
        {settledMa !== null && answer.found ? (
          <>
            <WhatIf answer={answer} standing={standing} settledMa={settledMa} />
            <RepairNote
              answer={answer}
              subject={subject}
              settledMa={settledMa}
              siteNow={siteNow}
              onRecorded={onRecorded}
            />
          </>
        ) : null}
      </div>
    </div>
  );
}
