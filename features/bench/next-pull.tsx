import { t } from '../../core/language';
import { phrase } from '../words/phrase';
import { isDrop, type Drop } from '../../core/fault-isolation/drops';
import { isMain, type FuseList } from '../../core/fault-isolation/fuse-list';
import { BEHIND_NO_FUSE, type HuntAnswer } from '../../core/fault-isolation/hunt';
import { formatMilliamps } from '../../core/words/words';
import layout from '../ui/layout.module.css';
import shared from './measuring.module.css';
import styles from './next-pull.module.css';
import { Button } from '../ui/button';

/** Why a fuse goes back in before the next pull. */
function whyBack(
  blocked: string,
  next: string,
  newest: Drop | undefined,
  slept: readonly string[],
): string {
  if (blocked !== next) return t`${next} hangs on it`;
  const drop = newest?.circuit === blocked ? newest : null;
  if (drop?.tooSoon) return t`It was pulled too soon`;
  if (drop && slept.includes(blocked)) return t`Something fell asleep just when it came out`;
  return drop?.woke
    ? t`Something woke while it was out`
    : t`It is out already, and is to be pulled once more`;
}

/** What the last pull did. */
function didWords(drop: Drop, slept: readonly string[]): string {
  const { circuit, milliamps } = drop;
  if (drop.tooSoon) {
    return t`${circuit} came out before the trace had come to rest: what it carries cannot be told.`;
  }
  if (milliamps === null) return t`${circuit} is out: watch the trace for a moment …`;
  if (drop.woke) return t`Pulling ${circuit} woke something: wait until it has settled.`;
  const fell = formatMilliamps(milliamps.value);
  if (slept.includes(circuit)) {
    return t`${circuit} out: ${fell} less, more than flows at rest in all. Something fell asleep just then: it has to come out once more.`;
  }
  return isDrop(drop) ? t`${circuit} out: ${fell} less.` : t`${circuit} out: nothing fell.`;
}

/** The fuse to pull next and what the last one did; who it is, once that is known. */
export function NextPull({
  answer,
  list,
  newest,
  awake,
  blocked,
  out,
  onMark,
  onAnew = null,
  hint = '',
  children,
}: {
  answer: HuntAnswer;
  list: FuseList;
  newest: Drop | undefined;
  awake: boolean;
  /** The fuse that hides the next one, or is that and out already: it must go back first. */
  blocked: string | null;
  out: readonly string[];
  /** Null where what fell is typed, below. */
  onMark: ((what: 'pull' | 'put-back', fuse: string) => void) | null;
  /** Begins the hunt anew; null: there is no reason to. */
  onAnew?: (() => void) | null;
  /** What is left to do once it is found and all is back in. */
  hint?: string;
  children?: React.ReactNode;
}) {
  const { next, found, culprits, contradiction } = answer;
  const feeds = (fuse: string) => list.find((one) => one.fuse === fuse)?.feeds ?? '';
  const pulled = (fuse: string) => answer.ranked.some((one) => one.fuse === fuse && one.pulled);
  const waiting = newest && newest.milliamps === null && !newest.tooSoon;
  return (
    <section className={shared.card} aria-label={t`Next pull`}>
      {newest ? (
        <p role="status" className={shared.say}>
          {didWords(newest, answer.slept)}
        </p>
      ) : null}
      {contradiction ? (
        <p
          className={shared.doubt}
        >{t`One pull does not fit the others: something woke or slept in that second, or a fuse was not quite out. Pull what is asked for again; if it goes on, put all back, wait, and begin anew.`}</p>
      ) : null}
      {found && culprits[0] !== '' ? (
        <h2>
          {t`Found: `}
          {culprits
            .map((fuse) => (fuse ? `${fuse}, ${feeds(fuse)}` : t`behind no fuse`))
            .join(t` and `)}
        </h2>
      ) : found || next === null ? (
        <>
          <h2>{t`Behind no fuse`}</h2>
          <ul className={layout.bullets}>
            {BEHIND_NO_FUSE.map((place) => (
              <li key={place}>{place}</li>
            ))}
          </ul>
          {onAnew ? (
            <p
              className={shared.quiet}
            >{t`What wakes just while a fuse is out hides what fell: pull them once more before you take a cable off.`}</p>
          ) : null}
        </>
      ) : (
        <>
          <h2>
            {blocked
              ? t`Put ${blocked} back first`
              : pulled(next)
                ? t`Pull ${next} once more, to be sure`
                : t`Pull ${next}${feeds(next) ? `, ${feeds(next)}` : ''}`}
          </h2>
          <p className={shared.quiet}>
            {blocked
              ? t`${whyBack(blocked, next, newest, answer.slept)}. Then wait until it has settled again.`
              : isMain(list, next)
                ? t`It asks about all that hang on it at once.`
                : t`Straight out, without a wiggle, door still latched.`}
          </p>
        </>
      )}
      {awake ? (
        <p className={shared.doubt}>{t`It is awake: wait until the trace is down again.`}</p>
      ) : null}
      {found && out.length === 0 && hint ? <p>{hint}</p> : null}
      {found ? null : children}
      <div className={shared.buttons}>
        {onMark && next !== null && !found ? (
          blocked ? (
            <Button
              type="primary"
              size="large"
              onClick={() => onMark('put-back', blocked)}
            >{t`${blocked} is back in`}</Button>
          ) : (
            <Button
              type="primary"
              size="large"
              disabled={Boolean(waiting) || awake}
              onClick={() => onMark('pull', next)}
            >{phrase`${next} is out ${(<kbd>{t`Enter`}</kbd>)}`}</Button>
          )
        ) : null}
        {onAnew && out.length === 0 ? (
          <Button size="large" disabled={awake} onClick={onAnew}>{t`Begin the hunt anew`}</Button>
        ) : null}
      </div>
      {onMark && out.length ? (
        <div className={styles.out}>
          <b>{t`Still out, must go back:`}</b>
          {out.map((fuse) => (
            <Button
              key={fuse}
              onClick={() => onMark('put-back', fuse)}
            >{t`${fuse} back in`}</Button>
          ))}
        </div>
      ) : null}
    </section>
  );
}
