'use client';

import { t } from '../../core/language';
import { Link } from '../ui/link';
import { useMemo, useState } from 'react';
import { VehicleIcon } from '../theme/vehicle-icon';
import { reserveText } from '../theme/reserve-words';
import type { ChargeData } from './charge-data';
import styles from './waiting.module.css';

/** What is due for a charge till the next round; any other battery is found by bay or name. */
export function Waiting({ data }: { data: ChargeData }) {
  const [sought, setSought] = useState('');
  const words = sought.trim().toLowerCase();
  const found = useMemo(
    () =>
      words
        ? data.others.filter(({ bayMark, name, label }) =>
            `${bayMark} ${name} ${label}`.toLowerCase().includes(words),
          )
        : null,
    [data.others, words],
  );
  return (
    <section className={styles.waiting} aria-label={t`Waiting for a charger`}>
      <div className={styles.head}>
        <h2>{t`Waiting`}</h2>
        <input
          aria-label={t`Find a bay or vehicle`}
          placeholder={t`Bay or vehicle`}
          value={sought}
          onChange={(event) => setSought(event.target.value)}
        />
      </div>
      <ul>
        {(found ?? data.queue).map((one) => {
          const waits = data.queue.find(({ batteryId }) => batteryId === one.batteryId);
          return (
            <li key={one.batteryId}>
              <Link
                href={`/charge?battery=${one.batteryId}`}
                aria-current={data.chosen?.battery.id === one.batteryId ? 'true' : undefined}
              >
                <i>{one.bayMark}</i>
                <VehicleIcon kind={one.kind} size={18} />
                <span>
                  {one.name}
                  <small>
                    {one.label}
                    {waits ? ` · ${waits.why}` : ''}
                  </small>
                  {waits ? (
                    <small data-blocked={waits.blocked !== null}>
                      {waits.blocked ?? waits.suggests}
                    </small>
                  ) : null}
                </span>
                {waits?.reserve != null ? <b>{reserveText(waits.reserve)}</b> : null}
              </Link>
            </li>
          );
        })}
        {found?.length === 0 ? (
          <li className={styles.none}>{t`Nothing here is called so.`}</li>
        ) : null}
        {!found && data.queue.length === 0 ? (
          <li className={styles.none}>{t`Nothing has to be charged before the next round.`}</li>
        ) : null}
      </ul>
    </section>
  );
}
