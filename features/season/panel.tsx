'use client';

import { Button, Progress } from 'antd';
import Link from 'next/link';
import { useRef, useState } from 'react';
import { shortDay, toDay } from '../../core/day';
import { wantingIn, type PlanDocument, type SeasonDocument } from '../../core/schedule/document';
import type { Strip } from '../../core/schedule/strips';
import { hoursWords } from './hours';
import type { Proof } from './plan-for';
import type { SeasonScreenData } from './season-data';
import type { useSeasonWorker } from './use-season-worker';
import styles from './season.module.css';

interface Props {
  readonly data: SeasonScreenData;
  readonly shown: {
    readonly season: SeasonDocument;
    readonly plan: PlanDocument;
    readonly own: boolean;
  };
  /** Worked out after the plan; null: under way, or in the plan. */
  readonly proof: Proof | null;
  readonly run: ReturnType<typeof useSeasonWorker>['run'];
  readonly failed: string | null;
  readonly chosen: Strip | null;
  readonly words: (battery: string) => string;
  readonly pinned: ReadonlySet<string>;
  readonly onTighten: () => void;
  readonly onStop: () => void;
  readonly onLetGo: (date: string) => void;
  readonly onReadBack: (file: File | undefined) => void;
}

/** What the plan comes to, what is chosen, and what can be done with all of it. */
export function Panel(props: Props) {
  const { data, shown, proof, run, failed, chosen, words } = props;
  const { plan, season } = shown;
  const { progress, running } = run;
  const wanting = wantingIn(plan);
  const kept = plan.lowerBoundMinutes ?? (wanting.length ? null : proof?.lowerBoundMinutes);
  const bound = running && progress ? progress.bound : (kept ?? null);
  const remedies = plan.remedies.length ? plan.remedies : (proof?.remedies ?? null);
  const minutes = running && progress ? progress.minutes : plan.totals.minutes;
  const file = useRef<HTMLInputElement>(null);
  const [copied, setCopied] = useState(false);
  const feed = '/api/season/rounds.ics';
  return (
    <aside className={styles.panel} aria-label="The plan">
      <dl className={styles.totals}>
        <div>
          <dt>Attendant time left</dt>
          <dd>{hoursWords(minutes)}</dd>
          <p>
            {bound === null ? (
              wanting.length > 0 ? (
                'not everything can be met'
              ) : (
                'the least is being worked out'
              )
            ) : (
              <>no plan can need less than {hoursWords(bound)}</>
            )}
          </p>
        </div>
        <div>
          <dt>Rounds left</dt>
          <dd>{plan.totals.rounds}</dd>
        </div>
        <div>
          <dt>Charges left</dt>
          <dd>{plan.totals.charges}</dd>
        </div>
        <div>
          <dt>Days under the line</dt>
          <dd>{plan.totals.underLineDays}</dd>
        </div>
      </dl>
      {running ? (
        <div role="status">
          <Progress
            percent={Math.round(100 * (progress?.share ?? 0))}
            showInfo={false}
            strokeColor="var(--ember)"
          />
          <Button block onClick={props.onStop}>
            Enough
          </Button>
        </div>
      ) : (
        <Button type="primary" size="large" block onClick={props.onTighten}>
          Tighten the plan
        </Button>
      )}
      {failed ? (
        <p role="alert" className={styles.alert}>
          It could not be worked out ({failed}): load the page again.
        </p>
      ) : null}

      {chosen ? (
        <section className={styles.chosen} aria-label={words(chosen.battery)}>
          <h2>
            {shown.own && data.names[chosen.battery] ? (
              <Link href={data.names[chosen.battery]!.href}>{words(chosen.battery)}</Link>
            ) : (
              words(chosen.battery)
            )}
          </h2>
          <ul>
            {chosen.charges.map((charge) => (
              <li key={charge.date}>
                {charge.charger === null ? 'On charge now' : shortDay(toDay(charge.date))} to{' '}
                {shortDay(toDay(season.today) + charge.to)}
                {charge.charger === null ? null : (
                  <span className={styles.quiet}>
                    {' '}
                    at {data.chargers[charge.charger] ?? charge.charger}
                  </span>
                )}
                {props.pinned.has(charge.date) ? (
                  <Button size="small" onClick={() => props.onLetGo(charge.date)}>
                    Let the plan decide
                  </Button>
                ) : null}
              </li>
            ))}
            {chosen.charges.length === 0 ? (
              <li className={styles.quiet}>
                {chosen.kept ? 'A maintainer holds it' : 'It needs no charge'}
              </li>
            ) : null}
            <li className={styles.quiet}>
              {chosen.readings.length} {chosen.readings.length === 1 ? 'reading' : 'readings'},
              lowest {Math.round(Math.min(...chosen.socPct))} %, line {chosen.lineSocPct} %
            </li>
          </ul>
        </section>
      ) : null}

      {wanting.length > 0 && Object.keys(data.chargers).length === 0 ? (
        <section className={styles.wantingList} aria-label="What cannot be met">
          <h2>No charger is noted yet</h2>
          <p>
            So the plan can charge nothing, and cannot say who is kept.{' '}
            <Link href="/charge?view=stock">Write down what you charge with</Link>, and it is made
            anew.
          </p>
        </section>
      ) : wanting.length > 0 ? (
        <section className={styles.wantingList} aria-label="What cannot be met">
          <h2>{wanting.length} left wanting</h2>
          <ul>
            {wanting.slice(0, 6).map((battery) => (
              <li key={battery}>
                <b>{words(battery)}</b> {plan.unmet.find((one) => one.battery === battery)!.why}
              </li>
            ))}
          </ul>
          {wanting.length > 6 ? <p>and {wanting.length - 6} more</p> : null}
          {remedies === null ? (
            <p className={styles.quiet}>What would help is being worked out.</p>
          ) : remedies.length > 0 ? (
            <>
              <h3>What would help</h3>
              <ul>
                {remedies.map(({ what, effect }) => (
                  <li key={what}>
                    <b>{remedyWords(what, words, data)}</b> {effect}
                  </li>
                ))}
              </ul>
            </>
          ) : (
            <p className={styles.quiet}>Nothing that was tried would help.</p>
          )}
        </section>
      ) : null}
      {shown.own && data.leftOut.length > 0 ? (
        <p>No season can be reckoned for {data.leftOut.join('; ')}.</p>
      ) : null}
      {shown.own && data.overdue.length > 0 ? (
        <p className={styles.quiet}>
          Past the day of collection, and in no plan: {data.overdue.join(', ')}.
        </p>
      ) : null}

      <section className={styles.files}>
        <h2>On the phone, on paper</h2>
        <p className={styles.quiet}>
          A calendar can subscribe to the rounds at this address. <a href={feed}>rounds.ics</a>
        </p>
        <Button
          block
          onClick={() => {
            void navigator.clipboard
              ?.writeText(new URL(feed, window.location.href).href)
              .then(() => setCopied(true));
          }}
        >
          {copied ? 'Address copied' : 'Copy the address'}
        </Button>
        <Button block href="/print/season" target="_blank">
          Print a month a page
        </Button>
        <Button block href="/api/season/document">
          Export the season
        </Button>
        <Button block onClick={() => file.current?.click()}>
          Read a season document
        </Button>
        <input
          ref={file}
          type="file"
          hidden
          aria-label="A season document"
          accept=".json,application/json"
          onChange={(event) => {
            props.onReadBack(event.target.files?.[0]);
            // The same file may be read again once it has been mended.
            event.target.value = '';
          }}
        />
      </section>
    </aside>
  );
}

/** Ids in a remedy, as they are called on this site. */
function remedyWords(
  what: string,
  words: (battery: string) => string,
  { names, chargers, halls }: SeasonScreenData,
): string {
  let text = what;
  for (const [id, name] of Object.entries(chargers)) text = text.replaceAll(id, name);
  for (const { id, name } of halls) text = text.replaceAll(id, name);
  for (const id of Object.keys(names)) text = text.replaceAll(id, words(id));
  return text;
}
