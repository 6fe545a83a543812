'use client';

import { t } from '../../core/language';
import { phrase } from '../words/phrase';
import { Link } from '../ui/link';
import { shortDay, weekdayLong } from '../../core/day';
import { useShortcuts } from '../app-shell/shortcuts';
import { DemoSight } from '../demo/sight';
import { useAllKeyed } from './keyed';
import { Keypad } from './keypad';
import { StepCaution } from './step-caution';
import { mendingOf } from './mending';
import { OutboxLine } from './outbox-line';
import { displayOf, minutesLeft, type RoundData } from './round-data';
import { roundKeys } from './round-keys';
import { Side } from './side';
import { StepBody } from './step-body';
import { StepTabs } from './step-tabs';
import { StopActions } from './stop-actions';
import { StopHead } from './stop-head';
import { StopList } from './stop-list';
import { useScannedStop } from './scanned-stop';
import { useWalk, type Walk } from './use-walk';
import { VerdictCard } from './verdict-card';
import { useStandingAt } from '../live/live';
import { useKeptRound } from '../offline/use-kept-round';
import { part } from '../ui/part';
import styles from './walk.module.css';

const NoteForm = part(() => import('./note-form').then((loaded) => loaded.NoteForm));

/** The walk: the stops, what is to be done at the one at hand, and what is known of it. */
export function WalkView({ data }: { data: RoundData }) {
  const walk = useWalk(data);
  const { views, view, step, judged, position } = walk;
  useShortcuts(t`Round`, 'screen', roundKeys(walk));
  useKeptRound(data, walk.outbox.waiting.length);
  useStandingAt(view.vehicle.id);
  useScannedStop(walk);
  return (
    <div className={styles.round}>
      <StopList
        title={t`${weekdayLong(data.roundDay)} round`}
        note={data.roundDay === data.today ? null : t`next on ${shortDay(data.roundDay)}`}
        views={views}
        at={position.stop}
        done={views.filter((one) => one.done || one.passed).length}
        places={data.places}
        minutes={minutesLeft(views, data.places)}
        keyed={useAllKeyed()}
        onPick={walk.pickStop}
      />
      <section className={styles.stop} aria-label={t`Stop ${view.vehicle.bayMark}`}>
        <div className={styles.upper}>
          <StopHead view={view} judged={judged} />
          <StepTabs steps={view.steps} at={position.step} onPick={walk.pickStep} />
          <AtHand walk={walk} data={data} />
          {walk.state.note === null ? null : (
            <NoteForm
              text={walk.state.note}
              onChange={(text) => walk.act({ do: 'note', text })}
              onSave={walk.saveNote}
              onPhoto={walk.savePhoto}
            />
          )}
          {step ? <StepCaution job={step.job} /> : null}
        </div>
        <div className={styles.lower}>
          {walk.state.hint ? (
            <p className={styles.hint} role="status">
              {walk.state.hint}
            </p>
          ) : null}
          {step?.job.kind === 'reading' ? (
            <Keypad onDigit={walk.digit} onBack={walk.takeBack} onSkip={() => walk.move(1)} />
          ) : null}
          <StopActions walk={walk} />
        </div>
        <OutboxLine outbox={walk.outbox} onMend={mendingOf(walk)} />
      </section>
      <Side judged={judged} verdict={walk.answer?.verdict ?? null} />
    </div>
  );
}

/** What is to be done now, and what is said of it. */
function AtHand({ walk, data }: { walk: Walk; data: RoundData }) {
  const { step, judged, keyed, doubt, answer } = walk;
  const { battery } = judged;
  const verdict = answer?.verdict ?? judged.verdict;
  return (
    <>
      {walk.finished ? (
        <p
          className={styles.finished}
          role="status"
        >{t`The round is done: every stop was seen to or could not be reached.`}</p>
      ) : null}
      {step && step.job.kind !== 'reading' ? (
        <StepBody
          step={step}
          judged={judged}
          verdict={verdict}
          data={data}
          heardAh={walk.heardAh}
          pickBy={walk.pickBy}
          onLamp={walk.lamp}
          onCharge={walk.charge}
          onRecord={walk.work}
        />
      ) : (
        <VerdictCard
          judged={judged}
          shown={keyed.digits === '' ? null : displayOf(keyed.digits)}
          verdict={verdict}
          doubt={doubt}
          fresh={answer !== null}
          waits={walk.typed !== null && answer === null}
          rest={keyed.restAt}
          onRest={keyed.setRest}
          onKeep={walk.keepTyped}
          onMeant={walk.takeMeant}
          onAgain={walk.clear}
        />
      )}
      {data.demo && step && step.job.kind !== 'procedure' ? (
        <DemoSight
          batteryId={battery.id}
          stamp={data.clock.now}
          {...(step.job.kind === 'reading' && !step.done
            ? { onVolts: (volts: number) => keyed.setDigits(String(Math.round(volts * 100))) }
            : {})}
        />
      ) : null}
      {walk.foundFlat ? (
        <p
          className={styles.flat}
          role="status"
        >{phrase`${(<b>{t`Found flat.`}</b>)} If a key or a lamp was on, switch it off. ${(<Link href={`/charge?battery=${battery.id}`}>{t`One careful attempt to bring it back`}</Link>)}`}</p>
      ) : null}
    </>
  );
}
