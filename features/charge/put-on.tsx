'use client';

import { Button } from 'antd';
import { useMemo, useState } from 'react';
import {
  type Connection,
  connectionOn,
  connectionsFor,
  outletFor,
  usualConnection,
} from '../../core/connections/available-connections';
import {
  freeChannels,
  outletInUse,
  type ActiveConnection,
} from '../../core/connections/active-connections';
import { fitOf, type Fit } from '../../core/connections/charger-suitability';
import { may } from '../../core/gate/gate';
import type { ProgrammeId } from '../../core/battery/programme-ids';
import { PROGRAMMES, type Outlet } from '../../core/site/charging-equipment';
import { newEntry } from '../logbook/new-entry';
import { postEntries } from '../logbook/post';
import { Refusal } from '../procedure/refusal';
import { SelectField } from '../ui/field';
import { useSiteClock } from '../site/clock';
import type { ChargeData, Chosen } from './charge-data';
import { Foreseen } from './foreseen';
import { HookOrder } from './hook-order';
import { hoursWords } from './words';
import shared from './panel.module.css';
import styles from './put-on.module.css';

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
  const { stock, clock } = data;
  const { battery, vehicle } = chosen;
  const siteNow = useSiteClock(clock);
  const [purpose, setPurpose] = useState<'charge' | 'maintain'>('charge');
  const hanging = useMemo(() => data.board.map((one) => one.hanging), [data.board]);
  const room = data.rooms.find(({ hallId }) => hallId === battery.hallId) ?? null;
  const request = useMemo(
    () => ({ context: chosen.context, hallId: battery.hallId, room, purpose }),
    [chosen.context, battery.hallId, room, purpose],
  );
  const ways = useMemo(
    () => connectionsFor(stock, hanging, request, battery.id, vehicle.bayMark),
    [stock, hanging, request, battery.id, vehicle.bayMark],
  );
  const free = (fit: Fit) => freeChannels(fit.charger, hanging);
  const [wanted, setWanted] = useState<{ way: string; programme?: ProgrammeId } | null>(null);
  const [channelWanted, setChannel] = useState<number | null>(null);
  const [outletWanted, setOutlet] = useState<string | null | undefined>(undefined);
  const [despite, setDespite] = useState('');
  const [problem, setProblem] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);

  const way = ways.find(({ id }) => id === wanted?.way) ?? usualConnection(ways);
  const charger = way.fit?.charger ?? null;
  const programme =
    charger?.programmes.find(({ id }) => id === wanted?.programme) ?? way.fit?.programme ?? null;
  const fit = charger && programme ? fitOf(charger, programme, request) : null;
  const channels = fit ? free(fit) : [];
  const channel =
    channelWanted !== null && channels.includes(channelWanted) ? channelWanted : channels[0];
  const plugged = charger ? outletInUse(charger.id, hanging) : null;
  const outletId =
    plugged ??
    (outletWanted === undefined && charger
      ? outletFor(stock, hanging, charger.id, request.hallId, vehicle.bayMark)
      : (outletWanted ?? null));
  const taken = fit
    ? connectionOn(stock, hanging, request, battery.id, fit, channel, outletId)
    : way;
  const { hook, because, overridable } = taken;
  const goes = because.length === 0 || (overridable && despite.trim() !== '');
  const steps = goes ? may(taken.context, purpose).steps : [];

  const record = async () => {
    if (!goes) return;
    setBusy(true);
    const about = {
      ...(hook ? { hook } : {}),
      ...(because.length > 0 ? { despite: despite.trim() } : {}),
    };
    // A string hangs on its own charger as a whole.
    const all = way.id === 'string' ? chosen.blocks : [battery.id];
    const entries = all.map((id) =>
      purpose === 'charge'
        ? newEntry('charge-started', id, siteNow(), { charger: way.name, ...about })
        : newEntry('maintainer', id, siteNow(), {
            on: true,
            ...(hook ? {} : { charger: way.name }),
            ...about,
          }),
    );
    const reply = await postEntries(entries);
    setBusy(false);
    if (!reply.ok) return setProblem(reply.reason);
    onRecorded(`${vehicle.bayMark} hangs on ${way.name}. Look at the mode before you go.`);
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
    <section className={shared.card} aria-label="Put it on">
      <div className={styles.row}>
        <h3>Put it on</h3>
        <div className={styles.choice} role="group" aria-label="For how long">
          {(['charge', 'maintain'] as const).map((one) => (
            <Button
              key={one}
              aria-pressed={purpose === one}
              onClick={() => {
                setPurpose(one);
                setWanted(null);
              }}
            >
              {one === 'charge' ? 'Charge it' : 'Leave a maintainer on'}
            </Button>
          ))}
        </div>
      </div>
      <SelectField
        label="Charger"
        value={way.id}
        options={ways.map((one) => ({ value: one.id, label: wayWords(one, hanging) }))}
        onChange={(id) => {
          setWanted({ way: id });
          setChannel(null);
          setOutlet(undefined);
          setDespite('');
          setProblem(null);
        }}
      />
      {fit && charger ? (
        <HookFields
          fit={fit}
          channels={channels}
          channel={channel ?? null}
          outlets={stock.outlets.filter(
            ({ id, hallId }) => hallId === request.hallId || id === plugged,
          )}
          outletId={outletId}
          plugged={plugged !== null}
          onProgramme={(programme) => setWanted({ way: way.id, programme })}
          onChannel={setChannel}
          onOutlet={setOutlet}
        />
      ) : null}
      {because.length > 0 ? (
        <Refusal because={because} overridable={overridable} why={despite} onWhy={setDespite} />
      ) : null}
      {goes ? (
        <>
          <Foreseen fit={fit} data={data} />
          {fit && fit.minds.length > 0 ? (
            <ul className={styles.minds}>
              {fit.minds.map((mind) => (
                <li key={mind}>{mind}</li>
              ))}
            </ul>
          ) : null}
          <details className={styles.hands} open>
            <summary>The order of the hands</summary>
            <HookOrder steps={steps} />
          </details>
        </>
      ) : null}
      {problem ? (
        <p className={shared.refused} role="alert">
          {problem}
        </p>
      ) : null}
      <Button className={styles.wait} onClick={() => void queue()}>
        {queued ? 'Out of the queue' : 'Let it wait for a charger'}
      </Button>
      <Button
        type="primary"
        size="large"
        className={shared.go}
        disabled={!goes}
        loading={busy}
        onClick={() => void record()}
      >
        It hangs on {way.name}
        {charger && charger.channels > 1 && channel ? `, channel ${channel}` : ''}
      </Button>
    </section>
  );
}

/** A way to charge it, how long it takes, or that it is not to be had now. */
function wayWords(
  { name, fit, because }: Connection,
  hanging: readonly ActiveConnection[],
): string {
  const taken = fit !== null && freeChannels(fit.charger, hanging).length === 0;
  const hours = fit?.course ? `, ${hoursWords(fit.course.totalHours)}` : '';
  const when = because.length === 0 ? hours : taken ? ' (in use)' : ' (not now)';
  return `${name}${fit ? `, ${fit.amps} A` : ''}${when}`;
}

/** How the chosen charger is to be set and plugged in. */
function HookFields({
  fit,
  channels,
  channel,
  outlets,
  outletId,
  plugged,
  onProgramme,
  onChannel,
  onOutlet,
}: {
  fit: Fit;
  channels: readonly number[];
  channel: number | null;
  outlets: readonly Outlet[];
  outletId: string | null;
  /** Where it is plugged in already, it stays. */
  plugged: boolean;
  onProgramme: (id: ProgrammeId) => void;
  onChannel: (channel: number) => void;
  onOutlet: (id: string | null) => void;
}) {
  return (
    <div className={styles.fields}>
      <SelectField
        label="Programme"
        value={fit.programme.id}
        options={fit.charger.programmes.map(({ id, absorptionVolts }) => ({
          value: id,
          label: `${PROGRAMMES[id].label}, ${absorptionVolts.toFixed(1)} V`,
        }))}
        onChange={onProgramme}
      />
      <SelectField
        label="Channel"
        value={channel}
        placeholder="none free"
        options={channels.map((n) => ({ value: n, label: String(n) }))}
        onChange={onChannel}
        disabled={channels.length < 2}
      />
      <SelectField
        label="Outlet"
        value={outletId ?? ''}
        options={[
          { value: '', label: 'not noted' },
          ...outlets.map(({ id, name, amps }) => ({ value: id, label: `${name}, ${amps} A` })),
        ]}
        onChange={(id) => onOutlet(id || null)}
        disabled={plugged}
      />
    </div>
  );
}
