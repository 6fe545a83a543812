import { t } from '../../core/language';
import { Link } from '../ui/link';
import type { Status } from './wire';
import styles from './meter-line.module.css';

function words(status: Status | null, name: string): { text: string; good: boolean } {
  if (status === null)
    return { text: t`The server is out of reach; the bench waits.`, good: false };
  switch (status.state) {
    case 'none':
      return { text: t`No meter is set up: type what yours shows.`, good: false };
    case 'resting':
    case 'connecting':
      return { text: t`${name}: connecting …`, good: false };
    case 'reading':
      return {
        text: t`${name} reads ${status.quantity === 'volts' ? t`volts` : t`amps`} (${status.identity.maker} ${status.identity.model})`,
        good: true,
      };
    case 'lost':
      return { text: t`${name} is lost: ${status.why} Trying again.`, good: false };
  }
}

/** Whether the meter is there, in a line. */
export function MeterLine({
  status,
  name,
  pace,
}: {
  status: Status | null;
  name: string | null;
  pace: number;
}) {
  const { text, good } = words(status, name ?? t`The meter`);
  return (
    <p className={good ? styles.meterGood : styles.meter} role="status" data-meter={status?.state}>
      {text}
      {status?.state === 'none' || status?.state === 'lost' ? (
        <>
          {' '}
          <Link href="/rules#devices">{t`Devices`}</Link>
        </>
      ) : null}
      {pace === 1 ? null : (
        <span
          className={styles.pace}
        >{t`Demo: seconds at the bench run ${pace} times as fast.`}</span>
      )}
    </p>
  );
}
