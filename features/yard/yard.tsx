'use client';

import { t } from '../../core/language';
import { phrase } from '../words/phrase';
import { useRouter } from 'next/navigation';
import { Suspense, lazy, useMemo, useState } from 'react';
import { useRefresh } from '../app-shell/refresh';
import { shortDay, type Day } from '../../core/day';
import { UNKNOWN } from '../../core/assessment/reserve-marks';
import { formatTemperature } from '../../core/words/words';
import { useDay } from '../app-shell/day';
import { dataOf } from '../site/page-text';
import { RESERVE_STOPS } from '../theme/reserve-colour';
import type { SeasonData, YardBattery, YardData } from './yard-data';
import { batteriesIn, countsOf, summary } from './counts';
import { useSeason } from './use-season';
import { useWholeYard } from './use-whole-yard';
import { Bay } from './bay';
import layout from '../ui/layout.module.css';
import styles from './yard.module.css';
import { Button } from '../ui/button';

/** Dragging is heavy and seldom: it comes when it is asked for. */
const MoveYard = lazy(() => import('./move').then((part) => ({ default: part.MoveYard })));

/** So is a comparison of everything. */
const OneMore = lazy(() => import('./one-more').then((part) => ({ default: part.OneMore })));

/** One battery on the day that is looked at. */
function onDay(battery: YardBattery, season: SeasonData | null, day: Day, today: Day) {
  const known = day === today ? null : season?.batteries[battery.id];
  if (!known) {
    return { reserve: battery.reserve, soc: battery.socPct, frost: battery.frost, under: null };
  }
  const at = day - season!.from;
  return {
    reserve: known.reserve[at] ?? UNKNOWN,
    soc: known.soc[at] ?? null,
    under: day > today ? (known.under[at] ?? null) : null,
    frost: known.frost.includes(at),
  };
}

/** The yard, from what the server made of it as text: a large one is read faster so. */
export function Yard({ text }: { text: string }) {
  const first = useMemo(() => dataOf<YardData>(text), [text]);
  const { data, missing, failed: cut, tryAgain } = useWholeYard(first);
  const router = useRouter();
  const refresh = useRefresh();
  const { day, today } = useDay();
  const elsewhere = day !== today;
  const { season, failed, progress } = useSeason(elsewhere, first);
  const shown = (battery: YardBattery) => onDay(battery, season, day, today);
  const counts = elsewhere ? countsOf(batteriesIn(data.halls).map(shown)) : first.counts;
  const { all } = counts;
  const waiting = elsewhere && (!season || missing > 0);
  const [moving, setMoving] = useState(false);
  const [advising, setAdvising] = useState(false);

  // One listener for all bays: hundreds of link components would cost more than they give.
  const follow = (event: React.MouseEvent) => {
    const link = event.target instanceof Element ? event.target.closest('a') : null;
    if (!link || event.button || event.metaKey || event.ctrlKey || event.shiftKey) return;
    event.preventDefault();
    router.push(link.getAttribute('href')!);
  };

  return (
    <div className={styles.yard} aria-busy={waiting} onClick={follow}>
      <header className={layout.head}>
        <h1>{elsewhere ? t`Yard on ${shortDay(day, today)}` : t`Yard`}</h1>
        <p className={styles.summary} role="status">
          {failed
            ? t`The other days could not be loaded: is the server running?`
            : waiting
              ? progress && progress.done > 0
                ? t`Working out that day, ${progress.done} of ${progress.of} vehicles`
                : t`Working out that day`
              : summary(counts, day - today)}
        </p>
        {all > 0 && !elsewhere ? (
          <Button aria-pressed={moving} onClick={() => setMoving(!moving)}>
            {moving ? t`Done moving` : t`Move vehicles`}
          </Button>
        ) : null}
        {all > 0 && !elsewhere ? (
          <Button
            aria-pressed={advising}
            onClick={() => setAdvising(!advising)}
          >{t`Where one more helps`}</Button>
        ) : null}
        <span className={styles.legend} aria-hidden="true">{phrase`days of reserve${(
          <span
            className={styles.scale}
            style={{ background: `linear-gradient(90deg, ${RESERVE_STOPS.join(', ')})` }}
          />
        )}${(<span className={styles.range}>0–90+</span>)}`}</span>
      </header>
      {advising && !elsewhere ? (
        <Suspense fallback={null}>
          <OneMore onClose={() => setAdvising(false)} />
        </Suspense>
      ) : null}
      {moving && !elsewhere && missing === 0 ? (
        <Suspense fallback={<p className={styles.moveSaid}>{t`Making the vehicles movable`}</p>}>
          <MoveYard data={data} onMoved={refresh} />
        </Suspense>
      ) : (
        <div className={styles.halls}>
          {data.halls.map((hall, i) => {
            const celsius = elsewhere ? season?.halls[hall.id]?.[day - season.from] : hall.celsius;
            return (
              <section
                key={hall.id}
                className={i === data.halls.length - 1 && i % 2 === 0 ? styles.wide : styles.hall}
                aria-label={hall.name}
              >
                <header className={styles.hallHead}>
                  <div>
                    <h2>{hall.name}</h2>
                    <p className={styles.note}>{hall.note}</p>
                  </div>
                  {celsius !== undefined ? (
                    <span className={styles.celsius}>
                      {formatTemperature(celsius, data.units, 1)}
                    </span>
                  ) : null}
                </header>
                <ul className={styles.bays}>
                  {hall.bays.map((bay) => (
                    <li key={bay.mark}>
                      <Bay bay={bay} shown={shown} waiting={waiting} />
                    </li>
                  ))}
                </ul>
              </section>
            );
          })}
        </div>
      )}
      {cut ? (
        <p className={styles.missing} role="alert">
          {missing > 0
            ? t`${missing} more bays could not be loaded: is the server running?`
            : t`What has changed could not be loaded: is the server running?`}{' '}
          <Button onClick={tryAgain}>{t`Try again`}</Button>
        </p>
      ) : missing > 0 ? (
        <p className={styles.missing}>{t`${missing} more bays are on their way.`}</p>
      ) : null}
    </div>
  );
}
