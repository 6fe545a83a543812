'use client';

import { t, msg, withWords } from '../../core/language';
import { Link } from '../ui/link';
import { useMemo, useRef, useState } from 'react';
import { useRefresh } from '../app-shell/refresh';
import { newDraft, type Draft } from './draft';
import { HalfDone } from './half-done';
import { LaidUp } from './laid-up';
import type { LayUpData } from './lay-up-data';
import { STEP_TITLES } from './lay-up-state';
import { StepBatteries } from './step-batteries';
import { StepInspect } from './step-inspect';
import { StepOff } from './step-off';
import { StepOwner } from './step-owner';
import { StepPlan } from './step-plan';
import { StepVehicle } from './step-vehicle';
import type { Kept } from './use-draft';
import { useLayUp } from './use-lay-up';
import shared from './lay-up.module.css';
import layout from '../ui/layout.module.css';
import styles from './wizard.module.css';
import { Button } from '../ui/button';

/** In the order of their titles. */
const BODIES = [StepVehicle, StepOwner, StepOff, StepBatteries, StepInspect, StepPlan] as const;

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

const KEPT_WORDS: Record<Kept, string> = withWords({
  untouched: '',
  keeping: msg`Keeping it`,
  kept: msg`Kept as far as it is filled in; it can be left and taken up again.`,
  'not-kept': msg`Not kept yet: the server cannot be reached. It goes on trying.`,
});

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
  const laying = useLayUp(start, resumed, data);
  const { draft, change, kept, state, problem, wrong, saveNow, send } = laying;
  const { done, refusal, busy } = state;
  const top = useRef<HTMLDivElement>(null);
  if (done) {
    return (
      <LaidUp
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
  const goTo = (step: number) => {
    laying.goTo(step);
    top.current?.scrollIntoView({ block: 'start' });
  };
  const Body = BODIES[draft.step]!;
  const next = STEP_TITLES[draft.step + 1];
  return (
    <div className={layout.page} ref={top} data-kept>
      <header className={styles.head}>
        <h1>{t`Lay up${draft.name ? `: ${draft.name}` : ''}`}</h1>
        <p className={styles.kept} role="status">
          {KEPT_WORDS[kept]}
        </p>
        {kept === 'untouched' ? <Link href="/bring">{t`Bring a list of many`}</Link> : null}
      </header>
      {data.drafts.length && kept === 'untouched' ? (
        <HalfDone data={data} onResume={onResume} />
      ) : null}
      <nav className={styles.steps} aria-label={t`Steps of laying up`}>
        <ol>
          {STEP_TITLES.map((title, i) => (
            <li key={title}>
              <button
                type="button"
                aria-current={i === draft.step ? 'step' : undefined}
                className={i === draft.step ? styles.stepHere : styles.step}
                onClick={() => goTo(i)}
              >
                <b>{i + 1}</b> {title}
                {state.seen.has(i) && wrong.has(i) ? <em>{t` to mend`}</em> : null}
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
          <Button size="large" onClick={() => goTo(draft.step - 1)}>{t`Back`}</Button>
        ) : null}
        {next ? (
          <Button
            type="primary"
            size="large"
            onClick={() => goTo(draft.step + 1)}
          >{t`Next: ${next}`}</Button>
        ) : null}
        <Button
          {...(next ? {} : { type: 'primary' })}
          size="large"
          loading={busy}
          onClick={() => void send()}
        >
          {next ? t`Lay it up now` : t`Lay it up`}
        </Button>
      </div>
    </div>
  );
}
