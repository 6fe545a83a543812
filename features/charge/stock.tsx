'use client';

import { msg, t, withWords } from '../../core/language';
import { LAMP_WORDS } from '../../core/site/lamp';
import { useState } from 'react';
import { v7 as uuidv7 } from 'uuid';
import { PROGRAMME_IDS } from '../../core/battery/programme-ids';
import { CHARGER_KINDS } from '../../core/site/charger-kinds';
import type { Charger } from '../../core/site/charging-equipment';
import { LAMP_STATES } from '../../core/site/lamp';
import { PROGRAMMES } from '../../core/site/programmes';
import { call } from '../http/client';
import type { OtherSite } from '../sites/schema';
import { SendCharger } from '../sites/send-charger-form';
import { decimal } from '../ui/decimal';
import { SelectField } from '../ui/chooser';
import { TextField } from '../ui/field';
import type { ChargeData } from './charge-data';
import { Devices } from './devices';
import { Mains } from './mains';
import layout from '../ui/layout.module.css';
import styles from './stock.module.css';
import { Button } from '../ui/button';

interface Inner {
  readonly data: ChargeData;
  readonly onKept: (what: string) => void;
}

/** What the site charges with: chargers, outlets and their circuits, air, devices. */
export function Stock({ data, sites, onKept }: Inner & { readonly sites: readonly OtherSite[] }) {
  const [open, setOpen] = useState<Charger | null>(null);
  const goesTo = sites.filter(({ halls }) => halls.length > 0);
  return (
    <div className={styles.stock}>
      <section aria-label={t`Chargers`}>
        <div className={styles.title}>
          <h2>{t`Chargers`}</h2>
          <Button
            onClick={() => setOpen(fresh(data.halls[0]!.id))}
          >{t`Write down a charger`}</Button>
        </div>
        {open ? (
          <ChargerForm
            key={open.id}
            data={data}
            start={open}
            onKept={(what) => {
              setOpen(null);
              onKept(what);
            }}
            onLeave={() => setOpen(null)}
          />
        ) : null}
        {open && goesTo.length > 0 && data.stock.chargers.some(({ id }) => id === open.id) ? (
          <SendCharger
            key={`send ${open.id}`}
            charger={open}
            sites={goesTo}
            onSent={(what) => {
              setOpen(null);
              onKept(what);
            }}
          />
        ) : null}
        <ul className={styles.list}>
          {data.stock.chargers.map((charger) => (
            <li key={charger.id}>
              <button type="button" onClick={() => setOpen(charger)}>
                <b>{charger.name}</b>
                <span>
                  {charger.channels} × {charger.ampsPerChannel} A, {charger.volts.join(t` or `)} V
                </span>
                <span>{charger.programmes.map(({ id }) => PROGRAMMES[id].label).join(', ')}</span>
                <span>
                  {[
                    data.halls.find(({ id }) => id === charger.hallId)?.name,
                    charger.portable ? t`portable` : t`fixed`,
                    charger.automatic ? '' : t`manual`,
                    charger.working ? '' : t`broken`,
                  ]
                    .filter(Boolean)
                    .join(', ')}
                </span>
              </button>
            </li>
          ))}
        </ul>
      </section>
      <Mains data={data} onKept={onKept} />
      <Devices data={data} onKept={onKept} />
    </div>
  );
}

/** A new one is taken for a usual one until its plate is read. */
const fresh = (hallId: string): Charger => ({
  ...CHARGER_KINDS.small.facts,
  ...{ id: uuidv7(), name: '', hallId },
});

const FACTS = withWords({
  automatic: msg`Stops by itself (automatic)`,
  maintains: msg`May stay on for the season`,
  compensated: msg`Follows the temperature`,
  portable: msg`Portable`,
  reversePolarity: msg`Safe with swapped clamps`,
  sparkProof: msg`Clamps do not spark`,
  quickConnect: msg`Plugs into fitted charging leads`,
  working: msg`Works`,
} as const satisfies Partial<Record<keyof Charger, string>>);

/** One charger; what is typed stays until it is taken. */
function ChargerForm({
  data,
  start,
  onKept,
  onLeave,
}: Inner & { start: Charger; onLeave: () => void }) {
  const [charger, setCharger] = useState(start);
  const [typed, setTyped] = useState({
    channels: String(start.channels),
    ampsPerChannel: String(start.ampsPerChannel),
    volts: start.volts.join(' '),
    leastStartVolts: start.leastStartVolts === null ? '' : String(start.leastStartVolts),
    leadMetres: String(start.leadMetres),
    mainsAmps: String(start.mainsAmps),
  });
  const [problem, setProblem] = useState<{ text: string; field: string | undefined } | null>(null);
  const set = (patch: Partial<Charger>) => setCharger({ ...charger, ...patch });
  const known = data.stock.chargers.some(({ id }) => id === start.id);

  const keep = async () => {
    const full: Charger = {
      ...charger,
      channels: decimal(typed.channels),
      ampsPerChannel: decimal(typed.ampsPerChannel),
      volts: typed.volts
        .split(/[\s,;/]+/)
        .filter(Boolean)
        .map(decimal),
      leastStartVolts: typed.leastStartVolts.trim() === '' ? null : decimal(typed.leastStartVolts),
      leadMetres: decimal(typed.leadMetres),
      mainsAmps: decimal(typed.mainsAmps),
    };
    const reply = await call('POST /api/stock', { body: { kind: 'charger', charger: full } });
    if (!reply.ok) return setProblem({ text: reply.reason, field: lastName(reply.field) });
    onKept(t`${full.name} is kept.`);
  };
  const drop = async () => {
    const reply = await call('DELETE /api/stock/{what}/{id}', {
      of: { what: 'charger', id: start.id },
    });
    if (!reply.ok) return setProblem({ text: reply.reason, field: undefined });
    onKept(t`${start.name} is gone from the stock. What it did stays in the logbook.`);
  };
  const text = (field: keyof typeof typed, label: string, unit = '') => (
    <TextField
      label={unit ? `${label}, ${unit}` : label}
      wrong={problem?.field === field}
      inputMode="decimal"
      value={typed[field]}
      onChange={(event) => setTyped({ ...typed, [field]: event.target.value })}
    />
  );

  return (
    <form
      className={layout.panel}
      aria-label={known ? t`Charger ${start.name}` : t`A new charger`}
      onSubmit={(event) => {
        event.preventDefault();
        void keep();
      }}
    >
      <div className={styles.fields}>
        <TextField
          label={t`Name`}
          wrong={problem?.field === 'name'}
          value={charger.name}
          onChange={(event) => set({ name: event.target.value })}
        />
        <SelectField
          label={t`Hall`}
          value={charger.hallId}
          options={data.halls.map(({ id, name }) => ({ value: id, label: name }))}
          onChange={(hallId) => set({ hallId })}
        />
        {text('channels', t`Channels`)}
        {text('ampsPerChannel', t`Amps per channel`, 'A')}
        {text('volts', t`Volts, as 6 12`, 'V')}
        {text('leastStartVolts', t`Begins from`, 'V')}
        {text('leadMetres', t`Lead`, 'm')}
        {text('mainsAmps', t`From the mains`, 'A')}
      </div>
      <Programmes charger={charger} isWrong={problem?.field === 'wakesIn'} onSet={set} />
      <fieldset className={styles.lamps}>
        <legend>{t`Its lamps: what shows, and what that means`}</legend>
        {LAMP_STATES.map((means) => (
          <TextField
            key={means}
            label={LAMP_WORDS[means]}
            placeholder={means === 'dark' ? t`nothing lit` : t`amber, steady`}
            value={charger.lamps.find((lamp) => lamp.means === means)?.shows ?? ''}
            onChange={(event) => {
              const rest = charger.lamps.filter((lamp) => lamp.means !== means);
              const shows = event.target.value;
              set({ lamps: shows ? [...rest, { shows, means }] : rest });
            }}
          />
        ))}
      </fieldset>
      <div className={styles.checks}>
        {(Object.keys(FACTS) as (keyof typeof FACTS)[]).map((fact) => (
          <label key={fact}>
            <input
              type="checkbox"
              checked={charger[fact]}
              onChange={(event) => set({ [fact]: event.target.checked })}
            />
            {FACTS[fact]}
          </label>
        ))}
      </div>
      {problem ? <p role="alert">{problem.text}</p> : null}
      <div className={styles.row}>
        <Button type="primary" size="large" htmlType="submit">{t`Keep it`}</Button>
        <Button size="large" onClick={onLeave}>{t`Leave it`}</Button>
        {known ? (
          <Button size="large" onClick={() => void drop()}>{t`Out of the stock`}</Button>
        ) : null}
      </div>
    </form>
  );
}

/** The last name of a path: `volts` of `charger.volts.0`. */
const lastName = (path: string | undefined) =>
  path?.split('.').findLast((part) => !/^\d+$/.test(part));

/** What it can be set to, and what it wakes in. */
function Programmes({
  charger,
  isWrong,
  onSet,
}: {
  charger: Charger;
  isWrong: boolean;
  onSet: (patch: Partial<Charger>) => void;
}) {
  return (
    <fieldset className={styles.programmes}>
      <legend>{t`Programmes, with the volts of its leaflet at 25 °C`}</legend>
      {PROGRAMME_IDS.map((id) => {
        const one = charger.programmes.find((other) => other.id === id);
        return (
          <div key={id} className={styles.programme}>
            <label>
              <input
                type="checkbox"
                checked={one !== undefined}
                onChange={(event) =>
                  onSet({
                    programmes: event.target.checked
                      ? [
                          ...charger.programmes,
                          {
                            id,
                            absorptionVolts: PROGRAMMES[id].absorptionVolts,
                            floatVolts: PROGRAMMES[id].floatVolts,
                            amps: null,
                          },
                        ]
                      : charger.programmes.filter((other) => other.id !== id),
                  })
                }
              />
              {PROGRAMMES[id].label}
            </label>
            {one ? (
              <input
                aria-label={t`Volts of ${PROGRAMMES[id].label}`}
                inputMode="decimal"
                defaultValue={one.absorptionVolts}
                onChange={(event) =>
                  onSet({
                    programmes: charger.programmes.map((other) =>
                      other.id === id
                        ? { ...other, absorptionVolts: decimal(event.target.value) }
                        : other,
                    ),
                  })
                }
              />
            ) : null}
          </div>
        );
      })}
      <SelectField
        label={t`At each switch-on it wakes in`}
        wrong={isWrong}
        value={charger.wakesIn}
        options={charger.programmes.map(({ id }) => ({ value: id, label: PROGRAMMES[id].label }))}
        onChange={(wakesIn) => onSet({ wakesIn })}
      />
    </fieldset>
  );
}
