'use client';

import { t } from '../../core/language';
import { phrase } from '../words/phrase';
import { baysWritten } from '../../core/site/rows';
import { Link } from '../ui/link';
import { useState } from 'react';
import { v7 as uuidv7 } from 'uuid';
import { call, type Answer, type Sent } from '../http/client';
import { decimal } from '../ui/decimal';
import { SelectField } from '../ui/chooser';
import { TextField } from '../ui/field';
import { Quiet } from '../ui/quiet';
import type { ChargeData } from './charge-data';
import shared from './stock.module.css';
import styles from './mains.module.css';
import { Button } from '../ui/button';
import { Checkbox } from '../ui/controls/checkbox';

const orNull = (text: string) => (text.trim() === '' ? null : decimal(text));

/** Circuits, outlets and the air of each hall. */
export function Mains({ data, onKept }: { data: ChargeData; onKept: (what: string) => void }) {
  const [problem, setProblem] = useState<string | null>(null);
  const send: Send = async (answer, said) => {
    const reply = await answer;
    setProblem(reply.ok ? null : reply.reason);
    if (reply.ok) onKept(said);
    return reply.ok;
  };
  return (
    <section aria-label={t`Outlets and air`}>
      <div className={shared.title}>
        <h2>{t`Outlets and air`}</h2>
      </div>
      {problem ? <p role="alert">{problem}</p> : null}
      <div className={styles.hallCards}>
        {data.halls.map((hall) => (
          <HallCard key={hall.id} hall={hall} data={data} onSend={send} />
        ))}
      </div>
      <Quiet as="p">{phrase`The latitude, which the sun is reckoned from, stands under ${(<Link href="/site">{t`The site`}</Link>)}.`}</Quiet>
    </section>
  );
}

type Send = (answer: Promise<Answer>, said: string) => Promise<boolean>;

const keep = (body: Sent<'POST /api/stock'>) => call('POST /api/stock', { body });
const drop = (what: 'circuit' | 'outlet', id: string) =>
  call('DELETE /api/stock/{what}/{id}', { of: { what, id } });

function HallCard({
  hall,
  data,
  onSend,
}: {
  hall: ChargeData['halls'][number];
  data: ChargeData;
  onSend: Send;
}) {
  const { stock } = data;
  const air = stock.air.find(({ hallId }) => hallId === hall.id);
  const circuits = stock.circuits.filter(({ hallId }) => hallId === hall.id);
  const [opening, setOpening] = useState(String(air?.openingCm2 ?? ''));
  const [flow, setFlow] = useState(String(air?.airflowM3PerHour ?? ''));
  const [outlet, setOutlet] = useState({
    name: '',
    amps: '10',
    bays: '',
    circuitId: '',
    post: false,
  });
  const reach = baysWritten(outlet.bays);
  const circuitId = outlet.circuitId || circuits[0]?.id || '';
  return (
    <div className={styles.hallCard}>
      <h3>{hall.name}</h3>
      <form
        className={shared.inline}
        onSubmit={(event) => {
          event.preventDefault();
          void onSend(
            keep({
              kind: 'air',
              air: {
                hallId: hall.id,
                airflowM3PerHour: orNull(flow),
                openingCm2: orNull(opening),
              },
            }),
            t`The air of ${hall.name} is kept.`,
          );
        }}
      >
        <TextField
          label={t`Free opening, cm²`}
          value={opening}
          onChange={(event) => setOpening(event.target.value)}
        />
        <TextField
          label={t`or fan, m³/h`}
          value={flow}
          onChange={(event) => setFlow(event.target.value)}
        />
        <Button htmlType="submit">{t`Keep`}</Button>
      </form>
      {circuits.map((one) => (
        <div key={one.id} className={styles.circuit}>
          <p>
            <b>{one.name}</b> {one.amps} A{' '}
            <Out onOut={() => void onSend(drop('circuit', one.id), t`${one.name} is gone.`)} />
          </p>
          <ul>
            {stock.outlets
              .filter((socket) => socket.circuitId === one.id)
              .map((socket) => (
                <li key={socket.id}>
                  {socket.name}, {socket.amps} A{socket.post ? `, ${t`hook-up post`}` : ''}{' '}
                  <small>
                    {socket.bays.length === 0
                      ? t`whole hall`
                      : socket.bays.length > 5
                        ? `${socket.bays.slice(0, 2).join(' ')} … ${socket.bays.at(-1)}`
                        : socket.bays.join(' ')}
                  </small>{' '}
                  <Out
                    onOut={() => void onSend(drop('outlet', socket.id), t`${socket.name} is gone.`)}
                  />
                </li>
              ))}
          </ul>
        </div>
      ))}
      <NewCircuit hallId={hall.id} onSend={onSend} />
      {circuits.length > 0 ? (
        <form
          className={shared.inline}
          onSubmit={(event) => {
            event.preventDefault();
            void onSend(
              keep({
                kind: 'outlet',
                outlet: {
                  id: uuidv7(),
                  hallId: hall.id,
                  circuitId,
                  name: outlet.name,
                  amps: decimal(outlet.amps),
                  // What cannot be read goes as it is written, and is refused with its reason.
                  bays: reach.ok ? reach.bays : [outlet.bays],
                  post: outlet.post,
                },
              }),
              t`Outlet ${outlet.name} is kept.`,
            ).then((kept) => kept && setOutlet({ ...outlet, name: '', bays: '', post: false }));
          }}
        >
          <TextField
            label={t`New outlet`}
            value={outlet.name}
            placeholder="K7"
            onChange={(event) => setOutlet({ ...outlet, name: event.target.value })}
          />
          <TextField
            label="A"
            value={outlet.amps}
            onChange={(event) => setOutlet({ ...outlet, amps: event.target.value })}
          />
          <TextField
            label={t`Reaches bays`}
            value={outlet.bays}
            placeholder={t`C1–C6; empty: all`}
            wrong={!reach.ok}
            onChange={(event) => setOutlet({ ...outlet, bays: event.target.value })}
          />
          <SelectField
            label={t`Circuit`}
            value={circuitId}
            options={circuits.map(({ id, name }) => ({ value: id, label: name }))}
            onChange={(id) => setOutlet({ ...outlet, circuitId: id })}
          />
          <Checkbox
            checked={outlet.post}
            onChange={({ target }) => setOutlet({ ...outlet, post: target.checked })}
          >{t`hook-up post for campers`}</Checkbox>
          <Button htmlType="submit">{t`Add`}</Button>
        </form>
      ) : null}
    </div>
  );
}

function NewCircuit({ hallId, onSend }: { hallId: string; onSend: Send }) {
  const [circuit, setCircuit] = useState({ name: '', amps: '16' });
  return (
    <form
      className={shared.inline}
      onSubmit={(event) => {
        event.preventDefault();
        void onSend(
          keep({
            kind: 'circuit',
            circuit: {
              id: uuidv7(),
              hallId: hallId,
              name: circuit.name,
              amps: decimal(circuit.amps),
            },
          }),
          t`Circuit ${circuit.name} is kept.`,
        ).then((kept) => kept && setCircuit({ name: '', amps: '16' }));
      }}
    >
      <TextField
        label={t`New circuit`}
        value={circuit.name}
        placeholder={t`North wall`}
        onChange={(event) => setCircuit({ ...circuit, name: event.target.value })}
      />
      <TextField
        label="A"
        value={circuit.amps}
        onChange={(event) => setCircuit({ ...circuit, amps: event.target.value })}
      />
      <Button htmlType="submit">{t`Add`}</Button>
    </form>
  );
}

const Out = ({ onOut }: { onOut: () => void }) => (
  <Button size="small" onClick={onOut}>{t`take out`}</Button>
);
