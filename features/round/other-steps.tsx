import { Button } from 'antd';
import { CAUTIONS } from '../../core/plan/cautions';
import type { Job } from '../../core/plan/due';
import type { BatteryState } from '../../core/logbook/fold';
import { LAMP_STATES, type LampState } from '../../core/logbook/kinds';
import type { Verdict } from '../../core/judge/verdict';
import { Figures } from '../theme/figures';
import type { Step } from './round-data';
import styles from './round.module.css';

const LAMP_WORDS: Record<LampState, string> = {
  holding: 'Holding',
  charging: 'Still charging',
  fault: 'Fault',
  dark: 'Dark',
};

/** What the maintainer's lamp says. */
export function LampStep({
  state,
  onSay,
}: {
  state: BatteryState;
  onSay: (state: LampState) => void;
}) {
  return (
    <div className={styles.card}>
      <h2>What does the lamp say?</h2>
      <p className={styles.lampLast}>
        {state.lamp
          ? `Last time: ${LAMP_WORDS[state.lamp.state].toLowerCase()}.`
          : 'Not looked at yet.'}
      </p>
      <div className={styles.lamps}>
        {LAMP_STATES.map((lamp, i) => (
          <Button key={lamp} size="large" onClick={() => onSay(lamp)}>
            <kbd>{i + 1}</kbd> {LAMP_WORDS[lamp]}
          </Button>
        ))}
      </div>
      <p className={styles.lampHelp}>
        Dark: outlet, switch, fuse, then clamp, in this order. Still charging after a week is a
        finding: weak battery, wrong programme or a draw larger than the maintainer.
      </p>
    </div>
  );
}

/** Putting a battery on charge, or taking it off. */
export function ChargeStep({
  step,
  verdict,
  onDone,
}: {
  step: Step;
  verdict: Verdict;
  onDone: (full: boolean) => void;
}) {
  if (step.done) {
    return (
      <div className={styles.card}>
        <h2>{step.job.kind === 'recharge' ? 'On charge' : 'Off charge'}</h2>
        <p>Recorded. It rests before it is read again.</p>
      </div>
    );
  }
  return (
    <div className={styles.card}>
      <h2>{step.job.kind === 'recharge' ? 'Put it on charge' : 'Take it off charge'}</h2>
      {step.job.kind === 'recharge' ? (
        <div className={styles.why}>
          {verdict.why.map((sentence, i) => (
            <p key={i}>
              <Figures sentence={sentence} />
            </p>
          ))}
        </div>
      ) : null}
      <p className={styles.lampLast}>
        {step.job.kind === 'recharge' ? rechargeHint(step) : 'Did the charger say that it is full?'}
      </p>
      <div className={styles.lamps}>
        {step.job.kind === 'recharge' ? (
          <Button size="large" onClick={() => onDone(false)}>
            <kbd>X</kbd> It is on charge
          </Button>
        ) : (
          <>
            <Button size="large" onClick={() => onDone(true)}>
              <kbd>X</kbd> Off, and full
            </Button>
            <Button size="large" onClick={() => onDone(false)}>
              Off, not full yet
            </Button>
          </>
        )}
      </div>
    </div>
  );
}

/** What the battery's storage plan makes of a recharge. */
function rechargeHint({ battery: { state } }: Step): string {
  if (state.plan === 'swap-pair' && !state.out) {
    return 'Swap pair: put the one from the bench on and charge this one there; the exchange is recorded on the vehicle’s page.';
  }
  if (state.plan === 'hook-up') {
    return 'Hook-up: cable dry and fully plugged, its switch on and taped; five to six hours at least. Below about 12 V a built-in charger hardly lifts it.';
  }
  return 'Is the charger’s programme right for this chemistry and voltage?';
}

/** The caution that belongs to this step. */
export function StepCaution({ job }: { job: Job }) {
  // A procedure has its cautions at its steps.
  if (job.kind === 'procedure') return null;
  return (
    <p className={styles.caution}>
      <b>Before you touch it:</b> {CAUTIONS[job.kind]}
    </p>
  );
}
