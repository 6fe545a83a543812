'use client';

import { t } from '../../core/language';
import { useState } from 'react';
import { dayName, instantAt, parseDay, wallClock } from '../../core/day';
import type { BatteryRecord } from '../../core/record/battery-record';
import { DayField, TimeField } from '../theme/day-field';
import { newEntry } from '../logbook/new-entry';
import { postEntry } from '../logbook/post';
import { Field, TextField } from '../ui/field';
import { useTypedReading } from './typed-reading';
import shared from './vehicle.module.css';
import styles from './add-reading.module.css';
import { Button } from '../ui/button';

/** A reading taken at another time or away from the round, typed with a decimal point. */
export function AddReading({
  standing,
  batteryId,
  onRecorded,
}: {
  standing: BatteryRecord;
  batteryId: string;
  onRecorded: () => void;
}) {
  const now = wallClock(standing.now, standing.timeZone);
  const two = (n: number) => String(n).padStart(2, '0');
  const { state, act, take } = useTypedReading(standing);
  const [date, setDate] = useState(dayName(now.day));
  const [time, setTime] = useState(`${two(now.hour)}:${two(now.minute)}`);
  const [busy, setBusy] = useState(false);

  const record = async (confirmed: boolean) => {
    const day = parseDay(date);
    const clock = /^(\d{2}):(\d{2})$/.exec(time);
    if (day === null || !clock) {
      return act({ do: 'refuse', reason: t`Give the day and the time of the reading.` });
    }
    const at = instantAt(day, Number(clock[1]), Number(clock[2]), standing.timeZone);
    const volts = take(confirmed, at);
    if (volts === null) return;
    setBusy(true);
    const reply = await postEntry(
      newEntry('reading', batteryId, at, { volts, celsius: null, restedHours: null, confirmed }),
    );
    setBusy(false);
    if (!reply.ok) {
      const { question, reason } = reply;
      return act(question ? { do: 'ask', question: reason } : { do: 'refuse', reason });
    }
    act({ do: 'record' });
    onRecorded();
  };

  return (
    <form
      className={shared.add}
      onSubmit={(event) => {
        event.preventDefault();
        void record(false);
      }}
    >
      <h2>{t`Add a reading`}</h2>
      <div className={shared.fields}>
        <TextField
          label={t`Resting voltage, V`}
          inputMode="decimal"
          value={state.text}
          placeholder="12.52"
          onChange={(event) => act({ do: 'type', text: event.target.value })}
        />
        <Field label={t`Day`}>{(id) => <DayField id={id} value={date} onChange={setDate} />}</Field>
        <Field label={t`Time`}>
          {(id) => <TimeField id={id} value={time} onChange={setTime} />}
        </Field>
        <Button type="primary" htmlType="submit" loading={busy}>{t`Record`}</Button>
      </div>
      {state.asked ? (
        <div className={styles.asked} role="alert">
          <p>{state.asked}</p>
          <Button onClick={() => void record(true)}>{t`It is right, keep it`}</Button>
        </div>
      ) : null}
      {state.problem ? (
        <p className={shared.message} role="alert">
          {state.problem}
        </p>
      ) : null}
    </form>
  );
}
