'use client';

import { languageTag, t } from '../../core/language';
import { Link } from '../ui/link';
import { useEffect, useState } from 'react';
import {
  ONE_MORE,
  type OneMore as OneMoreKind,
  type Saving,
  type SiteAdvice,
} from '../../core/plan/site-advice';
import { STORAGE_PLAN_NAMES } from '../../core/logbook/storage-plan-names';
import { formatMoney } from '../../core/words/words';
import type { OneMoreData } from './one-more-data';
import { call } from '../http/client';
import type { OneMoreAnswer } from './one-more.worker';
import styles from './one-more.module.css';
import { Button } from '../ui/button';
import { Progress } from '../ui/controls/progress';

type Run =
  | { readonly kind: 'running'; readonly done: number; readonly of: number }
  | { readonly kind: 'done'; readonly advice: SiteAdvice; readonly data: OneMoreData }
  | { readonly kind: 'failed'; readonly why: string };

/** How many of each list are shown. */
const SHOWN = 5;

/** Where one more maintainer, outlet or heated bay would help most, by every plan of every battery. */
export function OneMore({ onClose }: { onClose: () => void }) {
  const [run, setRun] = useState<Run>({ kind: 'running', done: 0, of: 0 });
  useEffect(() => {
    const stop = new AbortController();
    let worker: Worker | null = null;
    void call('GET /api/advice', { signal: stop.signal }).then((answer) => {
      if (stop.signal.aborted) return;
      if (!answer.ok) return setRun({ kind: 'failed', why: answer.reason });
      const data = answer.reply;
      worker = new Worker(new URL('./one-more.worker.ts', import.meta.url), {
        name: languageTag(),
      });
      worker.onmessage = (event: MessageEvent<OneMoreAnswer>) => {
        const told = event.data;
        setRun(
          told.kind === 'progress'
            ? { kind: 'running', done: told.done, of: told.of }
            : { kind: 'done', advice: told.advice, data },
        );
      };
      worker.onerror = (event) => setRun({ kind: 'failed', why: event.message });
      worker.postMessage(data);
    });
    return () => {
      stop.abort();
      worker?.terminate();
    };
  }, []);

  return (
    <section className={styles.panel} aria-label={t`Where one more would help most`}>
      <header className={styles.head}>
        <h2>{t`Where one more would help most`}</h2>
        <Button onClick={onClose}>{run.kind === 'running' ? t`Cancel` : t`Close`}</Button>
      </header>
      {run.kind === 'running' ? (
        <div role="status">
          <Progress
            percent={run.of ? Math.round((100 * run.done) / run.of) : 0}
            showInfo={false}
            strokeColor="var(--ember)"
          />
          <p className={styles.quiet}>
            {run.of
              ? t`Living through every plan: ${run.done} of ${run.of} batteries`
              : t`Fetching the site`}
          </p>
        </div>
      ) : run.kind === 'failed' ? (
        <p role="alert">{t`It could not be worked out (${run.why}): close this and try again.`}</p>
      ) : (
        <Answer advice={run.advice} data={run.data} />
      )}
    </section>
  );
}

function Answer({ advice, data }: { advice: SiteAdvice; data: OneMoreData }) {
  const where = new Map(
    data.stays.flatMap(({ vehicle, batteries }) =>
      batteries.map((battery) => [
        battery.id,
        {
          href: `/vehicle/${vehicle.id}`,
          name: `${vehicle.bayMark} ${vehicle.name}${batteries.length > 1 ? `, ${battery.label.toLowerCase()}` : ''}`,
        },
      ]),
    ),
  );
  const list = (savings: readonly Saving[], none: string) =>
    savings.length === 0 ? (
      <p className={styles.quiet}>{none}</p>
    ) : (
      <ol className={styles.list}>
        {savings.slice(0, SHOWN).map(({ batteryId, plan, saves }) => {
          const one = where.get(batteryId)!;
          return (
            <li key={batteryId}>
              <Link href={one.href}>{one.name}</Link>
              <span className={styles.quiet}>{STORAGE_PLAN_NAMES[plan]}</span>
              <b>{formatMoney(saves, data.rules)}</b>
            </li>
          );
        })}
      </ol>
    );
  const all = advice.otherPlan.reduce((sum, { saves }) => sum + saves, 0);
  return (
    <>
      <div className={styles.columns}>
        {(Object.keys(ONE_MORE) as OneMoreKind[]).map((kind) => (
          <div key={kind}>
            <h3>{ONE_MORE[kind]}</h3>
            {list(advice.oneMore[kind], t`Would save nothing worth naming.`)}
          </div>
        ))}
        <div>
          <h3>{t`Another plan, as the site is`}</h3>
          {list(advice.otherPlan, t`Every battery is on the plan that costs least.`)}
          {advice.otherPlan.length > SHOWN ? (
            <p
              className={styles.quiet}
            >{t`${advice.otherPlan.length} batteries, ${formatMoney(all, data.rules)} in all.`}</p>
          ) : null}
        </div>
      </div>
      <p className={styles.quiet}>
        {t`What is saved until collection, all counted: work, energy, days on a charger, battery life, the risk that it does not start. One more of a thing serves one battery at a time.`}
        {advice.impossible.length
          ? t` No plan can keep ${advice.impossible.map((id) => where.get(id)!.name).join(', ')}.`
          : ''}
      </p>
    </>
  );
}
