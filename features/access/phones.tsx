'use client';

import { t } from '../../core/language';
import { phrase } from '../words/phrase';
import { useRouter } from 'next/navigation';
import { QRCodeSVG } from 'qrcode.react';
import { useState } from 'react';
import { call } from '../http/client';
import { DataTable } from '../ui/data-table';
import { Dialog } from '../ui/dialog';
import { Problem } from '../ui/problem';
import { Quiet } from '../ui/quiet';
import styles from './door.module.css';
import layout from '../ui/layout.module.css';
import { Button } from '../ui/button';

/** A phone or desk, with its instants as they are shown. */
interface PairedLine {
  readonly id: string;
  readonly name: string;
  readonly paired: string;
  readonly by: string;
  readonly used: string;
}

/** The phones and desks that people may sign in from. */
export function Phones({
  paired: all,
  base,
  keeps,
}: {
  readonly paired: readonly PairedLine[];
  /** Where a phone finds this server. */
  readonly base: string;
  /** May withdraw them. */
  readonly keeps: boolean;
}) {
  const router = useRouter();
  const [code, setCode] = useState<string | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const add = async () => {
    const answer = await call('POST /api/pairing-codes', {});
    setProblem(answer.ok ? null : answer.reason);
    if (answer.ok) setCode(answer.reply.code);
  };
  const withdraw = async (id: string) => {
    const answer = await call('DELETE /api/paired/{id}', { of: { id } });
    setProblem(answer.ok ? null : answer.reason);
    router.refresh();
  };
  const close = () => {
    setCode(null);
    router.refresh();
  };
  return (
    <section className={layout.panel} aria-label={t`Phones and desks`}>
      <h2>{t`Phones and desks`}</h2>
      <Quiet as="p">{t`People sign in on these alone. One that is lost is withdrawn: it is out at its next request, and keeps what waits on it.`}</Quiet>
      <DataTable head={[t`Name`, t`Paired`, t`By`, t`Last used`, { aloud: t`Withdraw` }]}>
        {all.map(({ id, name, paired, by, used }) => (
          <tr key={id}>
            <th scope="row">{name}</th>
            <td>{paired}</td>
            <td>{by}</td>
            <td>{used}</td>
            <td>
              {keeps ? (
                <Button
                  aria-label={t`Withdraw ${name}`}
                  onClick={() => void withdraw(id)}
                >{t`Withdraw`}</Button>
              ) : null}
            </td>
          </tr>
        ))}
      </DataTable>
      <Problem>{problem}</Problem>
      <div>
        <Button type="primary" onClick={() => void add()}>{t`Add a phone`}</Button>
      </div>
      <Dialog title={t`Add a phone`} open={code !== null} onClose={close}>
        <p>{phrase`Scan this with the phone. It trusts this site already? Else open ${(<b>{`${base}/trust`}</b>)} first.`}</p>
        <div className={styles.code}>
          <QRCodeSVG
            value={`${base}/pair#${code}`}
            size={240}
            marginSize={4}
            title={t`Pair a phone`}
          />
          <span>{code}</span>
        </div>
        <Quiet as="p">{t`Good once, for five minutes.`}</Quiet>
      </Dialog>
    </section>
  );
}
