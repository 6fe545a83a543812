'use client';

import { t } from '../../core/language';
import { useState } from 'react';
import type { Meter } from '../../store/devices';
import { call } from '../http/client';
import { TextField } from '../ui/field';
import styles from './rules.module.css';
import { Button } from '../ui/button';

/** What the program talks to: the bench's meter, by name and address. */
export function Devices({ meter }: { meter: Meter | null }) {
  const [name, setName] = useState(meter?.name ?? t`Bench meter`);
  const [host, setHost] = useState(meter?.host ?? '');
  const [port, setPort] = useState(String(meter?.port ?? 5025));
  const [kept, setKept] = useState(meter !== null);
  const [message, setMessage] = useState<{ text: string; bad: boolean } | null>(null);

  const send = async (wanted: Meter | null, done: string) => {
    const reply = wanted
      ? await call('POST /api/meter', { body: wanted })
      : await call('DELETE /api/meter', {});
    setMessage(reply.ok ? { text: done, bad: false } : { text: reply.reason, bad: true });
    if (reply.ok) setKept(wanted !== null);
  };
  return (
    <section id="devices" className={styles.devices}>
      <h2>{t`Devices`}</h2>
      <p
        className={styles.why}
      >{t`Any bench meter on the network that speaks SCPI over TCP. Most listen on port 5025. Without one, everything at the bench can be typed.`}</p>
      <form
        className={styles.device}
        onSubmit={(event) => {
          event.preventDefault();
          void send(
            { name, host, port: port.trim() === '' ? NaN : Number(port) },
            t`Kept. The bench reads it from now on.`,
          );
        }}
      >
        <TextField label={t`Name`} value={name} onChange={(event) => setName(event.target.value)} />
        <TextField
          label={t`Address`}
          value={host}
          placeholder="192.168.1.20"
          spellCheck={false}
          onChange={(event) => setHost(event.target.value)}
        />
        <TextField
          label={t`Port`}
          value={port}
          inputMode="numeric"
          onChange={(event) => setPort(event.target.value)}
        />
        <Button htmlType="submit" type="primary" size="large">{t`Keep the meter`}</Button>
        {kept ? (
          <Button
            size="large"
            onClick={() => void send(null, t`Taken off. Type what yours shows.`)}
          >{t`No meter`}</Button>
        ) : null}
      </form>
      {message ? (
        <p role={message.bad ? 'alert' : 'status'} className={styles.said}>
          {message.text}
        </p>
      ) : null}
    </section>
  );
}
