'use client';

import { useCallback, useEffect, useMemo, useState } from 'react';
import { Button } from 'antd';
import Link from 'next/link';
import { isFlat } from '../../core/charging/recovery';
import { shortDay, weekdayLong } from '../../core/day';
import { LAMP_STATES, type LampState } from '../../core/logbook/fields';
import type { EntryDraft } from '../../core/procedures/entry-draft';
import { judgeReading } from '../../core/assessment/verdict';
import { useDay } from '../app-shell/day';
import { isTyping } from '../app-shell/keys';
import { useAllTyped, useTyped } from '../app-shell/typed';
import { DemoSight } from '../demo/sight';
import { Foreseen } from './foreseen';
import { Keypad } from './keypad';
import { OutboxLine } from './outbox-line';
import {
  digitsWanted,
  hangingNow,
  displayOf,
  nextPosition,
  voltsOfDigits,
  type RoundData,
  RESTS,
} from './round-data';
import { Side } from './side';
import { ownChargerOf } from '../../core/connections/available-connections';
import { NO_WISH, pickHook, type Wish } from './hook-choice';
import { StepTabs } from './step-tabs';
import { StopHead } from './stop-head';
import { StopList } from './stop-list';
import { roundOf } from './round-text';
import { useRound } from './use-round';
import { VerdictCard } from './verdict-card';
import { StepCaution } from './other-steps';
import { StepBody } from './step-body';
import styles from './round.module.css';

const MAX_DIGITS = 4;

/** What stands on the keypad of one battery. */
interface Keyed {
  readonly digits: string;
  readonly restAt: number;
}
const NOTHING_KEYED: Keyed = { digits: '', restAt: 0 };
const KEYED = 'round/';

/** The round, from what the server made of it as text. */
export function Round({ text }: { text: string }) {
  const data = useMemo(() => roundOf(text), [text]);
  const { day, today } = useDay();
  if (day !== today) return <Foreseen data={data} day={day} />;
  if (data.stops.length === 0) return <NothingDue data={data} />;
  return <Walk data={data} />;
}

function NothingDue({ data }: { data: RoundData }) {
  if (!data.anyLaidUp) {
    return (
      <div className={styles.empty}>
        <h1>Nothing is laid up yet</h1>
        <p>
          <Link href="/lay-up">Begin with the first vehicle</Link>: it stands in the next round.
        </p>
      </div>
    );
  }
  return (
    <div className={styles.empty}>
      <h1>Nothing to do on {shortDay(data.roundDay)}</h1>
      <p>
        Every battery holds and was looked at in time. What is laid up today stands in the next
        round. Move the ribbon to see the rounds ahead.
      </p>
    </div>
  );
}

function Walk({ data }: { data: RoundData }) {
  const round = useRound(data);
  const { views, position } = round;
  const [note, setNote] = useState<string | null>(null);
  const [help, setHelp] = useState(false);
  const [hint, setHint] = useState<string | null>(null);
  const [wish, setWish] = useState<Wish>(NO_WISH);

  const view = views[position.stop]!;
  const step = view.steps[position.step] ?? view.steps[0];
  const judged = view.judged(step?.batteryId ?? view.batteryIds[0]!);
  const wanted = digitsWanted(judged.standing.facts.nominalVolts);
  const [{ digits, restAt }, setKeyed] = useTyped(
    `${KEYED}${judged.battery.id}`,
    NOTHING_KEYED,
    useCallback(
      (keyed: Keyed) =>
        keyed.digits === '' ? '' : `${displayOf(keyed.digits)} V at ${view.vehicle.bayMark}`,
      [view.vehicle.bayMark],
    ),
  );
  /** A rest that is said of nothing typed is nothing. */
  const setDigits = (next: string, rest = restAt) =>
    setKeyed(next === '' ? NOTHING_KEYED : { digits: next, restAt: rest });
  const allTyped = useAllTyped();
  const keyedHere = useMemo(
    () =>
      new Set(
        [...allTyped].flatMap(([key, { words }]) =>
          key.startsWith(KEYED) && words !== '' ? [key.slice(KEYED.length)] : [],
        ),
      ),
    [allTyped],
  );
  const typed =
    step?.job.kind === 'reading' && digits.length >= wanted ? voltsOfDigits(digits) : null;
  const restedHours = RESTS[restAt]!.hours;

  const answer = useMemo(
    () =>
      typed === null
        ? null
        : judgeReading(judged.standing, { volts: typed, restedHours }, judged.outlook),
    [typed, judged, restedHours],
  );
  const verdict = answer?.verdict ?? judged.verdict;
  const doubt = answer?.doubt ?? null;
  const maintains = step?.job.kind === 'procedure' && step.job.procedure === 'hook-up';
  const heardAh = data.heardAh[judged.battery.id] ?? null;
  const pickNow = useCallback(
    () =>
      pickHook(
        judged,
        data,
        hangingNow(data, round.states),
        view.vehicle.bayMark,
        wish,
        maintains ? 'maintain' : 'charge',
        setWish,
      ),
    [judged, data, round.states, view, wish, maintains],
  );
  const asks = maintains || step?.job.kind === 'recharge';
  const pick = useMemo(() => (asks ? pickNow() : null), [asks, pickNow]);
  const target = nextPosition(views, position);
  const { facts, state } = judged.standing;
  const newest = typed ?? state.readings.findLast((one) => !one.fed)?.volts ?? null;
  const found =
    newest !== null &&
    isFlat(facts.chemistry, facts.cells, newest) &&
    (typed !== null || (state.charges.at(-1)?.to ?? -1) < state.readings.at(-1)!.at);
  const finished = views.every((one) => one.done || one.passed);

  const clear = () => {
    setKeyed(NOTHING_KEYED);
    setHint(null);
  };

  // What is typed stays where it was typed.
  const goTo = (stop: number, at: number) => {
    round.setPosition({ stop, step: at });
    setHint(null);
  };

  const recordReading = (volts: number, confirmed: boolean) => {
    round.record(
      [round.entry('reading', judged.battery.id, { volts, celsius: null, restedHours, confirmed })],
      'on',
    );
    clear();
  };

  const enter = () => {
    if (!step) return;
    if (step.job.kind === 'reading' && digits !== '') {
      const volts = voltsOfDigits(digits);
      const asked =
        typed === null
          ? judgeReading(judged.standing, { volts, restedHours }, judged.outlook).doubt
          : doubt;
      if (asked) {
        setDigits(digits.padStart(wanted, '0'));
        setHint(null);
      } else recordReading(volts, false);
      return;
    }
    if (step.done || view.passed) {
      if (target) goTo(target.stop, target.step);
      return;
    }
    if (step.job.kind === 'reading') {
      setHint(`Type the volts: ${wanted === 3 ? '625 is 6.25 V' : '1252 is 12.52 V'}.`);
    } else if (target) goTo(target.stop, target.step);
  };

  const couldNotReach = () => {
    const open = view.steps.filter((one) => !one.done);
    const ids = [...new Set(open.map((one) => one.batteryId))];
    if (ids.length === 0) return;
    round.record(
      ids.map((id) => round.entry('not-reached', id, { why: '' })),
      'on',
    );
    setHint(null);
  };

  const lamp = (state: LampState) => {
    // A dark one is followed up where one stands.
    round.record(
      [round.entry('lamp', judged.battery.id, { state, source: 'eyes' })],
      state === 'dark' ? 'stay' : 'on',
    );
    setHint(null);
  };

  /** A string hangs on its own charger as a whole. */
  const stringOf = (way: string) =>
    way === 'string'
      ? view.batteryIds.filter((id) => {
          const { block, state } = view.judged(id).battery;
          return block && !state.out;
        })
      : [judged.battery.id];

  const charge = (full: boolean) => {
    const { state } = judged.battery;
    if (state.chargeSince === null) {
      const { chosen, goes, why } = pick ?? pickNow();
      // A refusal stands on the screen.
      if (!goes) return;
      const { hook, name } = chosen;
      round.record(
        stringOf(chosen.id).map((one) =>
          round.entry('charge-started', one, {
            charger: name,
            ...(hook ? { hook } : {}),
            ...(chosen.because.length > 0 ? { despite: why.trim() } : {}),
          }),
        ),
        'on',
      );
    } else {
      const ampHours = heardAh === null ? null : Math.round(heardAh * 10) / 10;
      round.record(
        stringOf(ownChargerOf(state)?.kind ?? '').map((one) =>
          round.entry('charge-ended', one, {
            full,
            ampHours,
            ...(ampHours === null ? {} : { metered: true }),
          }),
        ),
        'on',
      );
    }
    setWish(NO_WISH);
    setHint(null);
  };

  const work = (drafts: readonly EntryDraft[]) => {
    round.record(
      drafts.map(({ kind, data }) => round.entry(kind, judged.battery.id, data)),
      'on',
    );
    setHint(null);
  };

  const undo = () => {
    round.undo();
    setHint(null);
  };

  const saveNote = (text: string) => {
    if (text.trim()) {
      round.record([round.entry('note', judged.battery.id, { text: text.trim() })], 'stay');
    }
    setNote(null);
  };

  const digit = (key: string) => {
    setHint(null);
    if (step?.job.kind === 'lamp') {
      const state = LAMP_STATES[Number(key) - 1];
      if (state) lamp(state);
      return;
    }
    if (step?.job.kind !== 'reading') return;
    if (digits.length < MAX_DIGITS && !(digits === '' && key === '0')) setDigits(digits + key);
  };

  const move = (by: 1 | -1) => {
    const stop = Math.min(views.length - 1, Math.max(0, position.stop + by));
    goTo(
      stop,
      Math.max(
        0,
        views[stop]!.steps.findIndex((one) => !one.done),
      ),
    );
  };
  const moveStep = (by: 1 | -1) => {
    const at = Math.min(view.steps.length - 1, Math.max(0, position.step + by));
    goTo(position.stop, at);
  };

  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (isTyping(event)) return;
      const { key } = event;
      // Enter and space on a button or link press that, not the round.
      if (
        key === 'Enter' &&
        event.target instanceof HTMLElement &&
        event.target.closest('button, a, [role="slider"]') &&
        !event.target.closest('[data-keypad]')
      ) {
        return;
      }
      const actions: Record<string, () => void> = {
        Enter: enter,
        Backspace: () => setDigits(digits.slice(0, -1)),
        Escape: () => (help ? setHelp(false) : clear()),
        ArrowDown: () => move(1),
        ArrowUp: () => move(-1),
        ArrowRight: () => moveStep(1),
        ArrowLeft: () => moveStep(-1),
        c: couldNotReach,
        u: undo,
        n: () => setNote(''),
        l: () => {
          const at = view.steps.findIndex((one) => one.job.kind === 'lamp');
          if (at >= 0) goTo(position.stop, at);
        },
        x: () => {
          if (step?.job.kind === 'take-off') charge(true);
          else if (step?.job.kind === 'recharge') charge(true);
          else {
            const at = view.steps.findIndex(({ job }) => job.kind === 'recharge');
            if (at >= 0) goTo(position.stop, at);
          }
        },
        y: () => {
          if (doubt && typed !== null) recordReading(typed, true);
        },
        m: () => {
          if (doubt?.meant != null) recordReading(doubt.meant, false);
        },
        '?': () => setHelp(!help),
      };
      const action = /^\d$/.test(key)
        ? () => digit(key)
        : (actions[key] ?? actions[key.toLowerCase()]);
      if (!action) return;
      event.preventDefault();
      action();
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  });

  const minutes = views.reduce((sum, one) => sum + one.minutesLeft, 0);
  const doneCount = views.filter((one) => one.done || one.passed).length;
  const next = target ? views[target.stop]! : null;
  const nextName =
    target && next
      ? target.stop === position.stop
        ? view.steps[target.step]!.label
        : next.vehicle.bayMark
      : null;

  return (
    <div className={styles.round}>
      <StopList
        title={`${weekdayLong(data.roundDay)} round`}
        note={data.roundDay === data.today ? null : `next on ${shortDay(data.roundDay)}`}
        views={views}
        at={position.stop}
        done={doneCount}
        minutes={minutes}
        keyed={keyedHere}
        onPick={(stop) =>
          goTo(
            stop,
            Math.max(
              0,
              views[stop]!.steps.findIndex((one) => !one.done),
            ),
          )
        }
      />
      <section className={styles.stop} aria-label={`Stop ${view.vehicle.bayMark}`}>
        <div className={styles.upper}>
          <StopHead view={view} judged={judged} />
          <StepTabs
            steps={view.steps}
            at={position.step}
            onPick={(at) => goTo(position.stop, at)}
          />
          {finished ? (
            <p className={styles.finished} role="status">
              The round is done: every stop was seen to or could not be reached.
            </p>
          ) : null}
          {step && step.job.kind !== 'reading' ? (
            <StepBody
              step={step}
              judged={judged}
              verdict={verdict}
              data={data}
              heardAh={heardAh}
              pick={pick}
              onLamp={lamp}
              onCharge={charge}
              onRecord={work}
            />
          ) : (
            <VerdictCard
              judged={judged}
              shown={digits === '' ? null : displayOf(digits)}
              verdict={verdict}
              doubt={doubt}
              fresh={typed !== null}
              rest={restAt}
              onRest={(rest) =>
                setKeyed(digits === '' && rest === 0 ? NOTHING_KEYED : { digits, restAt: rest })
              }
              onKeep={() => typed !== null && recordReading(typed, true)}
              onMeant={() => doubt?.meant != null && recordReading(doubt.meant, false)}
              onAgain={clear}
            />
          )}
          {data.demo && step && step.job.kind !== 'procedure' ? (
            <DemoSight
              batteryId={judged.battery.id}
              stamp={data.clock.now}
              {...(step.job.kind === 'reading' && !step.done
                ? { onVolts: (volts: number) => setDigits(String(Math.round(volts * 100))) }
                : {})}
            />
          ) : null}
          {found ? (
            <p className={styles.flat} role="status">
              <b>Found flat.</b> If a key or a lamp was on, switch it off.{' '}
              <Link href={`/charge?battery=${judged.battery.id}`}>
                One careful attempt to bring it back
              </Link>
            </p>
          ) : null}
          {hint ? (
            <p className={styles.hint} role="status">
              {hint}
            </p>
          ) : null}
          {note !== null ? (
            <form
              className={styles.note}
              onSubmit={(event) => {
                event.preventDefault();
                saveNote(note);
              }}
            >
              <input
                autoFocus
                value={note}
                maxLength={2000}
                aria-label="Note on this battery"
                placeholder="Note on this battery"
                onChange={(event) => setNote(event.target.value)}
                onKeyDown={(event) => {
                  if (event.key === 'Escape') setNote(null);
                }}
              />
              <Button htmlType="submit">Keep note</Button>
            </form>
          ) : null}
          {step ? <StepCaution job={step.job} /> : null}
        </div>
        <div className={styles.lower}>
          {step?.job.kind === 'reading' ? (
            <Keypad
              onDigit={digit}
              onBack={() => setDigits(digits.slice(0, -1))}
              onSkip={() => move(1)}
            />
          ) : null}
          <div className={styles.actions}>
            <Button
              type="primary"
              size="large"
              className={styles.record}
              disabled={doubt !== null}
              onClick={enter}
            >
              {step?.job.kind === 'reading' && !step.done && !view.passed
                ? nextName
                  ? `Record, then ${nextName}`
                  : 'Record'
                : nextName
                  ? `${step?.done || view.passed ? 'Go' : 'Skip'} to ${nextName}`
                  : 'Nothing else is left'}
            </Button>
            <Button size="large" onClick={couldNotReach} disabled={view.done || view.passed}>
              Could not reach
            </Button>
            <Button size="large" onClick={undo} disabled={!round.canUndo}>
              Undo
            </Button>
          </div>
          <p className={styles.keys}>
            <span>
              <kbd>Enter</kbd> record
            </span>
            <span>
              <kbd>0–9</kbd> volts
            </span>
            <span>
              <kbd>N</kbd> note
            </span>
            <span>
              <kbd>L</kbd> lamp
            </span>
            <span>
              <kbd>X</kbd> on charge
            </span>
            <span>
              <kbd>?</kbd> all keys
            </span>
          </p>
          {help ? <AllKeys /> : null}
        </div>
        <OutboxLine outbox={round.outbox} />
      </section>
      <Side judged={judged} verdict={answer?.verdict ?? null} />
    </div>
  );
}

function AllKeys() {
  const keys: readonly (readonly [string, string])[] = [
    ['0–9', 'volts, the last two digits are decimals; at a lamp, what it shows'],
    ['Enter', 'record, then go on'],
    ['Backspace', 'take a digit back'],
    ['↑ ↓', 'stop before, stop after'],
    ['← →', 'what else is at this stop'],
    ['C', 'could not reach'],
    ['U', 'undo the last record'],
    ['Y', 'keep a doubted reading'],
    ['M', 'take the reading that was meant'],
    ['X', 'on charge, or off it and full'],
    ['[ ]', 'round before, round after'],
    ['T', 'today'],
  ];
  return (
    <dl className={styles.allKeys}>
      {keys.map(([key, what]) => (
        <div key={key}>
          <dt>
            <kbd>{key}</kbd>
          </dt>
          <dd>{what}</dd>
        </div>
      ))}
    </dl>
  );
}
