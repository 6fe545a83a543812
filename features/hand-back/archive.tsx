'use client';

import { t } from '../../core/language';
import { Link } from '../ui/link';
import { useState } from 'react';
import { shortDay } from '../../core/day';
import { VehicleIcon } from '../theme/vehicle-icon';
import { TextField } from '../ui/field';
import { Quiet } from '../ui/quiet';
import type { ArchiveRow, HandBackData } from './hand-back-data';
import layout from '../ui/layout.module.css';
import styles from './archive.module.css';
import { part } from '../ui/part';
import { Button } from '../ui/button';

const ComesAgain = part(() => import('./comes-again').then((loaded) => loaded.ComesAgain));

/** Those of the archive that have every word of what is looked for. */
export function archived(rows: readonly ArchiveRow[], sought: string): readonly ArchiveRow[] {
  const words = sought.toLowerCase().split(/\s+/).filter(Boolean);
  return rows.filter(({ name, owner, known }) => {
    const text = [name, owner ?? '', ...known].join(' ').toLowerCase();
    return words.every((word) => text.includes(word));
  });
}

/** Vehicles whose stay is over: what is known of them stays, and waits for the next autumn. */
export function Archive({ data }: { data: HandBackData }) {
  const [sought, setSought] = useState('');
  const [coming, setComing] = useState<string | null>(null);
  const rows = archived(data.archive, sought);
  return (
    <section aria-label={t`Archive`}>
      <div className={styles.head}>
        <h2>{t`Archive`}</h2>
        <TextField
          label={t`Vehicle, owner or battery mark`}
          value={sought}
          onChange={(event) => setSought(event.target.value)}
        />
      </div>
      {rows.length === 0 ? <Quiet as="p">{t`Nobody like that was here.`}</Quiet> : null}
      <ul className={layout.list}>
        {rows.map((row) => (
          <li key={row.vehicleId} className={styles.item}>
            <span className={styles.name}>
              <VehicleIcon kind={row.kind} size={20} />
              <Link href={`/vehicle/${row.vehicleId}`}>{row.name}</Link>
              <Quiet>{row.owner ?? t`no owner noted`}</Quiet>
            </span>
            <Quiet>{t`${shortDay(row.from, data.today)} to ${shortDay(row.to, data.today)}${row.stays > 1 ? t`, the last of ${row.stays} stays` : ''} · ${row.known.join(' · ')}`}</Quiet>
            <Link href={`/print/record/${row.vehicleId}`}>{t`Its record`}</Link>
            <Button
              aria-expanded={coming === row.vehicleId}
              onClick={() => setComing(coming === row.vehicleId ? null : row.vehicleId)}
            >{t`It comes again`}</Button>
            {coming === row.vehicleId ? <ComesAgain row={row} data={data} /> : null}
          </li>
        ))}
      </ul>
    </section>
  );
}
