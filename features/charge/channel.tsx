import { t } from '../../core/language';
import { Link } from '../ui/link';
import { LAMP_WORDS } from '../../core/site/lamp';
import { chargeCourse } from '../../core/charging/course';
import { PROGRAMMES } from '../../core/site/programmes';
import { VehicleIcon } from '../theme/vehicle-icon';
import type { ChargeData, OnBoard } from './charge-data';
import { agoWords, whenWords } from './words';
import styles from './channel.module.css';

/** One battery on a channel: how far it should be, and what its lamp said. */
export function Channel({ one, data }: { one: OnBoard; data: ChargeData }) {
  const { hanging, lamp, findings } = one;
  const { now, timeZone } = data.clock;
  const course = chargeCourse(hanging.hook, hanging.since, now);
  const held = hanging.kind === 'maintain';
  const done = lamp?.state === 'holding';
  const share = done ? 1 : Math.min(1, course.share ?? 0);
  const at = (instant: number) => whenWords(instant, now, timeZone, data.rules);
  const finish = done
    ? held
      ? t`holding`
      : t`full, take it off`
    : course.finishAt === null
      ? lamp
        ? LAMP_WORDS[lamp.state]
        : ''
      : course.finishAt > now
        ? t`full ${at(course.finishAt)}`
        : t`should be full: look`;
  return (
    <Link
      href={`/charge?battery=${one.batteryId}`}
      className={styles.channel}
      data-watch={findings.length > 0}
      data-chosen={data.chosen?.battery.id === one.batteryId}
    >
      <span className={styles.who}>
        <i>{one.bayMark}</i>
        <VehicleIcon kind={one.kind} size={16} />
        <span>{one.name}</span>
      </span>
      <span className={styles.bar} aria-hidden="true">
        <span style={{ width: `${Math.round(100 * share)}%` }} />
      </span>
      <span className={styles.state}>{findings.length > 0 ? findings[0]!.headline : finish}</span>
      <small>
        {one.label}
        {hanging.hook ? ` · ${PROGRAMMES[hanging.hook.programme].label}` : ''} ·{' '}
        {agoWords(hanging.since, now)}
      </small>
    </Link>
  );
}
