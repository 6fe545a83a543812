import { decimal, t } from '../../core/language';
import { phrase } from '../words/phrase';
import { dayOf, shortDay } from '../../core/day';
import { isSettled } from '../../core/record/settled';
import type { Doubt } from '../../core/assessment/plausible';
import { reserveMark } from '../../core/assessment/reserve-marks';
import { hallMean, today } from '../../core/record/battery-record';
import { CHEMISTRIES } from '../../core/battery/chemistries';
import type { Verdict } from '../../core/assessment/verdict';
import { formatTemperature, formatVolts } from '../../core/words/words';
import { Figures } from '../theme/figures';
import { ReserveBar } from '../theme/reserve-bar';
import { RESTS, type Judged } from './round-data';
import { Quiet } from '../ui/quiet';
import { Why } from '../ui/why';
import { Caution } from '../ui/caution';
import { part } from '../ui/part';
import shared from './round.module.css';
import styles from './verdict-card.module.css';
import { Button } from '../ui/button';

const Rested = part(() => import('./rested').then((loaded) => loaded.Rested));

/** Of these nothing is left for later. */
const WHOLE: ReadonlySet<Verdict['kind']> = new Set(['frozen', 'condemned']);

/** The reading that is being typed, and what it means, the moment it is there. */
export function VerdictCard({
  judged,
  shown,
  verdict,
  doubt,
  fresh,
  waits,
  rest,
  onRest,
  onKeep,
  onMeant,
  onAgain,
}: {
  judged: Judged;
  shown: string | null;
  verdict: Verdict;
  doubt: Doubt | null;
  /** The verdict is on what is typed, not on the record. */
  fresh: boolean;
  /** What judges what is typed is on its way: what was said before is not said of it. */
  waits: boolean;
  rest: number;
  onRest: (rest: number) => void;
  onKeep: () => void;
  onMeant: () => void;
  onAgain: () => void;
}) {
  const { standing } = judged;
  const { rules, state, timeZone } = standing;
  const last = state.readings[state.readings.length - 1];
  const display = shown ?? (last ? decimal(last.volts, 2) : '–.––');
  const celsius = hallMean(standing.temperatures, today(standing));
  const note = CHEMISTRIES[standing.facts.chemistry].readingNote;
  return (
    <div className={shared.card}>
      <p className={styles.cardLabel}>
        {shown !== null
          ? t`Resting voltage`
          : last
            ? t`Last reading, ${shortDay(dayOf(last.at, timeZone))}`
            : t`Resting voltage`}
      </p>
      <div className={styles.reading}>
        <output className={shown === null ? styles.oldVolts : styles.volts} aria-label={t`Volts`}>
          {display}
        </output>
        <span className={styles.unit}>V</span>
        <div className={styles.circumstances}>
          <span>{phrase`hall at ${(<b>{formatTemperature(celsius, rules)}</b>)}`}</span>
          {shown === null ? (
            <span>{phrase`rested ${(<b>{RESTS[rest]!.label}</b>)}`}</span>
          ) : (
            <Rested at={rest} onPick={onRest} />
          )}
          {shown !== null && last ? (
            <span>{t`last ${formatVolts(last.volts)}, ${shortDay(dayOf(last.at, timeZone))}${isSettled(last, standing) ? '' : t`, too soon`}`}</span>
          ) : null}
        </div>
      </div>
      {doubt ? (
        <div className={styles.doubt} role="alert">
          <p>
            <Figures sentence={doubt.question} />
          </p>
          <div className={styles.doubtActions}>
            {doubt.meant !== null ? (
              <Button
                type="primary"
                onClick={onMeant}
              >{phrase`Take ${formatVolts(doubt.meant)} ${(<kbd>M</kbd>)}`}</Button>
            ) : null}
            <Button onClick={onKeep}>{phrase`It is right, keep it ${(<kbd>Y</kbd>)}`}</Button>
            <Button onClick={onAgain}>{phrase`Type again ${(<kbd>{t`Esc`}</kbd>)}`}</Button>
          </div>
        </div>
      ) : waits ? (
        <Quiet as="p">{t`A moment …`}</Quiet>
      ) : (
        <div
          className={styles.verdict}
          aria-live="polite"
          data-verdict={verdict.kind}
          data-fresh={fresh}
        >
          <div className={styles.headline}>
            {verdict.outlook && verdict.kind !== 'unsettled' && verdict.kind !== 'fed' ? (
              <span className={styles.headReserve}>
                <ReserveBar days={reserveMark(verdict.outlook)} />
              </span>
            ) : null}
            <h2>{verdict.headline}</h2>
          </div>
          <Why sentences={verdict.why} whole={WHOLE.has(verdict.kind)} />
          {note && fresh ? <p>{note}</p> : null}
          {verdict.cautions.map((caution) => (
            <Caution key={caution}>{caution}</Caution>
          ))}
          <VerdictFigures judged={judged} verdict={verdict} />
        </div>
      )}
    </div>
  );
}

function VerdictFigures({ judged, verdict }: { judged: Judged; verdict: Verdict }) {
  const { outlook } = verdict;
  if (!outlook || verdict.kind === 'held' || verdict.kind === 'on-charge') return null;
  const { rules } = judged.standing;
  return (
    <dl className={styles.figures}>
      <div>
        <dt>{t`Freezes near`}</dt>
        <dd>
          {outlook.freezingCelsius === null
            ? t`does not`
            : formatTemperature(outlook.freezingCelsius, rules)}
        </dd>
      </div>
      <div>
        <dt>{t`Coldest ahead`}</dt>
        <dd>{formatTemperature(outlook.coldest.celsius, rules)}</dd>
      </div>
      <div>
        <dt>{t`Next reading`}</dt>
        <dd>{shortDay(outlook.nextReadingRound)}</dd>
      </div>
    </dl>
  );
}
