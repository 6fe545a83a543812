import { MONTH_NAMES, partsOf, shortDay, toDay } from '../../core/day';
import { groupBy } from '../../core/group';
import { requireSite } from '../site/current';
import { jobWords } from './calendar';
import { currentPlan } from './keeper';
import { namesOf } from './load';
import { hoursWords } from './hours';
import styles from './print.module.css';

/** The plan on paper, a month a page: every round with its stops, and room to tick. */
export async function PrintSeason() {
  const loaded = requireSite();
  const { plan } = await currentPlan(loaded);
  const { batteryName, hallName, chargerName } = namesOf(loaded);
  const months = groupBy(plan.rounds, ({ date }) => date.slice(0, 7));
  return (
    <main className={styles.sheets}>
      {[...months].map(([month, rounds]) => {
        const { month: at, year } = partsOf(toDay(`${month}-01`));
        const minutes = rounds.reduce((sum, round) => sum + round.minutes, 0);
        return (
          <section key={month} className={styles.sheet}>
            <header>
              <h1>
                {MONTH_NAMES[at]} {year}
              </h1>
              <p>
                {loaded.site.name}: {rounds.length} rounds, {hoursWords(minutes)}. Planned on{' '}
                {shortDay(loaded.today)}.
              </p>
            </header>
            <div className={styles.rounds}>
              {rounds.map((round) => (
                <article key={round.date}>
                  <h2>
                    {shortDay(toDay(round.date))} <small>{Math.round(round.minutes)} min</small>
                  </h2>
                  {[...groupBy(round.stops, ({ hall }) => hall)].map(([hall, stops]) => (
                    <div key={hall}>
                      <h3>{hallName(hall)}</h3>
                      <ul>
                        {stops.flatMap(({ visits }) =>
                          visits.map(({ battery, jobs, charger }) => (
                            <li key={battery}>
                              <i /> <b>{batteryName(battery)}</b>{' '}
                              {jobWords(
                                jobs,
                                charger === undefined ? undefined : chargerName(charger),
                              )}
                            </li>
                          )),
                        )}
                      </ul>
                    </div>
                  ))}
                </article>
              ))}
            </div>
          </section>
        );
      })}
    </main>
  );
}
