'use client';

import { t } from '../../core/language';
import { Link } from '../ui/link';
import { useMemo, useState } from 'react';
import { VehicleIcon } from '../theme/vehicle-icon';
import { byUrgency, type BenchJob, type BenchPick } from './bench-data';
import layout from '../ui/layout.module.css';
import list from './pick-list.module.css';

/** Batteries that ask to be measured come first; any other is found by bay or name. */
export function PickList({
  picks,
  chosen,
  running,
  job,
}: {
  picks: readonly BenchPick[];
  chosen: string | null;
  running: string | null;
  job: BenchJob;
}) {
  const [sought, setSought] = useState('');
  const shown = useMemo(() => {
    const words = sought.trim().toLowerCase();
    if (words) {
      return picks.filter(({ bayMark, name, label }) =>
        `${bayMark} ${name} ${label}`.toLowerCase().includes(words),
      );
    }
    return byUrgency(picks, running);
  }, [picks, sought, running]);
  return (
    <aside className={list.list} data-chosen={chosen !== null}>
      <label className={list.seek}>
        <span className={layout.aloud}>{t`Find a bay or vehicle`}</span>
        <input
          placeholder={t`Bay or vehicle`}
          value={sought}
          onChange={(event) => setSought(event.target.value)}
        />
      </label>
      <ul>
        {shown.map((one) => (
          <li key={one.batteryId}>
            <Link
              href={`/bench?battery=${one.batteryId}&job=${job}`}
              aria-current={one.batteryId === chosen ? 'true' : undefined}
            >
              <span className={list.mark}>{one.bayMark}</span>
              <VehicleIcon kind={one.kind} size={18} />
              <span className={list.name}>
                {one.name}
                <small>
                  {one.label}
                  {one.batteryId === running ? t` · test running` : one.why ? ` · ${one.why}` : ''}
                </small>
              </span>
            </Link>
          </li>
        ))}
        {shown.length === 0 ? <li className={list.none}>{t`Nothing here is called so.`}</li> : null}
      </ul>
    </aside>
  );
}
