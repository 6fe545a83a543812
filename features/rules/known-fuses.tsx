'use client';

import { t } from '../../core/language';
import { useState } from 'react';
import {
  FUSE_KINDS,
  FUSE_KIND_IDS,
  fuseMilliohms,
  type FuseKindId,
  type KnownFuse,
} from '../../core/fault-isolation/fuses';
import { call } from '../http/client';
import { SelectField } from '../ui/chooser';
import { TextField } from '../ui/field';
import styles from './rules.module.css';
import { Button } from '../ui/button';

const RATINGS = [3, 5, 7.5, 10, 15, 20, 25, 30, 40, 60, 80];

/** Cold resistance of fuses by kind and rating: the program's table, and what the house knows. */
export function KnownFuses({ known }: { known: readonly KnownFuse[] }) {
  const [kind, setKind] = useState<FuseKindId>('blade');
  const [typed, setTyped] = useState<Readonly<Record<string, string>>>(() =>
    Object.fromEntries(known.map((one) => [`${one.kind} ${one.amps}`, String(one.milliohms)])),
  );
  const [message, setMessage] = useState<{ text: string; bad: boolean } | null>(null);
  const keep = async () => {
    const all = Object.entries(typed)
      .filter(([, text]) => text.trim() !== '')
      .map(([key, text]) => {
        const [of, amps] = key.split(' ') as [FuseKindId, string];
        return { kind: of, amps: Number(amps), milliohms: Number(text.trim().replace(',', '.')) };
      });
    const wrong = all.find(({ milliohms }) => Number.isNaN(milliohms));
    if (wrong) {
      return setMessage({ text: t`${wrong.kind} ${wrong.amps} A: a number, as 7.5.`, bad: true });
    }
    const reply = await call('POST /api/fuses/known', { body: all });
    setMessage(
      reply.ok
        ? { text: t`Kept. Hunts count with them from now on.`, bad: false }
        : { text: reply.reason, bad: true },
    );
  };
  return (
    <section className={styles.devices}>
      <h2>{t`Resistance of fuses`}</h2>
      <p
        className={styles.why}
      >{t`Millivolts across a fuse that stays in, over its cold resistance, are its current. The table is what such fuses usually have; type your own where you measured them or have the maker’s sheet.`}</p>
      <div className={styles.device}>
        <SelectField
          label={t`Kind`}
          value={kind}
          options={FUSE_KIND_IDS.map((id) => ({ value: id, label: FUSE_KINDS[id].label }))}
          onChange={setKind}
        />
        {RATINGS.map((amps) => {
          const key = `${kind} ${amps}`;
          return (
            <TextField
              key={key}
              label={t`${amps} A, mΩ`}
              inputMode="decimal"
              value={typed[key] ?? ''}
              placeholder={fuseMilliohms(kind, amps).value.toPrecision(2)}
              onChange={(event) => setTyped({ ...typed, [key]: event.target.value })}
            />
          );
        })}
        <Button type="primary" size="large" onClick={() => void keep()}>{t`Keep these`}</Button>
      </div>
      {message ? (
        <p role={message.bad ? 'alert' : 'status'} className={styles.said}>
          {message.text}
        </p>
      ) : null}
    </section>
  );
}
