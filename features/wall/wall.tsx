import { t } from '../../core/language';
import { dayOf, shortDay, weekdayLong } from '../../core/day';
import { formatInstant } from '../../core/words/words';
import { Quiet } from '../ui/quiet';
import { KeepsUp } from './keeps-up';
import type { WallData } from './wall-data';
import layout from '../ui/layout.module.css';
import styles from './wall.module.css';

/** The round and who comes, to be read from across the hall; nothing is done here. */
export function Wall({ data }: { readonly data: WallData }) {
  const { clock, units, today, roundDay, stops, left } = data;
  const round =
    roundDay === today
      ? t`${weekdayLong(today)} round`
      : t`Next round: ${weekdayLong(roundDay)}, ${shortDay(roundDay, dayOf(clock.now, clock.timeZone))}`;
  return (
    <div className={styles.wall}>
      <header className={layout.head}>
        <h1>{round}</h1>
        <p>
          {stops === 0
            ? t`nothing to do`
            : left === 0
              ? t`all ${stops} stops done`
              : t`${left} of ${stops} stops left, about ${Math.round(data.minutes)} min`}
        </p>
        <Quiet as="p">
          {data.siteName}, {formatInstant(clock.now, clock.timeZone, units)}
        </Quiet>
        <KeepsUp />
      </header>
      <div className={styles.halls}>
        {data.halls.map((hall) => (
          <section key={hall.name} aria-label={hall.name}>
            <h2>{hall.name}</h2>
            <ul className={styles.list}>
              {hall.stops.map(({ key, bay, name, needs }) => (
                <li key={key}>
                  <b>{bay}</b> {name} <Quiet>{needs}</Quiet>
                </li>
              ))}
            </ul>
          </section>
        ))}
        <section aria-label={t`Who comes`}>
          <h2>{t`Until ${shortDay(today + 7)}`}</h2>
          <ul className={styles.list}>
            {data.days.length === 0 ? <li>{t`No owner comes, none is to be asked.`}</li> : null}
            {data.days.map(({ id, day, words }) => (
              <li key={id}>
                <strong>{day === today ? t`today` : shortDay(day)}</strong> {words}
              </li>
            ))}
          </ul>
          <p>{data.summary}</p>
        </section>
      </div>
    </div>
  );
}
