'use client';

import { Button } from 'antd';
import { useMemo, useState } from 'react';
import type { DrawAnalysis } from '../../core/draw/draw';
import { meaningOf } from '../../core/draw/meaning';
import { stillOut } from '../../core/draw/marks';
import { toleranceMa } from '../../core/draw/levels';
import { limitMa } from '../../core/drain/limit';
import { dropsOf, isDrop } from '../../core/hunt/drops';
import { isMain, type FuseList } from '../../core/hunt/fuse-list';
import { BEHIND_NO_FUSE, hunt, together, type HuntAnswer } from '../../core/hunt/hunt';
import type { Standing } from '../../core/judge/standing';
import { formatMilliamps } from '../../core/judge/words';
import { shortDay } from '../../core/day';
import { usualDraw } from '../../core/site/vehicle-kinds';
import { newEntry } from '../logbook/new-entry';
import { postEntry } from '../logbook/post';
import type { BenchData, BenchSubject } from './bench-data';
import { inDays } from './finding';
import { FuseTable } from './fuse-table';
import { Hands, act } from './hands';
import { TraceChart } from './trace-chart';
import type { Bench } from './use-bench';
import { useKeys } from './use-keys';
import styles from './bench.module.css';

/** The hunt for the circuit that draws: which fuse next, what fell, who it is. */
export function Hunt({
  bench,
  analysis,
  data,
  subject,
  list,
  standing,
  siteNow,
  onRecorded,
  onTest,
}: {
  bench: Bench;
  analysis: DrawAnalysis | null;
  data: BenchData;
  subject: BenchSubject;
  list: FuseList;
  standing: Standing;
  siteNow: () => number;
  onRecorded: (said: string) => void;
  onTest: () => void;
}) {
  const { test, live, tick } = bench;
  const { vehicle, battery } = subject;
  const marks = useMemo(() => test?.marks ?? [], [test]);
  const drops = useMemo(
    () =>
      dropsOf(
        { seconds: Float64Array.from(live.seconds), amps: Float64Array.from(live.amps) },
        marks,
      ),
    // The trace grows in place; the tick says when.
    // eslint-disable-next-line react-hooks/exhaustive-deps
    [live, marks, tick],
  );
  const measured = standing.state.drawMa;
  const settledMa = analysis?.settledMa.value ?? measured;
  const usual = usualDraw(vehicle.kind, standing.state.role).value;
  const standard = Math.min(usual, measured ?? Infinity);
  const [need, setNeed] = useState<string>(standard.toFixed(1));
  const [millivolts, setMillivolts] = useState<Readonly<Record<string, number>>>({});
  const [at, setAt] = useState<string | null>(null);
  const [message, setMessage] = useState<string | null>(null);
  const needMa =
    Number.isFinite(Number(need)) && need !== '' ? Math.max(0, Number(need)) : standard;
  const answer = useMemo(
    () => hunt({ list, settledMa, needMa, drops, millivolts }),
    [list, settledMa, needMa, drops, millivolts],
  );
  const out = stillOut(marks);
  const limit = limitMa(vehicle.kind, data.rules);
  const lines = useMemo(() => [{ label: 'draw', trace: live }], [live]);
  const now = live.amps.at(-1);
  const newest = drops.at(-1);
  const awake =
    settledMa !== null && now !== undefined && 1000 * now > settledMa + 4 * toleranceMa(settledMa);

  const mark = async (what: 'pull' | 'put-back', circuit: string) => {
    // The mark first: what falls from here on is the pull's.
    const reply = await bench.ask({ do: what, circuit });
    if (!reply.ok) return setMessage(reply.reason);
    setMessage(null);
    if (data.hands) await act({ do: what, fuse: circuit });
  };

  const wanted = answer.found ? null : answer.next;
  const main = wanted && (list.find(({ fuse }) => fuse === wanted)?.main ?? null);
  const blocked = main && out.includes(main) ? main : null;
  const pending = newest?.milliamps === null && out.includes(newest.circuit);
  useKeys({
    Enter:
      test && wanted && !awake && !pending
        ? () => void (blocked ? mark('put-back', blocked) : mark('pull', wanted))
        : null,
  });

  if (!test || test.batteryId !== battery.id || settledMa === null) {
    return (
      <div className={`${styles.draw} ${styles.idle}`}>
        <div className={styles.left}>
          <section className={styles.card}>
            <h2>With nothing pulled</h2>
            <p className={styles.quiet}>
              Millivolts across a fuse that stays in tell its current, and nothing wakes. To pull
              fuses, the draw test must be running and settled.
            </p>
            <Button type="primary" size="large" onClick={onTest}>
              To the draw test
            </Button>
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
            out={out}
            millivolts={millivolts}
            onMillivolts={setMillivolts}
            onPull={null}
            onAt={(fuse) => {
              setAt(fuse);
              if (data.hands) void act({ do: 'across-fuse', fuse });
            }}
          />
        </div>
        <div className={styles.right}>
          <Ranking answer={answer} known={settledMa !== null} />
        </div>
      </div>
    );
  }

  return (
    <div className={styles.draw}>
      <div className={styles.left}>
        <section className={styles.card}>
          <div className={styles.liveRow}>
            <p className={styles.label}>
              {formatMilliamps(settledMa)} settled;{' '}
              <label>
                it needs{' '}
                <input
                  className={styles.small}
                  inputMode="decimal"
                  aria-label="What the vehicle needs, mA"
                  value={need}
                  onChange={(event) => setNeed(event.target.value.replace(',', '.'))}
                />{' '}
                mA
              </label>
            </p>
            <p className={styles.live}>
              {now === undefined || Number.isNaN(now)
                ? '–'
                : formatMilliamps(Math.max(0, 1000 * now))}
            </p>
          </div>
          <TraceChart
            lines={lines}
            analysis={null}
            marks={marks}
            limitMa={limit}
            tick={tick}
            label="Draw over time, with the fuses that were pulled"
          />
        </section>
        <FuseTable
          list={list}
          answer={answer}
          drops={drops}
          out={out}
          millivolts={millivolts}
          onMillivolts={setMillivolts}
          onPull={(fuse) => void mark(out.includes(fuse) ? 'put-back' : 'pull', fuse)}
        />
      </div>
      <div className={styles.right}>
        <NextPull
          answer={answer}
          list={list}
          newest={newest && out.includes(newest.circuit) ? newest : undefined}
          awake={awake}
          blocked={blocked}
          out={out}
          onMark={(what, fuse) => void mark(what, fuse)}
        />
        {message ? (
          <p role="alert" className={styles.doubt}>
            {message}
          </p>
        ) : null}
        <Ranking answer={answer} known />
        <WhatIf answer={answer} standing={standing} settledMa={settledMa} />
        <RepairNote
          answer={answer}
          name={vehicle.name}
          bay={vehicle.bayMark}
          settledMa={settledMa}
          onRecord={async (text) => {
            const reply = await postEntry(newEntry('note', battery.id, siteNow(), { text }));
            if (reply.ok) onRecorded('Repair note kept in the logbook.');
            else setMessage(reply.reason);
          }}
        />
        {data.hands ? <Hands actions={[{ label: 'Open a door', hand: { do: 'door' } }]} /> : null}
      </div>
    </div>
  );
}

/** What the meter shows across the fuse that is chosen in the table. */
function Across({
  fuse,
  volts,
  onTake,
}: {
  fuse: string | null;
  volts: number | null;
  onTake: (fuse: string, millivolts: number) => void;
}) {
  const millivolts = volts === null ? null : Math.round(volts * 1e5) / 100;
  return (
    <div className={styles.across}>
      {fuse === null ? (
        <span className={styles.quiet}>Choose a fuse in the table, and touch its two ends.</span>
      ) : millivolts === null ? (
        <span className={styles.quiet}>Type what your meter shows across {fuse}.</span>
      ) : (
        <>
          <span className={styles.live}>{millivolts.toFixed(2)} mV</span>
          <Button size="large" onClick={() => onTake(fuse, millivolts)}>
            Take it for {fuse}
          </Button>
        </>
      )}
    </div>
  );
}

function NextPull({
  answer,
  list,
  newest,
  awake,
  blocked,
  out,
  onMark,
}: {
  answer: HuntAnswer;
  list: FuseList;
  newest: ReturnType<typeof dropsOf>[number] | undefined;
  awake: boolean;
  /** The main fuse that hides the next one, and must go back first. */
  blocked: string | null;
  out: readonly string[];
  onMark: (what: 'pull' | 'put-back', fuse: string) => void;
}) {
  const { next, found, culprits, contradiction } = answer;
  const feeds = (fuse: string) => list.find((one) => one.fuse === fuse)?.feeds ?? '';
  const waiting = newest && newest.milliamps === null;
  return (
    <section className={styles.card} aria-label="Next pull">
      {newest ? (
        <p role="status" className={styles.say}>
          {newest.milliamps === null
            ? `${newest.circuit} is out: watch the trace for a moment …`
            : newest.woke
              ? `Pulling ${newest.circuit} woke something: wait until it has settled.`
              : isDrop(newest)
                ? `${newest.circuit} out: ${formatMilliamps(newest.milliamps.value)} less.`
                : `${newest.circuit} out: nothing fell.`}
        </p>
      ) : null}
      {contradiction ? (
        <p className={styles.doubt}>
          What fell contradicts itself: something woke or slept in between. Put all back, wait, and
          pull again.
        </p>
      ) : null}
      {found && culprits[0] !== '' ? (
        <h2>
          {culprits.length > 1 ? 'Found: ' : 'Found: '}
          {culprits
            .map((fuse) => (fuse ? `${fuse}, ${feeds(fuse)}` : 'behind no fuse'))
            .join(' and ')}
        </h2>
      ) : found || next === null ? (
        <>
          <h2>Behind no fuse</h2>
          <ul>
            {BEHIND_NO_FUSE.map((place) => (
              <li key={place}>{place}</li>
            ))}
          </ul>
        </>
      ) : (
        <>
          <h2>
            {blocked
              ? `Put ${blocked} back first`
              : `Pull ${next}${feeds(next) ? `, ${feeds(next)}` : ''}`}
          </h2>
          <p className={styles.quiet}>
            {blocked
              ? `${next} hangs on it. Then wait until it has settled again.`
              : isMain(list, next)
                ? 'It asks about all that hang on it at once.'
                : 'Straight out, without a wiggle, door still latched.'}
          </p>
        </>
      )}
      {awake ? (
        <p className={styles.doubt}>It is awake: wait until the trace is down again.</p>
      ) : null}
      {found && out.length === 0 ? (
        <p>All is back in. Jumper back, clamp on, and record the draw at the draw test.</p>
      ) : null}
      <div className={styles.buttons}>
        {next !== null && !found ? (
          blocked ? (
            <Button type="primary" size="large" onClick={() => onMark('put-back', blocked)}>
              {blocked} is back in
            </Button>
          ) : (
            <Button
              type="primary"
              size="large"
              disabled={Boolean(waiting) || awake}
              onClick={() => onMark('pull', next)}
            >
              {next} is out <kbd>Enter</kbd>
            </Button>
          )
        ) : null}
      </div>
      {out.length ? (
        <div className={styles.out}>
          <b>Still out, must go back:</b>
          {out.map((fuse) => (
            <button key={fuse} type="button" onClick={() => onMark('put-back', fuse)}>
              {fuse} back in
            </button>
          ))}
        </div>
      ) : null}
    </section>
  );
}

function Ranking({ answer, known }: { answer: HuntAnswer; known: boolean }) {
  const top = answer.ranked.filter(({ chance, main }) => !main && chance > 0.005).slice(0, 6);
  return (
    <section className={styles.card} aria-label="Who it may be">
      <h2>Who it may be</h2>
      <p className={styles.quiet}>
        {known
          ? `${formatMilliamps(answer.excessMa)} more than it needs.`
          : 'The draw is not measured yet; this is what is usual.'}
      </p>
      <ol className={styles.ranking}>
        {top.map((one) => (
          <li key={one.fuse}>
            <b>{one.fuse}</b>
            <span>{one.feeds}</span>
            <span className={styles.number}>{Math.round(100 * one.chance)} %</span>
            <span className={styles.number}>
              {one.milliamps
                ? `${formatMilliamps(Math.max(0, one.milliamps.value))} (${Math.max(0, one.milliamps.low).toFixed(0)}–${Math.max(0, one.milliamps.high).toFixed(0)})`
                : ''}
            </span>
          </li>
        ))}
        <li>
          <b>–</b>
          <span>behind no fuse</span>
          <span className={styles.number}>{Math.round(100 * answer.unfused)} %</span>
          <span />
        </li>
      </ol>
    </section>
  );
}

const KEPT = {
  connected: 'connected',
  off: 'switch in the negative lead',
  maintained: 'maintainer on',
} as const;
type Kept = keyof typeof KEPT;

/** What the reserve becomes with circuits out, or kept in another way. */
function WhatIf({
  answer,
  standing,
  settledMa,
}: {
  answer: HuntAnswer;
  standing: Standing;
  settledMa: number;
}) {
  const known = answer.ranked.filter((one) => one.milliamps && one.milliamps.value > 0.3);
  const [gone, setGone] = useState<readonly string[]>([]);
  const [kept, setKept] = useState<Kept>('connected');
  const parts = known.filter(({ fuse }) => gone.includes(fuse)).map((one) => one.milliamps!);
  const left = Math.max(0, settledMa - (parts.length ? together(parts).value : 0));
  const meaning = useMemo(
    () => meaningOf(standing, left, { negativeOn: kept !== 'off', changed: gone.length > 0 }),
    [standing, left, kept, gone],
  );
  const toggle = (fuse: string) =>
    setGone(gone.includes(fuse) ? gone.filter((one) => one !== fuse) : [...gone, fuse]);
  return (
    <section className={styles.card} aria-label="What if">
      <h2>What if</h2>
      <div className={styles.chips} role="group" aria-label="Taken out">
        {known.map(({ fuse, feeds }) => (
          <button
            key={fuse}
            type="button"
            aria-pressed={gone.includes(fuse)}
            onClick={() => toggle(fuse)}
          >
            {fuse} out{feeds ? `, ${feeds}` : ''}
          </button>
        ))}
      </div>
      <div className={styles.chips} role="group" aria-label="Kept">
        {(Object.keys(KEPT) as Kept[]).map((one) => (
          <button key={one} type="button" aria-pressed={one === kept} onClick={() => setKept(one)}>
            {KEPT[one]}
          </button>
        ))}
      </div>
      <p data-whatif>
        {kept === 'maintained' ? (
          <>
            It holds as long as the maintainer’s lamp says so; the {formatMilliamps(left)} are fed
            by it.
          </>
        ) : (
          <>
            {kept === 'off' ? 'Nothing' : formatMilliamps(left)} drawn:{' '}
            <b>{meaning.toLine ? inDays(meaning.toLine.value) : 'unknown'}</b> to the recharge line
            {meaning.lineDay === null ? '' : `, ${shortDay(meaning.lineDay)}`}
            {meaning.nextReadingDay === null
              ? ''
              : `; read it by ${shortDay(meaning.nextReadingDay)}`}
            .
          </>
        )}
      </p>
    </section>
  );
}

function RepairNote({
  answer,
  name,
  bay,
  settledMa,
  onRecord,
}: {
  answer: HuntAnswer;
  name: string;
  bay: string;
  settledMa: number;
  onRecord: (text: string) => Promise<void>;
}) {
  const [text, setText] = useState<string | null>(null);
  const pulled = answer.ranked.filter((one) => one.pulled);
  const draft = [
    `${name}, bay ${bay}: draws ${formatMilliamps(settledMa)} at rest, ${formatMilliamps(answer.excessMa)} more than it needs.`,
    answer.found && answer.culprits[0] !== ''
      ? `It goes through ${answer.culprits
          .map((fuse) => {
            const one = answer.ranked.find((circuit) => circuit.fuse === fuse);
            const ma = one?.milliamps ? `, ${formatMilliamps(one.milliamps.value)}` : '';
            return one ? `fuse ${fuse} (${one.feeds}${ma})` : 'no fuse';
          })
          .join(' and ')}.`
      : `Not found yet; pulled so far: ${pulled.map(({ fuse }) => fuse).join(', ') || 'none'}.`,
    'Work on the circuit is for the owner’s workshop.',
  ].join(' ');
  const shown = text ?? draft;
  return (
    <section className={styles.card}>
      <h2>Repair note for the owner</h2>
      <textarea
        rows={5}
        className={styles.noteText}
        aria-label="Repair note"
        value={shown}
        onChange={(event) => setText(event.target.value)}
      />
      <div className={styles.buttons}>
        <Button
          size="large"
          disabled={shown.trim() === ''}
          onClick={() => void onRecord(shown.trim())}
        >
          Keep it in the logbook
        </Button>
      </div>
    </section>
  );
}
