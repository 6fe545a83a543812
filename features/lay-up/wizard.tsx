'use client';

import { Button } from 'antd';
import Link from 'next/link';
import { useEffect, useMemo, useRef, useState } from 'react';
import { v4 as uuid } from 'uuid';
import { useRefresh } from '../app-shell/refresh';
import { formatInstant } from '../../core/words/words';
import { call } from '../http/client';
import { candidateOf, fieldId, newDraft, stepOf, type Draft } from './draft';
import type { LayUpData } from './lay-up-data';
import { LayUp, problemsHere, problemsOf, type Problem } from './schema';
import { StepBatteries } from './step-batteries';
import { StepInspect } from './step-inspect';
import { StepOff } from './step-off';
import { StepOwner } from './step-owner';
import { StepPlan } from './step-plan';
import { StepVehicle } from './step-vehicle';
import { useDraft, type Kept } from './use-draft';
import shared from './lay-up.module.css';
import styles from './wizard.module.css';

const STEPS = [
  { title: 'Vehicle', Body: StepVehicle },
  { title: 'Owner', Body: StepOwner },
  { title: 'All off', Body: StepOff },
  { title: 'Batteries', Body: StepBatteries },
  { title: 'Inspect', Body: StepInspect },
  { title: 'Plan', Body: StepPlan },
] as const;

/** Laying up: a new vehicle, or one that was left half done. */
export function LayUpWizard({ data }: { data: LayUpData }) {
  const [chosen, setChosen] = useState<Draft | null>(null);
  const [round, setRound] = useState(0);
  const fresh = useMemo(
    () => newDraft('car', data.templates.car, { bayId: data.bayId, collectOn: data.collectOn }),
    // A new one each time the form begins anew.
    // eslint-disable-next-line react-hooks/exhaustive-deps
    [round],
  );
  const draft = chosen ?? fresh;
  return (
    <Form
      key={draft.vehicleId}
      start={draft}
      resumed={chosen !== null}
      data={data}
      onResume={setChosen}
      onAgain={() => {
        setChosen(null);
        setRound(round + 1);
      }}
    />
  );
}

const KEPT_WORDS: Record<Kept, string> = {
  untouched: '',
  keeping: 'Keeping it',
  kept: 'Kept as far as it is filled in; it can be left and taken up again.',
  'not-kept': 'Not kept yet: the server cannot be reached. It goes on trying.',
};

function Form({
  start,
  resumed,
  data,
  onResume,
  onAgain,
}: {
  start: Draft;
  resumed: boolean;
  data: LayUpData;
  onResume: (draft: Draft) => void;
  onAgain: () => void;
}) {
  const refresh = useRefresh();
  const { draft, change, kept, end, saveNow } = useDraft(start, resumed);
  const [problems, setProblems] = useState<readonly Problem[]>([]);
  const [seen, setSeen] = useState<ReadonlySet<number>>(() => new Set());
  const [refusal, setRefusal] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const [done, setDone] = useState<{ name: string; mark: string } | null>(null);
  const [ownerId] = useState(() => uuid());
  const top = useRef<HTMLDivElement>(null);
  const [jump, setJump] = useState<string | null>(null);
  const bays = useMemo(
    () => new Map(data.halls.flatMap((hall) => hall.bays.map((bay) => [bay.id, bay] as const))),
    [data.halls],
  );

  useEffect(() => {
    if (jump === null) return;
    document.getElementById(fieldId(jump))?.focus();
    // eslint-disable-next-line react-hooks/set-state-in-effect
    setJump(null);
  }, [jump]);

  const check = (of: Draft): { problems: Problem[]; layUp: LayUp | null } => {
    const parsed = LayUp.safeParse(candidateOf(of, ownerId));
    const collectOn = of.stay === 'always-ready' ? null : of.collectOn;
    const here = problemsHere({ bayId: of.bayId, collectOn }, data.today, bays);
    const typed = parsed.success ? [] : problemsOf(parsed.error);
    const paths = new Set(here.map(({ path }) => path));
    return {
      problems: [...here, ...typed.filter(({ path }) => !paths.has(path))],
      layUp: parsed.success && here.length === 0 ? parsed.data : null,
    };
  };

  const checked = check(draft).problems;
  const problem = (path: string) =>
    seen.has(stepOf(path))
      ? (checked.find((one) => one.path === path)?.message ??
        problems.find((one) => one.path === path)?.message)
      : undefined;

  const goTo = (step: number) => {
    // What was passed is looked at from now on; the rest is not complained about yet.
    setSeen(new Set([...seen, draft.step]));
    change({ step });
    top.current?.scrollIntoView({ block: 'start' });
  };

  const send = async () => {
    setRefusal(null);
    setProblems([]);
    setSeen(new Set(STEPS.map((_, i) => i)));
    const { problems: found, layUp } = check(draft);
    if (!layUp) {
      const first = found[0]!;
      change({ step: Math.max(0, stepOf(first.path)) });
      setJump(first.path);
      return;
    }
    setBusy(true);
    const reply = await call('POST /api/lay-up', { body: layUp });
    setBusy(false);
    if (reply.ok) {
      end();
      setDone({ name: layUp.name, mark: bays.get(layUp.bayId)?.mark ?? '' });
      return;
    }
    setRefusal(reply.reason);
    if (reply.field) {
      setProblems([{ path: reply.field, message: reply.reason.replace(/\.$/, '') }]);
      change({ step: Math.max(0, stepOf(reply.field)) });
      refresh();
    }
  };

  if (done) {
    return (
      <Done
        name={done.name}
        mark={done.mark}
        draft={draft}
        onAgain={() => {
          refresh();
          onAgain();
        }}
      />
    );
  }

  const { Body } = STEPS[draft.step]!;
  const last = draft.step === STEPS.length - 1;
  const wrongSteps = new Set(checked.map(({ path }) => stepOf(path)));
  return (
    <div className={styles.page} ref={top} data-kept>
      <header className={styles.head}>
        <h1>Lay up{draft.name ? `: ${draft.name}` : ''}</h1>
        <p className={styles.kept} role="status">
          {KEPT_WORDS[kept]}
        </p>
      </header>
      {data.drafts.length && kept === 'untouched' ? (
        <section className={styles.drafts} aria-label="Left half done">
          <h2>Left half done</h2>
          <ul>
            {data.drafts.map(({ id, savedAt, draft: other }) => (
              <li key={id}>
                <Button size="small" onClick={() => onResume(other)}>
                  Go on with {other.name || 'a vehicle without a name'}
                </Button>
                <span>
                  {STEPS[other.step]?.title},{' '}
                  {formatInstant(Date.parse(savedAt), data.clock.timeZone, data.rules)}
                </span>
                <Button
                  size="small"
                  onClick={() =>
                    void call('DELETE /api/drafts/{id}', { of: { id } }).then(() => refresh())
                  }
                >
                  Throw away
                </Button>
              </li>
            ))}
          </ul>
        </section>
      ) : null}
      <nav className={styles.steps} aria-label="Steps of laying up">
        <ol>
          {STEPS.map(({ title }, i) => (
            <li key={title}>
              <button
                type="button"
                aria-current={i === draft.step ? 'step' : undefined}
                className={i === draft.step ? styles.stepHere : styles.step}
                onClick={() => goTo(i)}
              >
                <b>{i + 1}</b> {title}
                {seen.has(i) && wrongSteps.has(i) ? <em> to mend</em> : null}
              </button>
            </li>
          ))}
        </ol>
      </nav>
      <Body draft={draft} data={data} problem={problem} change={change} saveNow={saveNow} />
      {refusal ? (
        <p className={shared.problem} role="alert">
          {refusal}
        </p>
      ) : null}
      <div className={styles.foot}>
        {draft.step > 0 ? (
          <Button size="large" onClick={() => goTo(draft.step - 1)}>
            Back
          </Button>
        ) : null}
        {last ? (
          <Button type="primary" size="large" loading={busy} onClick={() => void send()}>
            Lay it up
          </Button>
        ) : (
          <>
            <Button type="primary" size="large" onClick={() => goTo(draft.step + 1)}>
              Next: {STEPS[draft.step + 1]!.title}
            </Button>
            <Button size="large" loading={busy} onClick={() => void send()}>
              Lay it up now
            </Button>
          </>
        )}
      </div>
    </div>
  );
}

/** What stands there now, and what comes next. */
function Done({
  name,
  mark,
  draft,
  onAgain,
}: {
  name: string;
  mark: string;
  draft: Draft;
  onAgain: () => void;
}) {
  const unread = draft.batteries.some((battery) => battery.volts === null);
  const unplanned = draft.batteries.some((battery) => battery.plan === null);
  return (
    <div className={styles.done} role="status">
      <h1>
        {name} stands in {mark}
      </h1>
      <p>
        {unread
          ? 'Not every battery was read: it is a stop of the next round, and until then its reserve is not known. '
          : ''}
        {unplanned ? 'Not every battery has a storage plan: choose it on the vehicle’s page. ' : ''}
        What the plans ask for stands in the next round, step by step.
      </p>
      <div className={styles.doneLinks}>
        <Link href={`/vehicle/${draft.vehicleId}`}>Its page</Link>
        <Link href={`/print/vehicle/${draft.vehicleId}`}>Print tag and labels</Link>
        <Link href="/round">Go to the round</Link>
        <Link href="/yard">See it in the Yard</Link>
        <Button onClick={onAgain}>Lay up another</Button>
      </div>
    </div>
  );
}
