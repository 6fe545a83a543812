'use client';

import { t } from '../../core/language';
import { phrase } from '../words/phrase';
import { useState } from 'react';
import { CHEMISTRIES } from '../../core/battery/chemistries';
import { dayOf, shortDay } from '../../core/day';
import { newEntry } from '../logbook/new-entry';
import { postEntries } from '../logbook/post';
import { useSiteClock } from '../site/clock';
import type { BatteryDto } from '../site/dto';
import { NewBatteryForm } from './new-battery';
import type { VehicleData } from './vehicle-data';
import shared from './vehicle.module.css';
import styles from './batteries.module.css';
import { Button } from '../ui/button';

/** Which battery sits where: exchanged, swapped with the bench, replaced. Histories follow them. */
export function Batteries({ data, onChanged }: { data: VehicleData; onChanged: () => void }) {
  const siteNow = useSiteClock(data.clock);
  const [message, setMessage] = useState<{ text: string; bad: boolean } | null>(null);
  const [adding, setAdding] = useState<{ replaces: BatteryDto | null } | null>(null);
  const fitted = data.batteries.filter((one) => one.state.out === null);
  const bench = data.batteries.filter((one) => one.state.out !== null);
  const said = (reply: { ok: true } | { ok: false; reason: string }, done: string) => {
    setMessage(reply.ok ? { text: done, bad: false } : { text: reply.reason, bad: true });
    if (reply.ok) onChanged();
  };

  /** Each goes to the other's place and role. */
  const exchange = async (a: BatteryDto, b: BatteryDto) => {
    const to = (one: BatteryDto, other: BatteryDto) =>
      newEntry('fitted', one.id, siteNow(), {
        vehicleId: data.vehicle.id,
        role: other.state.role,
        place: other.state.place,
      });
    said(await postEntries([to(a, b), to(b, a)]), t`${a.mark} and ${b.mark} changed places.`);
  };
  /** The one on the bench goes on, the one that was on goes to the bench. */
  const swap = async (on: BatteryDto, off: BatteryDto) => {
    const { role, place } = on.state;
    const vehicleId = data.vehicle.id;
    said(
      await postEntries([
        newEntry('taken-out', on.id, siteNow(), {
          to: 'bench',
          hallId: off.state.out?.hallId ?? null,
          why: t`swapped with ${off.mark}`,
        }),
        newEntry('fitted', off.id, siteNow(), { vehicleId, role, place }),
        ...(on.state.negativeOn ? [newEntry('negative', off.id, siteNow(), { on: true })] : []),
        // Each is kept as the other was.
        ...(on.state.plan
          ? [newEntry('plan-chosen', off.id, siteNow(), { plan: on.state.plan })]
          : []),
        newEntry('plan-chosen', on.id, siteNow(), { plan: off.state.plan ?? 'bench' }),
      ]),
      t`${off.mark} is on the vehicle, ${on.mark} on the bench.`,
    );
  };

  return (
    <section className={styles.batteries} aria-label={t`Batteries of this vehicle`}>
      <h2>{t`Batteries`}</h2>
      <p className={shared.quiet}>{t`Readings follow the battery, not its place.`}</p>
      <ul>
        {data.batteries.map((one) => (
          <li key={one.id} data-battery={one.mark}>
            <div>{phrase`${(<b>{one.mark}</b>)} ${one.label.toLowerCase()}, ${CHEMISTRIES[one.facts.chemistry].short} ${one.facts.capacityAh} Ah${(<span className={shared.quiet}> {one.state.place}</span>)}`}</div>
            <div className={styles.batteryActions}>
              {one.state.out === null
                ? fitted
                    .filter((other) => other.mark > one.mark)
                    .map((other) => (
                      <Button
                        key={other.id}
                        onClick={() => void exchange(one, other)}
                      >{t`Exchange with ${other.mark}`}</Button>
                    ))
                : fitted.map((other) => (
                    <Button
                      key={other.id}
                      onClick={() => void swap(other, one)}
                    >{t`Swap for ${other.mark}`}</Button>
                  ))}
              <Button onClick={() => setAdding({ replaces: one })}>{t`Replace it`}</Button>
            </div>
          </li>
        ))}
        {data.gone.map((one) => (
          <li key={one.id} data-battery={one.mark}>
            <div
              className={shared.quiet}
            >{phrase`${(<b>{one.mark}</b>)} ${CHEMISTRIES[one.facts.chemistry].short} ${one.facts.capacityAh} Ah, gone since ${shortDay(dayOf(one.state.goneAt!, data.clock.timeZone))}`}</div>
          </li>
        ))}
      </ul>
      {message ? (
        <p className={message.bad ? shared.message : shared.kept} role="status">
          {message.text}
        </p>
      ) : null}
      {adding ? (
        <NewBatteryForm
          key={adding.replaces?.id ?? 'new'}
          data={data}
          replaces={adding.replaces}
          onDone={(text) => {
            setAdding(null);
            setMessage({ text, bad: false });
            onChanged();
          }}
          onLeave={() => setAdding(null)}
        />
      ) : (
        <Button onClick={() => setAdding({ replaces: null })}>
          {bench.length ? t`Another battery for the bench` : t`A second battery, for a swap pair`}
        </Button>
      )}
    </section>
  );
}
