'use client';

import { t } from '../../core/language';
import { useState } from 'react';
import { dayName, instantAt, toDay } from '../../core/day';
import { call } from '../http/client';
import { newEntry } from '../logbook/new-entry';
import { postEntry } from '../logbook/post';
import { useSiteClock } from '../site/clock';
import type { BatteryDto } from '../site/dto';
import { DayField } from '../theme/day-field';
import { Field, TextField } from '../ui/field';
import { Problem } from '../ui/problem';
import type { VehicleData } from './vehicle-data';
import shared from './vehicle.module.css';
import { Button } from '../ui/button';

/** This battery and another were taken for each other: their readings go to whom they belong. */
export function MixedUp({
  data,
  battery,
  onChanged,
}: {
  data: VehicleData;
  battery: BatteryDto;
  onChanged: () => void;
}) {
  const siteNow = useSiteClock(data.clock);
  const [open, setOpen] = useState(false);
  const [mark, setMark] = useState('');
  const [since, setSince] = useState(dayName(data.today));
  const [why, setWhy] = useState('');
  const [problem, setProblem] = useState<string | null>(null);
  if (!open) {
    return (
      <div>
        <Button onClick={() => setOpen(true)}>{t`It was mixed up with another`}</Button>
      </div>
    );
  }
  const record = async () => {
    const wanted = mark.trim().toUpperCase();
    const all = await call('GET /api/find', {});
    if (!all.ok) return setProblem(all.reason);
    const other = all.reply
      .flatMap(({ marks, batteryIds }) => marks.map((one, i) => ({ mark: one, id: batteryIds[i] })))
      .find((one) => one.mark.toUpperCase() === wanted);
    if (!other?.id) return setProblem(t`No battery here is marked ${wanted || t`so`}.`);
    const reply = await postEntry(
      newEntry('mixed-up', battery.id, siteNow(), {
        with: other.id,
        mark: other.mark,
        since: new Date(instantAt(toDay(since), 0, 0, data.clock.timeZone)).toISOString(),
        why,
      }),
    );
    if (!reply.ok) return setProblem(reply.reason);
    setOpen(false);
    onChanged();
  };
  return (
    <form
      className={shared.add}
      onSubmit={(event) => {
        event.preventDefault();
        void record();
      }}
    >
      <h3>{t`${battery.mark} was taken for another battery`}</h3>
      <p
        className={shared.quiet}
      >{t`What was recorded of each since that day goes to the other, with the place where it sits. Struck in the logbook, all goes back.`}</p>
      <div className={shared.fields}>
        <TextField
          label={t`The other’s mark`}
          maxLength={12}
          value={mark}
          onChange={(event) => setMark(event.target.value)}
        />
        <Field label={t`Since the morning of`}>
          {(id) => <DayField id={id} size="large" value={since} onChange={setSince} />}
        </Field>
        <TextField
          label={t`How do you know?`}
          maxLength={200}
          value={why}
          onChange={(event) => setWhy(event.target.value)}
        />
        <Button type="primary" htmlType="submit">{t`They were mixed up`}</Button>
        <Button onClick={() => setOpen(false)}>{t`Leave it`}</Button>
      </div>
      <Problem>{problem}</Problem>
    </form>
  );
}
