'use client';

import { t } from '../../core/language';
import { useState } from 'react';
import { call } from '../http/client';
import { TextField } from '../ui/field';
import { Problem } from '../ui/problem';
import { Quiet } from '../ui/quiet';
import layout from '../ui/layout.module.css';
import type { SiteLink } from './schema';
import { SiteList } from './site-switch';
import { Button } from '../ui/button';

/** The sites that are kept beside this one, and one more. */
export function SitesPanel({
  sites,
  canAdd,
}: {
  readonly sites: readonly SiteLink[];
  readonly canAdd: boolean;
}) {
  const [name, setName] = useState('');
  const [problem, setProblem] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const add = async () => {
    if (name.trim() === '') return setProblem(t`Give the site a name.`);
    setBusy(true);
    const reply = await call('POST /api/sites', { body: { name } });
    if (reply.ok) return window.location.assign(reply.reply.href);
    setBusy(false);
    setProblem(reply.reason);
  };
  if (!canAdd && sites.length === 0) return null;
  return (
    <section className={layout.panel} aria-label={t`Other sites`}>
      <h2>{t`Other sites`}</h2>
      {sites.length === 0 ? null : <SiteList sites={sites} />}
      {canAdd ? (
        <>
          <Quiet as="p">{t`Each site has a data file, an address and people of its own; the rail leads from one to the other, and chargers travel between them (Charge, Stock). A second yard that one person walks in the same round is no other site: draw its halls here, and say how long the drive is.`}</Quiet>
          <form
            className={layout.fields}
            onSubmit={(event) => {
              event.preventDefault();
              void add();
            }}
          >
            <TextField
              label={t`Name of the new site`}
              maxLength={80}
              value={name}
              onChange={(event) => setName(event.target.value)}
            />
            <Button htmlType="submit" size="large" disabled={busy}>{t`Add a site`}</Button>
          </form>
          <Problem>{problem}</Problem>
        </>
      ) : null}
    </section>
  );
}
