'use client';

import { Button } from 'antd';
import { useMemo, useState } from 'react';
import { freeChannels, hookRefusal, outletInUse } from '../../core/charge/board';
import { fitOf, rankFits, type Fit } from '../../core/charge/fit';
import { airNeeded, isAired } from '../../core/charge/room';
import { PROGRAMMES, type ProgrammeId } from '../../core/charge/stock';
import { doneBefore, hookOf, lookInTimes } from '../../core/charge/subject';
import { formatVolts } from '../../core/judge/words';
import { newEntry } from '../logbook/new-entry';
import { postEntries } from '../logbook/post';
import { procedureContext } from '../procedure/context';
import { useSiteClock } from '../site/clock';
import type { ChargeData, Chosen } from './charge-data';
import { CourseChart } from './course-chart';
import { HookOrder } from './hook-order';
import { hoursWords, whenWords } from './words';
import styles from './panel.module.css';

/** Which charger, how long, and the order of the hands; the second touch says that it is on. */
export function PutOn({
  data,
  chosen,
  onRecorded,
}: {
  data: ChargeData;
  chosen: Chosen;
  onRecorded: (what: string) => void;
}) {
  const { stock, clock, rules } = data;
  const { battery, vehicle } = chosen;
  const siteNow = useSiteClock(clock);
  const [purpose, setPurpose] = useState<'charge' | 'maintain'>('charge');
  const subject = purpose === 'charge' ? chosen.charge : chosen.maintain;
  const hanging = useMemo(() => data.board.map((one) => one.hanging), [data.board]);
  const fits = useMemo(() => rankFits(stock.chargers, subject), [stock.chargers, subject]);
  const free = (fit: Fit) => freeChannels(fit.charger, hanging);
  const best =
    fits.find((fit) => fit.refusals.length === 0 && free(fit).length > 0) ?? fits[0] ?? null;
  const [wanted, setWanted] = useState<{ charger: string; programme?: ProgrammeId } | null>(null);
  const [channelWanted, setChannel] = useState<number | null>(null);
  const [outletWanted, setOutlet] = useState<string | null | undefined>(undefined);
  const [problem, setProblem] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);

  const charger = stock.chargers.find(({ id }) => id === wanted?.charger) ?? best?.charger;
  const programme =
    charger?.programmes.find(({ id }) => id === wanted?.programme) ??
    fits.find((one) => one.charger.id === charger?.id)?.programme;
  const fit = charger && programme ? fitOf(charger, programme, subject) : null;
  if (!fit || !charger) {
    return (
      <section className={styles.card}>
        <h3>No charger is noted</h3>
        <p>Write down what you charge with under Stock: then each battery shows what suits it.</p>
      </section>
    );
  }
  const channels = free(fit);
  const channel =
    channelWanted !== null && channels.includes(channelWanted) ? channelWanted : channels[0];
  const plugged = outletInUse(charger.id, hanging);
  const reach = stock.outlets.filter(({ hallId }) => hallId === subject.hallId);
  const near = reach.find(({ bays }) => bays.includes(vehicle.bayMark)) ?? null;
  const outletId = plugged ?? (outletWanted === undefined ? (near?.id ?? null) : outletWanted);
  const hook = channel === undefined ? null : hookOf(fit, subject, channel, outletId);
  const refusal = chosen.block
    ? `It is not charged before this is seen to: ${chosen.block}`
    : fit.refusals.length > 0
      ? fit.refusals.join('; ')
      : hook
        ? hookRefusal(hook, battery.id, hanging, stock, fit)
        : 'every channel is in use';
  const air = airWarning(data, chosen, fit);
  const { at: looks, finishAt } = lookInTimes(fit, clock.now);
  const done = finishAt === null ? null : doneBefore(finishAt, clock.now, rules, clock.timeZone);
  const when = (at: number) => whenWords(at, clock.now, clock.timeZone, rules);

  const record = async () => {
    if (!hook) return;
    setBusy(true);
    const entry =
      purpose === 'charge'
        ? newEntry('charge-started', battery.id, siteNow(), { charger: charger.name, hook })
        : newEntry('maintainer', battery.id, siteNow(), { on: true, hook });
    const reply = await postEntries([entry]);
    setBusy(false);
    if (!reply.ok) return setProblem(reply.reason);
    onRecorded(`${vehicle.bayMark} hangs on ${charger.name}. Look at the mode before you go.`);
  };

  const queued = battery.state.queued !== null;
  const queue = async () => {
    const reply = await postEntries([
      newEntry('queued', battery.id, siteNow(), { on: !queued, chargerId: null }),
    ]);
    if (!reply.ok) return setProblem(reply.reason);
    onRecorded(`${vehicle.bayMark} ${queued ? 'waits no more' : 'waits for a charger'}.`);
  };

  return (
    <section className={styles.card} aria-label="Put it on">
      <div className={styles.row}>
        <h3>Put it on</h3>
        <div className={styles.choice} role="group" aria-label="For how long">
          {(['charge', 'maintain'] as const).map((one) => (
            <button
              key={one}
              type="button"
              aria-pressed={purpose === one}
              onClick={() => {
                setPurpose(one);
                setWanted(null);
              }}
            >
              {one === 'charge' ? 'Charge it' : 'Leave a maintainer on'}
            </button>
          ))}
        </div>
      </div>
      <label className={styles.field}>
        Charger
        <select
          value={charger.id}
          onChange={(event) => {
            setWanted({ charger: event.target.value });
            setChannel(null);
            setOutlet(undefined);
            setProblem(null);
          }}
        >
          {fits.map((one) => (
            <option key={one.charger.id} value={one.charger.id}>
              {one.charger.name}, {one.amps} A
              {one.refusals.length > 0
                ? ' (not for this one)'
                : free(one).length === 0
                  ? ' (in use)'
                  : one.course
                    ? `, ${hoursWords(one.course.totalHours)}`
                    : ''}
            </option>
          ))}
        </select>
      </label>
      <div className={styles.fields}>
        <label className={styles.field}>
          Programme
          <select
            value={fit.programme.id}
            onChange={(event) =>
              setWanted({ charger: charger.id, programme: event.target.value as ProgrammeId })
            }
          >
            {charger.programmes.map(({ id, absorptionVolts }) => (
              <option key={id} value={id}>
                {PROGRAMMES[id].label}, {absorptionVolts.toFixed(1)} V
              </option>
            ))}
          </select>
        </label>
        <label className={styles.field}>
          Channel
          <select
            value={channel ?? ''}
            onChange={(event) => setChannel(Number(event.target.value))}
            disabled={channels.length < 2}
          >
            {channels.length === 0 ? <option value="">none free</option> : null}
            {channels.map((n) => (
              <option key={n} value={n}>
                {n}
              </option>
            ))}
          </select>
        </label>
        <label className={styles.field}>
          Outlet
          <select
            value={outletId ?? ''}
            onChange={(event) => setOutlet(event.target.value || null)}
            disabled={plugged !== null}
          >
            <option value="">not noted</option>
            {reach.map(({ id, name, amps }) => (
              <option key={id} value={id}>
                {name}, {amps} A
              </option>
            ))}
            {plugged !== null && !reach.some(({ id }) => id === plugged) ? (
              <option value={plugged}>
                {stock.outlets.find(({ id }) => id === plugged)?.name ?? plugged}
              </option>
            ) : null}
          </select>
        </label>
      </div>
      {refusal ? (
        <p className={styles.refused} role="alert">
          <b>Not this way:</b> {refusal}.
        </p>
      ) : (
        <>
          {fit.course ? (
            <>
              <p className={styles.finish}>
                <b>{hoursWords(fit.course.totalHours)}</b>
                <span>
                  full {when(finishAt!)}
                  {done
                    ? `; ${done.beforeShiftEnd ? 'before you go home' : done.beforeNextRound ? 'not before you go home, but before the next round' : 'not before the next round'}`
                    : ''}
                </span>
              </p>
              <CourseChart course={fit.course} heard={null} />
              <dl className={styles.facts}>
                <div>
                  <dt>To the limit</dt>
                  <dd>
                    {hoursWords(fit.course.bulkHours)}, at {Math.round(fit.course.limitSocPct)} %
                  </dd>
                </div>
                <div>
                  <dt>Absorption</dt>
                  <dd>
                    {hoursWords(fit.course.absorptionHours)} at {formatVolts(fit.absorptionVolts)}
                  </dd>
                </div>
                <div>
                  <dt>Float</dt>
                  <dd>{fit.floatVolts === null ? 'none, it ends' : formatVolts(fit.floatVolts)}</dd>
                </div>
                <div>
                  <dt>Out of the charger</dt>
                  <dd>
                    {fit.course.ampHours.toFixed(1)} Ah, {Math.round(fit.course.wattHours)} Wh
                  </dd>
                </div>
                <div>
                  <dt>Look in</dt>
                  <dd>
                    {looks.slice(0, 3).map(when).join(', ')}
                    {looks.length > 3 ? `, … ${when(looks.at(-1)!)}` : ''}
                  </dd>
                </div>
              </dl>
            </>
          ) : (
            <p className={styles.quiet}>Not read yet: nobody knows how long it will take.</p>
          )}
          {air ? (
            <p className={styles.refused} role="alert">
              <b>Air:</b> {air}
            </p>
          ) : null}
          {fit.minds.length > 0 ? (
            <ul className={styles.minds}>
              {fit.minds.map((mind) => (
                <li key={mind}>{mind}</li>
              ))}
            </ul>
          ) : null}
          <details className={styles.hands} open>
            <summary>The order of the hands</summary>
            <HookOrder
              way="hook-up"
              context={procedureContext(vehicle, battery, rules, data.benchHallId, clock.now)}
            />
          </details>
        </>
      )}
      {problem ? (
        <p className={styles.refused} role="alert">
          {problem}
        </p>
      ) : null}
      <Button className={styles.wait} onClick={() => void queue()}>
        {queued ? 'Out of the queue' : 'Let it wait for a charger'}
      </Button>
      <Button
        type="primary"
        size="large"
        className={styles.go}
        disabled={refusal !== null || !hook}
        loading={busy}
        onClick={() => void record()}
      >
        It hangs on {charger.name}
        {charger.channels > 1 && channel ? `, channel ${channel}` : ''}
      </Button>
    </section>
  );
}

/** What one more would do to the air of its hall; null where there is enough. */
function airWarning(data: ChargeData, chosen: Chosen, fit: Fit): string | null {
  const room = data.rooms.find(({ hallId }) => hallId === chosen.charge.hallId);
  if (!room) return null;
  const { facts } = chosen.battery;
  const one = airNeeded([
    { ...facts, charger: fit.charger, programme: fit.programme.id, holding: false },
  ]);
  const together = {
    airflowM3PerHour: room.needs.airflowM3PerHour + one.airflowM3PerHour,
    openingCm2: room.needs.openingCm2 + one.openingCm2,
    hydrogenLitresPerHour: room.needs.hydrogenLitresPerHour + one.hydrogenLitresPerHour,
  };
  const opening = Math.ceil(together.openingCm2);
  switch (isAired(together, room.has)) {
    case true:
      return null;
    case null:
      return `with this one ${room.name} needs an opening of ${opening} cm²; what it has is not noted.`;
    case false:
      return `with this one ${room.name} needs an opening of ${opening} cm², and it has ${Math.round(room.has.openingCm2 ?? 0)} cm². Open it up first. No flame, no spark.`;
  }
}
