'use client';

import { decimal, t } from '../../core/language';
import { useMemo, useReducer } from 'react';
import type { Fit } from '../../core/connections/charger-suitability';
import type { ProgrammeId } from '../../core/battery/programme-ids';
import { socketsOf, type Outlet } from '../../core/site/charging-equipment';
import { PROGRAMMES } from '../../core/site/programmes';
import type { NewEntry } from '../../core/logbook/entry';
import { newEntry } from '../logbook/new-entry';
import { postEntries } from '../logbook/post';
import { Refusal } from '../procedure/refusal';
import { SelectField } from '../ui/chooser';
import { useSiteClock } from '../site/clock';
import type { ChargeData, Chosen } from './charge-data';
import { Foreseen } from './foreseen';
import { HookOrder } from './hook-order';
import { PUT_ON_AT_FIRST, hookingUp, hungEntries, putOnReducer, waysFor } from './put-on-state';
import { wayWords } from './way-words';
import shared from './panel.module.css';
import styles from './put-on.module.css';
import { Button } from '../ui/button';

interface PutOnProps {
  readonly data: ChargeData;
  readonly chosen: Chosen;
  readonly onRecorded: (what: string) => void;
}

/** What is chosen, what it comes to, and what can be done with it. */
function usePutOn({ data, chosen, onRecorded }: PutOnProps) {
  const siteNow = useSiteClock(data.clock);
  const [state, act] = useReducer(putOnReducer, PUT_ON_AT_FIRST);
  const { purpose } = state;
  const offered = useMemo(() => waysFor(data, chosen, purpose), [data, chosen, purpose]);
  const up = hookingUp(offered, state);
  const { bayMark } = chosen.vehicle;
  const queued = chosen.battery.state.queued !== null;

  const send = async (entries: readonly NewEntry[], said: string) => {
    act({ do: 'send' });
    const reply = await postEntries(entries);
    act({ do: 'answered', problem: reply.ok ? null : reply.reason });
    if (reply.ok) onRecorded(said);
  };
  return {
    ...{ state, act, offered, up, queued },
    hang: () =>
      up.goes &&
      void send(
        hungEntries(up, state, chosen, siteNow()),
        t`${bayMark} hangs on ${up.way.name}. Look at the mode before you go.`,
      ),
    queue: () =>
      void send(
        [newEntry('queued', chosen.battery.id, siteNow(), { on: !queued, chargerId: null })],
        queued ? t`${bayMark} waits no more.` : t`${bayMark} waits for a charger.`,
      ),
  };
}

/** Which charger, how long, and the order of the hands; the second touch says that it is on. */
export function PutOn(props: PutOnProps) {
  const { data } = props;
  const { state, act, offered, up, queued, hang, queue } = usePutOn(props);
  const { way, charger, fit, channel, plugged, because, goes } = up;
  return (
    <section className={shared.card} aria-label={t`Put it on`}>
      <div className={styles.row}>
        <h3>{t`Put it on`}</h3>
        <div className={styles.choice} role="group" aria-label={t`For how long`}>
          {(['charge', 'maintain'] as const).map((one) => (
            <Button
              key={one}
              aria-pressed={state.purpose === one}
              onClick={() => act({ do: 'purpose', purpose: one })}
            >
              {one === 'charge' ? t`Charge it` : t`Leave a maintainer on`}
            </Button>
          ))}
        </div>
      </div>
      <SelectField
        label={t`Charger`}
        value={way.id}
        options={offered.ways.map((one) => ({
          value: one.id,
          label: wayWords(one, offered.hanging),
        }))}
        onChange={(id) => act({ do: 'way', way: id })}
      />
      {fit && charger ? (
        <HookFields
          fit={fit}
          channels={up.channels}
          channel={channel ?? null}
          outlets={socketsOf(data.stock.outlets).filter(
            ({ id, hallId }) => hallId === offered.request.hallId || id === plugged,
          )}
          outletId={up.outletId}
          plugged={plugged !== null}
          onProgramme={(programme) => act({ do: 'programme', way: way.id, programme })}
          onChannel={(to) => act({ do: 'channel', channel: to })}
          onOutlet={(outlet) => act({ do: 'outlet', outlet })}
        />
      ) : null}
      {because.length > 0 ? (
        <Refusal
          because={because}
          overridable={up.overridable}
          why={state.despite}
          onWhy={(why) => act({ do: 'despite', why })}
        />
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
            <summary>{t`The order of the hands`}</summary>
            <HookOrder steps={up.steps} />
          </details>
        </>
      ) : null}
      {state.problem ? (
        <p className={shared.refused} role="alert">
          {state.problem}
        </p>
      ) : null}
      <Button className={styles.wait} onClick={queue}>
        {queued ? t`Out of the queue` : t`Let it wait for a charger`}
      </Button>
      <Button
        type="primary"
        size="large"
        className={shared.go}
        disabled={!goes}
        loading={state.busy}
        onClick={hang}
      >{t`It hangs on ${way.name}${charger && charger.channels > 1 && channel ? t`, channel ${channel}` : ''}`}</Button>
    </section>
  );
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
        label={t`Programme`}
        value={fit.programme.id}
        options={fit.charger.programmes.map(({ id, absorptionVolts }) => ({
          value: id,
          label: `${PROGRAMMES[id].label}, ${decimal(absorptionVolts, 1)} V`,
        }))}
        onChange={onProgramme}
      />
      <SelectField
        label={t`Channel`}
        value={channel}
        placeholder={t`none free`}
        options={channels.map((n) => ({ value: n, label: String(n) }))}
        onChange={onChannel}
        disabled={channels.length < 2}
      />
      <SelectField
        label={t`Outlet`}
        value={outletId ?? ''}
        options={[
          { value: '', label: t`not noted` },
          ...outlets.map(({ id, name, amps }) => ({ value: id, label: `${name}, ${amps} A` })),
        ]}
        onChange={(id) => onOutlet(id || null)}
        disabled={plugged}
      />
    </div>
  );
}
