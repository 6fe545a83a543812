import { msg, t, withWords } from '../../core/language';
import { dayOf, shortDay } from '../../core/day';
import type { BatteryRecord } from '../../core/record/battery-record';
import { DARK_CHECKS, type DarkCause } from '../../core/site/dark-checks';
import { chargeCourse } from '../../core/charging/course';
import type { ProgrammeId } from '../../core/battery/programme-ids';
import type { ChargingEquipment } from '../../core/site/charging-equipment';
import { PROGRAMMES } from '../../core/site/programmes';
import { LAMP_STATES, type LampState } from '../../core/site/lamp';
import type { Judged } from './round-data';
import { Go } from '../ui/go';
import shared from './round.module.css';
import styles from './other-steps.module.css';
import { Button } from '../ui/button';

const LAMP_WORDS: Record<LampState, string> = withWords({
  holding: msg`Holding`,
  charging: msg`Still charging`,
  fault: msg`Fault`,
  dark: msg`Dark`,
});

/** What the maintainer's lamp says, against what it should say by now. */
export function LampStep({
  judged,
  stock,
  onSay,
  onCause,
}: {
  judged: Judged;
  stock: ChargingEquipment;
  onSay: (state: LampState) => void;
  onCause: (cause: DarkCause) => void;
}) {
  const { standing } = judged;
  const { state } = standing;
  const charger = stock.chargers.find(({ id }) => id === state.hook?.chargerId);
  const since = state.maintainerSince ?? state.chargeSince;
  const { expects } = chargeCourse(state.hook, since ?? standing.now, standing.now);
  const dark = state.lamp?.state === 'dark';
  return (
    <div className={shared.card}>
      <h2>{t`What does the lamp say?`}</h2>
      <p className={shared.lampLast}>
        {state.lamp
          ? t`Last time: ${LAMP_WORDS[state.lamp.state].toLowerCase()}.`
          : t`Not looked at yet.`}
        {expects ? t` By now it should be ${LAMP_WORDS[expects].toLowerCase()}.` : ''}
        {charger ? ` ${charger.name}` : ''}
        {charger && state.hook ? `, ${PROGRAMMES[state.hook.programme].label}.` : ''}
      </p>
      {judged.faults.map((finding) => (
        <div key={finding.kind} className={shared.why}>
          <p>
            <b>{finding.headline}.</b> {finding.why}
          </p>
          <ol className={styles.lookOrder}>
            {finding.look.map((look) => (
              <li key={look}>{look}</li>
            ))}
          </ol>
        </div>
      ))}
      <div className={shared.lamps}>
        {LAMP_STATES.map((lamp, i) => {
          const shows = charger?.lamps.find(({ means }) => means === lamp)?.shows;
          return (
            <Button key={lamp} size="large" onClick={() => onSay(lamp)}>
              <kbd>{i + 1}</kbd>
              <span className={styles.lampWords}>
                {LAMP_WORDS[lamp]}
                {shows ? <small> {shows}</small> : null}
              </span>
            </Button>
          );
        })}
      </div>
      {dark ? (
        <div className={shared.lamps} role="group" aria-label={t`What was it?`}>
          {DARK_CHECKS.map(({ id, label }) => (
            <Button key={id} size="large" onClick={() => onCause(id)}>
              {label}
            </Button>
          ))}
        </div>
      ) : (
        <p
          className={styles.lampHelp}
        >{t`Dark: outlet, switch, fuse, then clamp, in this order; what it was is asked then.`}</p>
      )}
    </div>
  );
}

/** After a power cut: the programme in which it woke. */
export function ModeStep({
  judged,
  done,
  onSeen,
}: {
  judged: Judged;
  done: boolean;
  onSeen: (programme: ProgrammeId | null) => void;
}) {
  const { hook } = judged.standing.state;
  const finding = judged.faults.find(({ kind }) => kind === 'mode');
  return (
    <div className={shared.card}>
      <h2>{done ? t`The mode is right` : t`In which mode did it wake?`}</h2>
      {finding ? <p className={shared.lampLast}>{finding.why}</p> : null}
      {done ? null : (
        <div className={shared.lamps}>
          <Button size="large" onClick={() => onSeen(hook?.programme ?? null)}>
            {hook ? t`In ${PROGRAMMES[hook.programme].label}, as it should` : t`In the right one`}
          </Button>
        </div>
      )}
    </div>
  );
}

/** It goes to its owner: all that is left to do is one walk. */
export function HandBackStep({
  standing: { vehicleId, collectDay, now, timeZone },
  done,
}: {
  standing: Pick<BatteryRecord, 'vehicleId' | 'collectDay' | 'now' | 'timeZone'>;
  done: boolean;
}) {
  return (
    <div className={shared.card}>
      <h2>{done ? t`It is ready for its owner` : t`Make it ready for its owner`}</h2>
      {collectDay === null ? null : (
        <p className={shared.lampLast}>
          {collectDay === dayOf(now, timeZone)
            ? t`Its owner comes today.`
            : t`Its owner comes ${shortDay(collectDay)}.`}
        </p>
      )}
      <Go href={`/hand-back/${vehicleId}`}>{t`Walk it back`}</Go>
    </div>
  );
}
