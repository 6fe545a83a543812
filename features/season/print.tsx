import { counted, t } from '../../core/language';
import { MONTH_NAMES, partsOf, shortDay, toDay } from '../../core/day';
import { groupBy } from '../../core/group';
import { askOrSetUp } from '../server/ask';
import { hoursWords } from './hours';
import styles from './print.module.css';

/** The plan on paper, a month a page: every round with its stops, and room to tick. */
export async function PrintSeason() {
  const { siteName, printed, why, rounds: all } = await askOrSetUp('printedSeason');
  const months = groupBy(all, ({ date }) => date.slice(0, 7));
  return (
    <div className={styles.sheets}>
      {why ? <p>{t`There is no plan of the season: ${why}`}</p> : null}
      {[...months].map(([month, rounds]) => {
        const { month: at, year } = partsOf(toDay(`${month}-01`));
        const minutes = rounds.reduce((sum, round) => sum + round.minutes, 0);
        return (
          <section key={month} className={styles.sheet}>
            <header>
              <h1>
                {MONTH_NAMES[at]} {year}
              </h1>
              <p>{t`${siteName}: ${counted(rounds.length, 'round', 'rounds')}, ${hoursWords(minutes)}. Planned on ${printed}.`}</p>
            </header>
            <div className={styles.rounds}>
              {rounds.map((round) => (
                <article key={round.date}>
                  <h2>
                    {shortDay(toDay(round.date))}{' '}
                    <small>{t`${Math.round(round.minutes)} min`}</small>
                  </h2>
                  {round.halls.map(({ name, visits }) => (
                    <div key={name}>
                      <h3>{name}</h3>
                      <ul>
                        {visits.map((visit) => (
                          <li key={visit.id}>
                            <i /> <b>{visit.name}</b> {visit.jobs}
                          </li>
                        ))}
                      </ul>
                    </div>
                  ))}
                </article>
              ))}
            </div>
          </section>
        );
      })}
    </div>
  );
}
