'use client';

import { t } from '../../core/language';
import { useState } from 'react';
import { CONSENT_WORDS, KEY_WORDS, type Terms } from '../../core/stay/vehicle-facts';
import { call } from '../http/client';
import { SelectField, wordsAsOptions } from '../ui/chooser';
import { TextField } from '../ui/field';
import { Problem } from '../ui/problem';
import type { VehicleData } from './vehicle-data';
import shared from './vehicle.module.css';
import { Button } from '../ui/button';

/** Whose it is, how they are reached and what was agreed, to be put right. */
export function OwnerFacts({ data, onChanged }: { data: VehicleData; onChanged: () => void }) {
  const [open, setOpen] = useState(false);
  return open ? (
    <OwnerForm
      data={data}
      onLeave={() => setOpen(false)}
      onKept={() => {
        setOpen(false);
        onChanged();
      }}
    />
  ) : (
    <div>
      <Button onClick={() => setOpen(true)}>{t`Owner, keys and what was agreed`}</Button>
    </div>
  );
}

function OwnerForm({
  data,
  onLeave,
  onKept,
}: {
  data: VehicleData;
  onLeave: () => void;
  onKept: () => void;
}) {
  const { owner, terms: before } = data;
  const [name, setName] = useState(owner?.name ?? '');
  const [contact, setContact] = useState(owner?.contact ?? '');
  const [samePerson, setSamePerson] = useState<'same' | 'other'>('same');
  const [terms, setTerms] = useState<Omit<Terms, 'ownerId'>>({
    keys: before.keys,
    keyPlace: before.keyPlace,
    consent: before.consent,
    priceLimit: before.priceLimit,
  });
  const [price, setPrice] = useState(before.priceLimit === null ? '' : String(before.priceLimit));
  const [why, setWhy] = useState('');
  const [problem, setProblem] = useState<string | null>(null);
  const keep = async () => {
    const limit = price.trim() === '' ? null : Number(price.replace(',', '.'));
    const reply = await call('PUT /api/vehicles/{id}/owner', {
      of: { id: data.vehicle.id },
      body: {
        owner: name.trim() === '' ? null : { name, contact },
        samePerson: samePerson === 'same',
        terms: { ...terms, priceLimit: terms.consent === 'up-to' ? limit : null },
        why,
      },
    });
    if (reply.ok) onKept();
    else setProblem(reply.reason);
  };
  const renamed = owner !== null && name.trim() !== owner.name && name.trim() !== '';
  return (
    <form
      className={shared.add}
      onSubmit={(event) => {
        event.preventDefault();
        void keep();
      }}
    >
      <h3>{t`Owner, keys and what was agreed`}</h3>
      <div className={shared.fields}>
        <TextField
          label={t`Owner`}
          maxLength={80}
          value={name}
          onChange={(e) => setName(e.target.value)}
        />
        {renamed ? (
          <SelectField
            label={t`This is`}
            value={samePerson}
            options={[
              { value: 'same', label: t`${owner.name}, written right` },
              { value: 'other', label: t`Another owner` },
            ]}
            onChange={setSamePerson}
          />
        ) : null}
        <TextField
          label={t`How to reach them`}
          maxLength={160}
          value={contact}
          onChange={(event) => setContact(event.target.value)}
        />
      </div>
      <div className={shared.fields}>
        <SelectField
          label={t`Keys`}
          value={terms.keys}
          options={wordsAsOptions(KEY_WORDS)}
          onChange={(keys) => setTerms({ ...terms, keys })}
        />
        <TextField
          label={t`Hook, box or envelope`}
          maxLength={40}
          value={terms.keyPlace}
          onChange={(event) => setTerms({ ...terms, keyPlace: event.target.value })}
        />
        <SelectField
          label={t`Replacing a battery`}
          value={terms.consent}
          options={wordsAsOptions(CONSENT_WORDS)}
          onChange={(consent) => setTerms({ ...terms, consent })}
        />
        {terms.consent === 'up-to' ? (
          <TextField
            label={t`Up to`}
            inputMode="decimal"
            value={price}
            onChange={(event) => setPrice(event.target.value)}
          />
        ) : null}
      </div>
      <div className={shared.fields}>
        <TextField
          label={t`How do you know?`}
          maxLength={200}
          value={why}
          onChange={(event) => setWhy(event.target.value)}
        />
      </div>
      <div className={shared.fields}>
        <Button type="primary" htmlType="submit">{t`Keep it`}</Button>
        <Button onClick={onLeave}>{t`Leave it`}</Button>
      </div>
      <Problem>{problem}</Problem>
    </form>
  );
}
