'use client';

import { t, counted } from '../../core/language';
import { phrase } from '../words/phrase';
import { groupBy } from '../../core/group';
import { shortDay, weekdayLong, type Day } from '../../core/day';
import { isRound } from '../../core/rules/rounds';
import { useDay } from '../app-shell/day';
import { VehicleIcon } from '../theme/vehicle-icon';
import type { RoundData } from './round-data';
import shared from './round.module.css';
import styles from './foreseen.module.css';
import { Button } from '../ui/button';

/** The round of another day: what it will ask for, or where its record is. */
export function Foreseen({ data, day }: { data: RoundData; day: Day }) {
  const { setDay, today } = useDay();
  const stops = data.ahead.filter((one) => one.days.includes(day));
  const halls = new Map(data.halls.map((hall) => [hall.id, hall.name]));
  const title = isRound(data.rules, day)
    ? t`${weekdayLong(day)} round, ${shortDay(day, today)}`
    : t`No round on ${shortDay(day, today)}`;
  return (
    <div className={styles.foreseen}>
      <h1>{title}</h1>
      <p>{phrase`${
        day < today
          ? t`What was recorded in past rounds stands in the logbook of each vehicle.`
          : isRound(data.rules, day)
            ? t`Foreseen today: ${counted(stops.length, 'stop', 'stops')}, if each is done on its day.`
            : t`Your rules have no round on this weekday.`
      } Recording always means today. ${(<Button size="small" onClick={() => setDay(today)}>{t`Back to today’s round`}</Button>)}`}</p>
      {[...groupBy(stops, (one) => one.hallId)].map(([hallId, list]) => (
        <section key={hallId}>
          <h2>{halls.get(hallId)}</h2>
          <ul className={styles.foreseenList}>
            {list.map((one) => (
              <li key={one.vehicleId}>
                <span className={shared.stopMark}>{one.bayMark}</span>
                <VehicleIcon kind={one.kind} size={18} />
                {one.name}
              </li>
            ))}
          </ul>
        </section>
      ))}
    </div>
  );
}
