'use client';

import { Button } from 'antd';
import { useState } from 'react';
import { z } from 'zod';
import { SelectField, TextField } from '../ui/field';
import type { ChargeData } from './charge-data';
import { whenWords } from './words';
import shared from './stock.module.css';
import styles from './devices.module.css';

const Told = z.object({ token: z.string() });
const Refused = z.object({ reason: z.string() });

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
  const send = async (change: object) => {
    const reply = await fetch('/api/devices', {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(change),
    }).catch(() => null);
    const body: unknown = await reply?.json().catch(() => null);
    const refused = Refused.safeParse(body);
    setProblem(
      reply?.ok
        ? null
        : refused.success
          ? refused.data.reason
          : 'The server cannot be reached. Nothing is lost: try again when it runs.',
    );
    return reply?.ok ? body : null;
  };
  const put = async (change: {
    id: string;
    name: string;
    reports: string;
    chargerId: string | null;
    hallId: string | null;
    everyMinutes: number;
  }) => {
    const told = Told.safeParse(await send({ kind: 'put', ...change }));
    if (!told.success) return;
    setToken({ id: change.id, token: told.data.token });
    onKept(`${change.name} may report from now on.`);
  };
  const when = (at: number) => whenWords(at, data.clock.now, data.clock.timeZone, data.rules);
  return (
    <section aria-label="Devices">
      <div className={shared.title}>
        <h2>Devices that report by themselves</h2>
      </div>
      <p className={styles.why}>
        A maintainer, charger or hall thermometer that can send JSON over HTTP reports to{' '}
        <code>POST /api/reports</code> with its own token. Its report counts as a look at the lamp,
        and its silence is a finding. The format stands in <code>docs/formats.md</code>.
      </p>
      {token ? (
        <p className={styles.token} role="status">
          Token of {token.id}, shown this once: <code>{token.token}</code>
        </p>
      ) : null}
      {problem ? <p role="alert">{problem}</p> : null}
      <ul className={styles.devices}>
        {data.reporters.map((one) => (
          <li key={one.id}>
            <b>{one.name}</b>
            <code>{one.id}</code>
            <span data-silent={one.silent}>
              {one.lastHeard === null
                ? 'never heard'
                : `${one.silent ? 'silent since' : 'heard'} ${when(one.lastHeard)}`}
            </span>
            <span>every {one.everyMinutes} min</span>
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
            >
              new token
            </Button>
            <Button
              size="small"
              onClick={() =>
                void send({ kind: 'drop', id: one.id }).then(
                  (done) => done && onKept(`${one.name} reports no more.`),
                )
              }
            >
              take out
            </Button>
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
          label="What it is"
          value={form.reports}
          options={[
            { value: 'charger', label: 'Charger or maintainer' },
            { value: 'thermometer', label: 'Thermometer' },
          ]}
          onChange={(reports) => setForm({ ...form, reports, about: '' })}
        />
        <SelectField
          label="Of"
          value={about}
          options={choices.map(({ id, name }) => ({ value: id, label: name }))}
          onChange={(id) => setForm({ ...form, about: id })}
        />
        <TextField
          label="Id"
          value={form.id}
          placeholder="bobbin-7"
          spellCheck={false}
          onChange={(event) => setForm({ ...form, id: event.target.value })}
        />
        <TextField
          label="Name"
          value={form.name}
          onChange={(event) => setForm({ ...form, name: event.target.value })}
        />
        <TextField
          label="Every, min"
          value={form.every}
          inputMode="numeric"
          onChange={(event) => setForm({ ...form, every: event.target.value })}
        />
        <Button htmlType="submit">Add</Button>
      </form>
    </section>
  );
}
