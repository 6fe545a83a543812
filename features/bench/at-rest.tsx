import { t } from '../../core/language';
import { Link } from '../ui/link';
import type { ReactNode } from 'react';
import { shortDay } from '../../core/day';
import { formatMilliamps } from '../../core/words/words';
import { Quiet } from '../ui/quiet';
import { byUrgency, type BenchData } from './bench-data';
import styles from './at-rest.module.css';

/** Of those that wait, so many are named. */
const NAMED = 10;

/** The bench with nothing chosen: what waits to be measured and why, and what was found last. */
export function AtRest({ data, children }: { data: BenchData; children: ReactNode }) {
  const waiting = byUrgency(data.picks, null).filter(({ why }) => why !== '');
  const limitMa = data.rules.drawLimitMa;
  return (
    <div className={styles.rest}>
      <header>
        <h1>{t`Bench`}</h1>
        <Quiet as="p">{t`Read a battery at rest with the meter, test the draw of its vehicle, and hunt the circuit that draws too much.`}</Quiet>
        {children}
      </header>
      <section aria-labelledby="waiting">
        <h2 id="waiting">
          {waiting.length === 0
            ? t`Nothing waits to be measured`
            : t`${waiting.length} to be measured`}
        </h2>
        <ul>
          {waiting.slice(0, NAMED).map((one) => (
            <li key={one.batteryId}>
              <b>{one.bayMark}</b>
              <Link href={`/bench?battery=${one.batteryId}&job=draw`}>{one.name}</Link>
              <Quiet>
                {one.label}: {one.why}
              </Quiet>
            </li>
          ))}
        </ul>
        {waiting.length > NAMED ? (
          <Quiet as="p">{t`and ${waiting.length - NAMED} more, in the list`}</Quiet>
        ) : null}
      </section>
      <section aria-labelledby="results">
        <h2 id="results">{t`Last draw tests`}</h2>
        {data.results.length === 0 ? <Quiet as="p">{t`None was made yet.`}</Quiet> : null}
        <ul>
          {data.results.map((one) => (
            <li key={`${one.batteryId} ${one.day}`}>
              <b>{one.bayMark}</b>
              <Link href={`/bench?battery=${one.batteryId}&job=draw`}>{one.name}</Link>
              <Quiet>
                {one.label}, {shortDay(one.day, data.today)}
              </Quiet>
              <output data-over={one.milliamps > limitMa || undefined}>
                {formatMilliamps(one.milliamps)}
              </output>
            </li>
          ))}
        </ul>
        {data.results.length > 0 ? (
          <Quiet as="p">{t`The house’s limit is ${formatMilliamps(limitMa)}; what is over it stands out.`}</Quiet>
        ) : null}
      </section>
    </div>
  );
}
