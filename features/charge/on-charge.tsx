'use client';

import { decimal, t } from '../../core/language';
import { useMemo, useState } from 'react';
import { NEARLY_FULL_PCT, charge } from '../../core/charging/charge';
import { UNKNOWN_AGE_YEARS } from '../../core/gate/reasons';
import { DARK_CHECKS, type DarkCause } from '../../core/site/dark-checks';
import { chargeCourse } from '../../core/charging/course';
import { PROGRAMMES } from '../../core/site/programmes';
import { celsiusNow } from '../../core/gate/ice';
import { may } from '../../core/gate/gate';
import { LAMP_WORDS, LAMP_STATES } from '../../core/site/lamp';
import { formatVolts } from '../../core/words/words';
import type { NewEntry } from '../../core/logbook/entry';
import { newEntry } from '../logbook/new-entry';
import { postEntries } from '../logbook/post';
import { useSiteClock } from '../site/clock';
import type { ChargeData, Chosen } from './charge-data';
import { CourseChart } from './course-chart';
import { hangsContext, ownChargerOf } from '../../core/connections/available-connections';
import { HookOrder } from './hook-order';
import { agoWords, hoursWords, whenWords } from './words';
import shared from './panel.module.css';
import styles from './on-charge.module.css';
import { Button } from '../ui/button';

/** A battery that hangs: where it should be by now, its lamp, and taking it off. */
export function OnCharge({
  data,
  chosen,
  onRecorded,
}: {
  data: ChargeData;
  chosen: Chosen;
  onRecorded: (what: string) => void;
}) {
  const { clock, rules } = data;
  const { battery, vehicle, heard, findings } = chosen;
  const { state, facts } = battery;
  const siteNow = useSiteClock(clock);
  const [problem, setProblem] = useState<string | null>(null);
  const maintained = state.maintainerSince !== null;
  const since = (state.maintainerSince ?? state.chargeSince)!;
  const { hook, lamp } = state;
  const charger = data.stock.chargers.find(({ id }) => id === hook?.chargerId);
  const course = chargeCourse(hook, since, clock.now);
  const when = (at: number) => whenWords(at, clock.now, clock.timeZone, rules);
  const foreseen = useMemo(
    () =>
      hook?.fromSocPct == null
        ? null
        : charge({
            ...facts,
            capacityAh: chosen.context.capacityAh,
            fromSocPct: Math.min(NEARLY_FULL_PCT, hook.fromSocPct),
            chargerAmps: hook.amps,
            celsius: celsiusNow(chosen.context),
            ageYears: chosen.context.ageYears ?? UNKNOWN_AGE_YEARS,
            drawAmps: chosen.context.drawAmps,
            absorptionVolts: hook.absorptionVolts,
          }),
    [hook, facts, chosen.context],
  );

  const send = async (entries: readonly NewEntry[], said: string) => {
    const reply = await postEntries(entries);
    if (!reply.ok) return setProblem(reply.reason);
    setProblem(null);
    onRecorded(said);
  };
  const off = (full: boolean) => {
    // A string comes off its own charger as a whole.
    const all = ownChargerOf(state)?.kind === 'string' ? chosen.blocks : [battery.id];
    if (maintained) {
      return send(
        all.map((id) => newEntry('maintainer', id, siteNow(), { on: false })),
        t`${vehicle.bayMark} is off its maintainer.`,
      );
    }
    const ampHours = heard ? Math.round(heard.ampHours * 10) / 10 : null;
    return send(
      all.map((id) =>
        newEntry('charge-ended', id, siteNow(), {
          full,
          ampHours,
          ...(heard ? { metered: true } : {}),
        }),
      ),
      t`${vehicle.bayMark} is off. It rests ${rules.restHours} h before it is read.`,
    );
  };

  return (
    <>
      {findings.length > 0 ? <ToLookAt chosen={chosen} siteNow={siteNow} onSend={send} /> : null}
      <section className={shared.card} aria-label={t`On its charger`}>
        <h3>
          {maintained ? t`On a maintainer` : t`On charge`}
          {charger ? `: ${charger.name}` : state.charger ? `: ${state.charger}` : ''}
          {charger && charger.channels > 1 && hook ? t`, channel ${hook.channel}` : ''}
        </h3>
        <p>{t`Since ${when(since)}, ${agoWords(since, clock.now)}. ${
          hook
            ? t`${PROGRAMMES[hook.programme].label}, ${hook.amps} A to ${formatVolts(hook.absorptionVolts)}. `
            : ''
        }${
          course.finishAt === null
            ? ''
            : course.finishAt > clock.now
              ? t`Foreseen full ${when(course.finishAt)}, after ${hoursWords(hook!.hours!)}.`
              : t`It should be full since ${when(course.finishAt)}.`
        }`}</p>
        <p>
          {lamp
            ? t`Lamp ${LAMP_WORDS[lamp.state]} ${when(lamp.at)}.`
            : t`Its lamp has not been looked at yet.`}
          {heard ? t` Reported so far: ${decimal(heard.ampHours, 1)} Ah` : ''}
          {heard && hook?.ampHours != null ? t` of ${decimal(hook.ampHours, 1)} foreseen.` : ''}
        </p>
        {foreseen || heard ? (
          <CourseChart course={maintained && heard ? null : foreseen} heard={heard} />
        ) : null}
        <div className={styles.causes} role="group" aria-label={t`What does the lamp say?`}>
          <span>{t`The lamp says`}</span>
          {LAMP_STATES.map((one) => (
            <Button
              key={one}
              onClick={() =>
                void send(
                  [newEntry('lamp', battery.id, siteNow(), { state: one, source: 'eyes' })],
                  `${vehicle.bayMark}: ${LAMP_WORDS[one]}.`,
                )
              }
            >
              {charger?.lamps.find(({ means }) => means === one)?.shows ?? LAMP_WORDS[one]}
              {charger?.lamps.some(({ means }) => means === one) ? (
                <small> {LAMP_WORDS[one]}</small>
              ) : null}
            </Button>
          ))}
        </div>
      </section>
      <section className={shared.card} aria-label={t`Take it off`}>
        <h3>{t`Take it off`}</h3>
        <HookOrder steps={may(hangsContext(chosen.context, state), 'take-off-charge').steps} />
        {problem ? (
          <p className={shared.refused} role="alert">
            {problem}
          </p>
        ) : null}
        <div className={styles.causes}>
          {maintained ? (
            <Button
              type="primary"
              size="large"
              onClick={() => void off(true)}
            >{t`It is off`}</Button>
          ) : (
            <>
              <Button
                type="primary"
                size="large"
                onClick={() => void off(true)}
              >{t`Off, and full`}</Button>
              <Button size="large" onClick={() => void off(false)}>{t`Off, not full yet`}</Button>
            </>
          )}
        </div>
      </section>
    </>
  );
}

/** What is odd about how it hangs, where to look, and what it was. */
function ToLookAt({
  chosen,
  siteNow,
  onSend,
}: {
  chosen: Chosen;
  siteNow: () => number;
  onSend: (entries: readonly NewEntry[], said: string) => Promise<void>;
}) {
  const { battery, vehicle, findings } = chosen;
  const { hook } = battery.state;
  const dark = findings.some(({ kind }) => kind === 'dark' || kind === 'silent');
  const mode = findings.some(({ kind }) => kind === 'mode');
  return (
    <section className={shared.card} aria-label={t`To look at`}>
      {findings.map((finding) => (
        <div key={finding.kind} className={styles.finding}>
          <h3>{finding.headline}</h3>
          <p>{finding.why}</p>
          <ol>
            {finding.look.map((look) => (
              <li key={look}>{look}</li>
            ))}
          </ol>
        </div>
      ))}
      {mode ? (
        <Button
          onClick={() =>
            void onSend(
              [
                newEntry('mode-seen', battery.id, siteNow(), {
                  programme: hook?.programme ?? null,
                }),
              ],
              t`${vehicle.bayMark}: the mode is right.`,
            )
          }
        >
          {hook ? t`It is in ${PROGRAMMES[hook.programme].label}` : t`The mode is right`}
        </Button>
      ) : null}
      {dark ? (
        <div className={styles.causes} role="group" aria-label={t`What was it?`}>
          <span>{t`What was it?`}</span>
          {DARK_CHECKS.map(({ id, label }) => (
            <Button
              key={id}
              onClick={() =>
                void onSend(
                  [
                    newEntry('dark-found', battery.id, siteNow(), { cause: id as DarkCause }),
                    newEntry('lamp', battery.id, siteNow(), {
                      state: id === 'charger' ? 'dark' : 'charging',
                      source: 'eyes',
                    }),
                  ],
                  id === 'charger'
                    ? t`${vehicle.bayMark}: hang it on another charger, and mark this one broken under Stock.`
                    : t`${vehicle.bayMark} is fed again.`,
                )
              }
            >
              {label}
            </Button>
          ))}
        </div>
      ) : null}
    </section>
  );
}
