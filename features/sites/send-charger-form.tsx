'use client';

import { t } from '../../core/language';
import { useState } from 'react';
import { call } from '../http/client';
import { SelectField } from '../ui/chooser';
import { Problem } from '../ui/problem';
import layout from '../ui/layout.module.css';
import type { OtherSite } from './schema';
import { Button } from '../ui/button';

/** A charger goes to another site, with all that is known of it. */
export function SendCharger({
  charger,
  sites,
  onSent,
}: {
  readonly charger: { readonly id: string; readonly name: string };
  /** Those that have a hall. */
  readonly sites: readonly OtherSite[];
  readonly onSent: (what: string) => void;
}) {
  const [mark, setMark] = useState(sites[0]!.mark);
  const to = sites.find((site) => site.mark === mark)!;
  const [hallId, setHallId] = useState(to.halls[0]!.id);
  const [problem, setProblem] = useState<string | null>(null);
  const hall = to.halls.find(({ id }) => id === hallId) ?? to.halls[0]!;
  const send = async () => {
    const reply = await call('POST /api/chargers/{id}/send', {
      of: { id: charger.id },
      body: { to: mark, hallId: hall.id },
    });
    if (!reply.ok) return setProblem(reply.reason);
    onSent(t`${charger.name} went to ${to.name}, ${hall.name}. It stands in both logbooks.`);
  };
  return (
    <form
      className={layout.fields}
      aria-label={t`${charger.name} goes to another site`}
      onSubmit={(event) => {
        event.preventDefault();
        void send();
      }}
    >
      <SelectField
        label={t`Goes to the site`}
        value={mark}
        options={sites.map((site) => ({ value: site.mark, label: site.name }))}
        onChange={setMark}
      />
      <SelectField
        label={t`Hall there`}
        value={hall.id}
        options={to.halls.map(({ id, name }) => ({ value: id, label: name }))}
        onChange={setHallId}
      />
      <Button htmlType="submit" size="large">{t`Send it`}</Button>
      <Problem>{problem}</Problem>
    </form>
  );
}
