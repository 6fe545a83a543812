'use client';

import { t } from '../../core/language';
import { Link } from '../ui/link';
import { shortDay, type Day } from '../../core/day';
import { useRefresh } from '../app-shell/refresh';
import type { ClockDto } from '../site/dto';
import { VehicleIcon } from '../theme/vehicle-icon';
import { Quiet } from '../ui/quiet';
import type { AtItsEnd } from './hand-back-data';
import { OwnerQuestion } from './owner-question';
import styles from './back-item.module.css';

/** What is waited for, and by when. */
function dateWords({ consent: { by, stands }, outBy }: AtItsEnd, today: Day): string {
  const day = (one: Day) => (one <= today ? t`today` : shortDay(one, today));
  if (by !== null) return stands === 'asked' ? t`answer ${day(by)}` : t`ask ${day(by)}`;
  return outBy === null ? t`answered` : t`out ${day(outBy)}`;
}

/** One battery at its end: why, what its owner has to say to it, and by when. */
export function AtItsEndItem({
  row,
  today,
  clock,
}: {
  row: AtItsEnd;
  today: Day;
  clock: ClockDto;
}) {
  const refresh = useRefresh();
  const { outBy, consent, why } = row;
  const by = outBy !== null && consent.by !== null ? outBy : null;
  return (
    <li className={styles.item}>
      <div className={styles.day}>{dateWords(row, today)}</div>
      <div className={styles.who}>
        <span className={styles.name}>
          <VehicleIcon kind={row.kind} size={22} />
          <b>{row.bayMark}</b>
          <Link href={`/vehicle/${row.vehicleId}`}>{row.name}</Link>
        </span>
        <span>{row.battery}</span>
        <Quiet>{row.owner ?? t`no owner noted`}</Quiet>
      </div>
      <div className={styles.state}>
        <p>{why.slice(0, 2).join(' ')}</p>
        {by === null ? null : (
          <p
            className={styles.worry}
          >{t`Out of the hall ${by <= today ? t`today` : t`by ${shortDay(by, today)}`}, before frost splits it.`}</p>
        )}
        <OwnerQuestion
          batteryId={row.batteryId}
          consent={consent}
          ask={row.ask}
          clock={clock}
          onChanged={refresh}
        />
      </div>
    </li>
  );
}
