import { decimal, t } from '../../core/language';
import { notFound } from 'next/navigation';
import { shortDay, toDay } from '../../core/day';
import { askOrSetUp } from '../server/ask';
import { PrintButton } from './print-button';
import type { OwnersRecord, RecordedBattery } from '../owners-record/record-document';
import { VoltsChart } from './record-chart';
import styles from './record.module.css';

const day = (name: string) => shortDay(toDay(name));

/** The owner’s record on paper: what was done, what was read and tested, and what comes next. */
export async function RecordScreen({
  id,
  forOwner = false,
}: {
  id: string;
  /** Its owner looks at it, who may see nothing else. */
  forOwner?: boolean;
}) {
  const record = (await askOrSetUp('ownersRecord', id)) ?? notFound();
  const { vehicle, owner, from, to } = record;
  return (
    <div className={styles.paper}>
      <PrintButton {...(forOwner ? {} : { address: `/api/records/${id}` })} />
      <header className={styles.head}>
        <h1>{vehicle.name}</h1>
        <p>{t`${vehicle.kind}${owner ? t` of ${owner}` : ''} · ${record.site} · ${from ? t`here from ${day(from)}` : t`here`}${to ? t` to ${day(to)}` : ''} · printed ${day(record.printed)}`}</p>
      </header>
      {record.batteries.map((battery) => (
        <Battery key={battery.mark} battery={battery} />
      ))}
      <Signed record={record} />
    </div>
  );
}

function Battery({ battery }: { battery: RecordedBattery }) {
  const { readings, done, tests } = battery;
  const last = readings.at(-1);
  return (
    <section className={styles.battery}>
      <h2>
        {battery.mark}, {battery.role}
      </h2>
      <p>{t`${battery.rated}, fitted ${battery.fitted}.${last ? t` Last read ${decimal(last.volts, 2)} V at rest on ${day(last.on)}.` : ''}`}</p>
      {readings.length > 1 ? <VoltsChart readings={readings} /> : null}
      <div className={styles.columns}>
        <Lines title={t`What was done`} lines={done.map(({ on, what }) => [day(on), what])} />
        <Lines
          title={t`Tests`}
          lines={tests.map(({ on, what, says }) => [`${day(on)}, ${what.toLowerCase()}`, says])}
        />
      </div>
      <h3>{t`An honest word`}</h3>
      <p>{battery.life.join(' ')}</p>
      <h3>{t`At home`}</h3>
      <ul>
        {battery.atHome.map((word) => (
          <li key={word}>{word}</li>
        ))}
      </ul>
    </section>
  );
}

function Lines({ title, lines }: { title: string; lines: readonly (readonly string[])[] }) {
  if (lines.length === 0) return null;
  return (
    <div>
      <h3>{title}</h3>
      <ul className={styles.lines}>
        {lines.map(([on, what], i) => (
          <li key={i}>
            <b>{on}</b> {what}
          </li>
        ))}
      </ul>
    </div>
  );
}

function Signed({ record }: { record: OwnersRecord }) {
  return (
    <footer className={styles.signed}>
      <p>{t`The maker’s instructions and local rules come before anything that stands here. Lead and acid are recycled.`}</p>
      <div className={styles.hands}>
        <span>{record.takenBy ?? record.owner ?? t`Owner`}</span>
        <span>{record.site}</span>
      </div>
    </footer>
  );
}
