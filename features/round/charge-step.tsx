import { decimal, t } from '../../core/language';
import { LAMP_WORDS } from '../../core/site/lamp';
import { phrase } from '../words/phrase';
import dynamic from 'next/dynamic';
import { useMemo } from 'react';
import { contextOf } from '../../core/context/from-record';
import { may } from '../../core/gate/gate';
import type { Verdict } from '../../core/assessment/verdict';
import { HookOrder } from '../charge/hook-order';
import { hangsContext } from '../../core/connections/available-connections';
import { pickHook, type PickBy } from './hook-pick';
import type { Judged, Step } from './round-data';
import { part } from '../ui/part';
import { Why } from '../ui/why';
import styles from './round.module.css';
import { Button } from '../ui/button';

const HookChoice = part(() => import('./hook-choice').then((loaded) => loaded.HookChoice), {
  served: dynamic(() => import('./hook-choice').then((loaded) => loaded.HookChoice)),
});

/** Putting a battery on charge, or taking it off: the order of the hands comes from the gate. */
export function ChargeStep({
  step,
  judged,
  verdict,
  heardAh,
  pickBy,
  onDone,
}: {
  step: Step;
  judged: Judged;
  verdict: Verdict;
  /** What its charger has reported so far. */
  heardAh: number | null;
  /** Where it can hang. */
  pickBy: PickBy | null;
  onDone: (full: boolean) => void;
}) {
  const { state } = judged.battery;
  const pick = useMemo(() => pickBy?.(pickHook) ?? null, [pickBy]);
  if (step.done) {
    return (
      <div className={styles.card}>
        <h2>{step.job.kind === 'recharge' ? t`On charge` : t`Off charge`}</h2>
        <p>{t`Recorded. It rests before it is read again.`}</p>
      </div>
    );
  }
  if (step.job.kind === 'take-off') {
    const { steps } = may(
      hangsContext(contextOf(judged.standing, judged.outlook), state),
      'take-off-charge',
    );
    return (
      <div className={styles.card}>
        <h2>{t`Take it off charge`}</h2>
        <p
          className={styles.lampLast}
        >{t`${state.charger ? `${state.charger}. ` : ''}${state.lamp ? t`Its lamp said ${LAMP_WORDS[state.lamp.state]}. ` : ''}${heardAh === null ? '' : t`${decimal(heardAh, 1)} Ah reported. `}Did the charger say that it is full?`}</p>
        <HookOrder steps={steps} brief />
        <div className={styles.lamps}>
          <Button
            size="large"
            onClick={() => onDone(true)}
          >{phrase`${(<kbd>X</kbd>)} Off, and full`}</Button>
          <Button size="large" onClick={() => onDone(false)}>{t`Off, not full yet`}</Button>
        </div>
      </div>
    );
  }
  const chosen = pick?.chosen ?? null;
  const steps = chosen && pick!.goes ? may(chosen.context, 'charge').steps : [];
  return (
    <div className={styles.card}>
      <h2>{t`Put it on charge`}</h2>
      <Why sentences={verdict.why} />
      <p className={styles.lampLast}>{rechargeHint(judged)}</p>
      {pick ? <HookChoice pick={pick} batteryId={step.batteryId} /> : null}
      {steps.length > 0 ? <HookOrder steps={steps} brief /> : null}
      <div className={styles.lamps}>
        <Button size="large" disabled={pick !== null && !pick.goes} onClick={() => onDone(false)}>
          <kbd>X</kbd>{' '}
          {chosen?.fit && chosen.hook
            ? t`It hangs on ${chosen.name}${chosen.fit.charger.channels > 1 ? t`, channel ${chosen.hook.channel}` : ''}`
            : t`It is on charge`}
        </Button>
      </div>
    </div>
  );
}

/** What the battery's storage plan makes of a recharge. */
function rechargeHint({ battery: { state } }: Judged): string {
  if (state.plan === 'swap-pair' && !state.out) {
    return t`Swap pair: put the one from the bench on and charge this one there; the exchange is recorded on the vehicle’s page.`;
  }
  if (state.plan === 'hook-up') {
    return t`Hook-up: five to six hours at least. A battery that is nearly flat is hardly lifted by a built-in charger.`;
  }
  return t`Look at the programme when it is on: many wake in their normal one.`;
}
