'use client';

import { t } from '../../core/language';
import { phrase } from '../words/phrase';
import { useState } from 'react';
import { dayOf, shortDay } from '../../core/day';
import { call, type Sent } from '../http/client';
import { SelectField } from '../ui/chooser';
import { TextField } from '../ui/field';
import type { ChargeData } from './charge-data';
import { whenWords } from './words';
import shared from './stock.module.css';
import styles from './devices.module.css';
import { Button } from '../ui/button';

/** Chargers and thermometers that report by themselves. */
export function Devices({ data, onKept }: { data: ChargeData; onKept: (what: string) => void }) {
  const [form, setForm] = useState({
    id: '',
    name: '',
    reports: 'charger' as 'charger' | 'thermometer',
    about: '',
    every: '30',
  });
  const [token, setToken] = useState<{ id: string; token: string } | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const choices = form.reports === 'charger' ? data.stock.chargers : data.halls;
  const about = choices.some(({ id }) => id === form.about) ? form.about : (choices[0]?.id ?? '');
  const put = async (device: Sent<'POST /api/devices'>) => {
    const answer = await call('POST /api/devices', { body: device });
    setProblem(answer.ok ? null : answer.reason);
    if (!answer.ok) return;
    setToken({ id: device.id, token: answer.reply.token });
    onKept(t`${device.name} may report from now on.`);
  };
  const drop = async (id: string, name: string) => {
    const answer = await call('DELETE /api/devices/{id}', { of: { id } });
    setProblem(answer.ok ? null : answer.reason);
    if (answer.ok) onKept(t`${name} reports no more.`);
  };
  const when = (at: number) => whenWords(at, data.clock.now, data.clock.timeZone, data.rules);
  return (
    <section aria-label={t`Devices`}>
      <div className={shared.title}>
        <h2>{t`Devices that report by themselves`}</h2>
      </div>
      <p
        className={styles.why}
      >{phrase`A maintainer, charger or hall thermometer that can send JSON over HTTP reports to ${(<code>POST /api/reports</code>)} with its own token. Its report counts as a look at the lamp, and its silence is a finding. The format stands in ${(<code>docs/formats.md</code>)}.`}</p>
      {token ? (
        <p
          className={styles.token}
          role="status"
        >{phrase`Token of ${token.id}, shown this once: ${(<code>{token.token}</code>)}`}</p>
      ) : null}
      {problem ? <p role="alert">{problem}</p> : null}
      <ul className={styles.devices}>
        {data.reporters.map((one) => (
          <li key={one.id}>
            <b>{one.name}</b>
            <code>{one.id}</code>
            <span data-silent={one.silent}>
              {one.lastHeard === null
                ? t`never heard`
                : `${one.silent ? t`silent since` : t`heard`} ${when(one.lastHeard)}`}
            </span>
            <span>{t`every ${one.everyMinutes} min`}</span>
            <span
              data-silent={one.endsSoon}
            >{t`token until ${shortDay(dayOf(one.tokenUntil, data.clock.timeZone), data.today)}`}</span>
            <Button
              size="small"
              onClick={() =>
                void put({
                  id: one.id,
                  name: one.name,
                  reports: one.kind,
                  chargerId: one.chargerId,
                  hallId: one.hallId,
                  everyMinutes: one.everyMinutes,
                })
              }
            >{t`new token`}</Button>
            <Button size="small" onClick={() => void drop(one.id, one.name)}>{t`take out`}</Button>
          </li>
        ))}
      </ul>
      <form
        className={shared.inline}
        onSubmit={(event) => {
          event.preventDefault();
          void put({
            id: form.id,
            name: form.name,
            reports: form.reports,
            chargerId: form.reports === 'charger' ? about : null,
            hallId: form.reports === 'thermometer' ? about : null,
            everyMinutes: form.every.trim() === '' ? NaN : Number(form.every),
          });
        }}
      >
        <SelectField
          label={t`What it is`}
          value={form.reports}
          options={[
            { value: 'charger', label: t`Charger or maintainer` },
            { value: 'thermometer', label: t`Thermometer` },
          ]}
          onChange={(reports) => setForm({ ...form, reports, about: '' })}
        />
        <SelectField
          label={t`Of`}
          value={about}
          options={choices.map(({ id, name }) => ({ value: id, label: name }))}
          onChange={(id) => setForm({ ...form, about: id })}
        />
        <TextField
          label={t`Id`}
          value={form.id}
          placeholder="bobbin-7"
          spellCheck={false}
          onChange={(event) => setForm({ ...form, id: event.target.value })}
        />
        <TextField
          label={t`Name`}
          value={form.name}
          onChange={(event) => setForm({ ...form, name: event.target.value })}
        />
        <TextField
          label={t`Every, min`}
          value={form.every}
          inputMode="numeric"
          onChange={(event) => setForm({ ...form, every: event.target.value })}
        />
        <Button htmlType="submit">{t`Add`}</Button>
      </form>
    </section>
  );
}
