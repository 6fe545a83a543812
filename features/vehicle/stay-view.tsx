'use client';

import { t } from '../../core/language';
import { Link } from '../ui/link';
import { useState, type ReactNode } from 'react';
import { dayName, dayOf, parseDay, shortDay, toDay } from '../../core/day';
import { CONSENT_WORDS, KEY_WORDS } from '../../core/stay/vehicle-facts';
import { newEntry } from '../logbook/new-entry';
import { postEntry } from '../logbook/post';
import { OwnerLink } from '../owners-record/owner-link';
import { call, type Answer } from '../http/client';
import { Problem } from '../ui/problem';
import { Sure } from '../ui/sure';
import { useSiteClock } from '../site/clock';
import { Batteries } from './batteries';
import type { VehicleData } from './vehicle-data';
import { DayField } from '../theme/day-field';
import { Field, TextField } from '../ui/field';
import list from '../ui/facts.module.css';
import shared from './vehicle.module.css';
import styles from './stay-view.module.css';
import { Button } from '../ui/button';

/** Owner, keys, what was agreed, how it looked, outings, and which battery sits where. */
export function StayView({ data, onChanged }: { data: VehicleData; onChanged: () => void }) {
  const { owner, terms, vehicle, allOff, clock } = data;
  const { facts } = vehicle;
  const [problem, setProblem] = useState<string | null>(null);
  const erased = async (asked: Promise<Answer>) => {
    const answer = await asked;
    setProblem(answer.ok ? null : answer.reason);
    onChanged();
  };
  const mind = [
    ...(facts.earth === 'positive' ? [t`positive earth: the positive comes off first`] : []),
    ...(facts.alarm === 'must-live' ? [t`its alarm must stay live`] : []),
    ...(facts.tracker ? [t`tracker: tell ${facts.tellWho || t`its company`}`] : []),
    ...(facts.radioCode === 'missing' ? [t`radio code missing`] : []),
    ...(facts.poweredClosure
      ? [t`powered lock${facts.emergencyKey ? t`, emergency key in hand` : t`, no emergency key`}`]
      : []),
  ];
  return (
    <div className={shared.view}>
      <dl className={list.facts}>
        <div>
          <dt>{t`Owner`}</dt>
          <dd>
            {owner ? [owner.name, owner.contact].filter(Boolean).join(', ') : t`not noted`}{' '}
            {owner?.contact ? (
              <Sure
                label={t`Erase`}
                question={t`Erase how they are reached, for good`}
                onSure={() =>
                  void erased(call('DELETE /api/owners/{id}/contact', { of: { id: owner.id } }))
                }
              />
            ) : null}
          </dd>
        </div>
        <div>
          <dt>{t`Keys`}</dt>
          <dd>{[KEY_WORDS[terms.keys], terms.keyPlace].filter(Boolean).join(', ')}</dd>
        </div>
        <div>
          <dt>{t`Replacing a battery`}</dt>
          <dd>
            {CONSENT_WORDS[terms.consent]}
            {terms.priceLimit === null ? '' : `: ${terms.priceLimit}`}
          </dd>
        </div>
        <div>
          <dt>{t`Everything off`}</dt>
          <dd>
            {allOff
              ? `${shortDay(dayOf(allOff.at, clock.timeZone))}: ${allOff.checked.join(', ').toLowerCase()}`
              : t`not checked`}
          </dd>
        </div>
        {mind.length ? (
          <div>
            <dt>{t`Mind`}</dt>
            <dd>{mind.join('; ')}</dd>
          </div>
        ) : null}
      </dl>
      <p>
        <Link href={`/print/vehicle/${vehicle.id}`}>{t`Print tag, case labels and bay card`}</Link>
      </p>
      {data.photos.length ? (
        <ul className={styles.photos} aria-label={t`Condition on arrival`}>
          {data.photos.map((photo, i) => (
            <li key={photo.id}>
              <a href={`/api/photos/${photo.id}`}>
                {/* eslint-disable-next-line @next/next/no-img-element */}
                <img
                  src={`/api/photos/${photo.id}`}
                  alt={photo.caption || t`Photograph ${i + 1}`}
                />
              </a>
              <span>{photo.caption}</span>
              <Sure
                label={t`Erase`}
                question={t`Erase it for good`}
                onSure={() =>
                  void erased(call('DELETE /api/photos/{id}', { of: { id: photo.id } }))
                }
              />
            </li>
          ))}
        </ul>
      ) : null}
      <Problem>{problem}</Problem>
      <Collection data={data} onChanged={onChanged} />
      <Outing data={data} onChanged={onChanged} />
      <OwnerLink vehicleId={vehicle.id} />
      <Batteries data={data} onChanged={onChanged} />
    </div>
  );
}

/** It ran or was driven: no charge, and a reason to read. */
function Outing({ data, onChanged }: { data: VehicleData; onChanged: () => void }) {
  const siteNow = useSiteClock(data.clock);
  const [minutes, setMinutes] = useState('');
  const [message, setMessage] = useState<string | null>(null);
  const record = async () => {
    const n = minutes.trim() === '' ? null : Number(minutes);
    if (n !== null && !(n >= 0 && n <= 1440)) {
      return setMessage(t`Minutes are 0 to 1440; leave it empty where nobody knows.`);
    }
    const reply = await postEntry(newEntry('outing', data.vehicle.id, siteNow(), { minutes: n }));
    if (!reply.ok) return setMessage(reply.reason);
    setMinutes('');
    setMessage(t`Recorded. It counts as no charge; read the batteries once they have rested.`);
    onChanged();
  };
  return (
    <StayForm heading={t`It ran or was driven`} message={message} onSubmit={() => void record()}>
      <p
        className={shared.quiet}
      >{t`A start and a short outing take more than they give; only half an hour or so on the road counts, and a reading tells.`}</p>
      <div className={shared.fields}>
        <TextField
          label={t`Minutes`}
          inputMode="numeric"
          value={minutes}
          placeholder={t`unknown`}
          onChange={(event) => setMinutes(event.target.value)}
        />
        <Button htmlType="submit">{t`Record the outing`}</Button>
      </div>
    </StayForm>
  );
}

/** Its owner comes earlier or later than agreed: the season is planned anew. */
function Collection({ data, onChanged }: { data: VehicleData; onChanged: () => void }) {
  const siteNow = useSiteClock(data.clock);
  const { collectDay, id } = data.vehicle;
  const [on, setOn] = useState(collectDay === null ? '' : dayName(collectDay));
  const [message, setMessage] = useState<string | null>(null);
  const record = async (day: string | null) => {
    const reply = await postEntry(newEntry('collection', id, siteNow(), { on: day }));
    if (!reply.ok) return setMessage(reply.reason);
    setMessage(
      day === null
        ? t`It is kept always ready, and the season is planned for that.`
        : t`Collected on ${shortDay(toDay(day))}: the season is planned for that.`,
    );
    onChanged();
  };
  const submit = () => {
    if (parseDay(on) === null) setMessage(t`Choose the day on which its owner comes.`);
    else void record(on);
  };
  return (
    <StayForm heading={t`Its owner comes on another day`} message={message} onSubmit={submit}>
      <div className={shared.fields}>
        <Field label={t`Collection day`}>
          {(id) => <DayField id={id} value={on} onChange={setOn} />}
        </Field>
        <Button htmlType="submit">{t`Keep that day`}</Button>
        {collectDay !== null ? (
          <Button onClick={() => void record(null)}>{t`Always ready, no day`}</Button>
        ) : null}
      </div>
    </StayForm>
  );
}

/** Something that is written down of a stay, and what became of it. */
function StayForm({
  heading,
  message,
  onSubmit,
  children,
}: {
  heading: string;
  message: string | null;
  onSubmit: () => void;
  children: ReactNode;
}) {
  return (
    <form
      className={shared.add}
      onSubmit={(event) => {
        event.preventDefault();
        onSubmit();
      }}
    >
      <h2>{heading}</h2>
      {children}
      {message ? (
        <p className={shared.quiet} role="status">
          {message}
        </p>
      ) : null}
    </form>
  );
}
