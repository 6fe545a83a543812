import { t } from '../../core/language';
import { phrase } from '../words/phrase';
import { Link } from '../ui/link';
import type { ChargeData } from './charge-data';
import { whenWords } from './words';
import styles from './watch.module.css';

/** What about the chargers in use asks to be looked at, and devices that have fallen silent. */
export function Watch({ data }: { data: ChargeData }) {
  const found = data.board.flatMap((one) => one.findings.map((finding) => ({ one, finding })));
  const mute = data.reporters.filter(({ silent, kind }) => silent && kind === 'thermometer');
  if (found.length === 0 && mute.length === 0) return null;
  const at = (instant: number) =>
    whenWords(instant, data.clock.now, data.clock.timeZone, data.rules);
  return (
    <section className={styles.watch} aria-label={t`To look at`}>
      <h2>{t`To look at`}</h2>
      <ul>
        {found.map(({ one, finding }) => (
          <li key={`${one.batteryId} ${finding.kind}`}>
            <Link href={`/charge?battery=${one.batteryId}`}>
              <i>{one.bayMark}</i> {one.name}
            </Link>
            <span>
              <b>{finding.headline}.</b> {finding.why}
            </span>
          </li>
        ))}
        {mute.map(({ id, name, lastHeard }) => (
          <li key={id}>
            <span>{name}</span>
            <span>{phrase`${(<b>{t`Silent.`}</b>)} ${lastHeard === null ? t`Never heard yet.` : t`Last heard ${at(lastHeard)}.`} Its hall is foreseen by the climate until it speaks again.`}</span>
          </li>
        ))}
      </ul>
    </section>
  );
}
