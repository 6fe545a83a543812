import { Button } from 'antd';
import { isDrop, type Drop } from '../../core/fault-isolation/drops';
import { isMain, type FuseList } from '../../core/fault-isolation/fuse-list';
import { BEHIND_NO_FUSE, type HuntAnswer } from '../../core/fault-isolation/hunt';
import { formatMilliamps } from '../../core/words/words';
import shared from './measuring.module.css';
import styles from './next-pull.module.css';

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
  const waiting = newest && newest.milliamps === null;
  return (
    <section className={shared.card} aria-label="Next pull">
      {newest ? (
        <p role="status" className={shared.say}>
          {newest.milliamps === null
            ? `${newest.circuit} is out: watch the trace for a moment …`
            : newest.woke
              ? `Pulling ${newest.circuit} woke something: wait until it has settled.`
              : isDrop(newest)
                ? `${newest.circuit} out: ${formatMilliamps(newest.milliamps.value)} less.`
                : `${newest.circuit} out: nothing fell.`}
        </p>
      ) : null}
      {contradiction ? (
        <p className={shared.doubt}>
          What fell contradicts itself: something woke or slept in between. Put all back, wait, and
          begin anew.
        </p>
      ) : null}
      {found && culprits[0] !== '' ? (
        <h2>
          Found:{' '}
          {culprits
            .map((fuse) => (fuse ? `${fuse}, ${feeds(fuse)}` : 'behind no fuse'))
            .join(' and ')}
        </h2>
      ) : found || next === null ? (
        <>
          <h2>Behind no fuse</h2>
          <ul>
            {BEHIND_NO_FUSE.map((place) => (
              <li key={place}>{place}</li>
            ))}
          </ul>
          {onAnew ? (
            <p className={shared.quiet}>
              What wakes just while a fuse is out hides what fell: pull them once more before you
              take a cable off.
            </p>
          ) : null}
        </>
      ) : (
        <>
          <h2>
            {blocked
              ? `Put ${blocked} back first`
              : `Pull ${next}${feeds(next) ? `, ${feeds(next)}` : ''}`}
          </h2>
          <p className={shared.quiet}>
            {blocked
              ? `${blocked === next ? 'Something woke while it was out' : `${next} hangs on it`}. Then wait until it has settled again.`
              : isMain(list, next)
                ? 'It asks about all that hang on it at once.'
                : 'Straight out, without a wiggle, door still latched.'}
          </p>
        </>
      )}
      {awake ? (
        <p className={shared.doubt}>It is awake: wait until the trace is down again.</p>
      ) : null}
      {found && out.length === 0 && hint ? <p>{hint}</p> : null}
      {found ? null : children}
      <div className={shared.buttons}>
        {onMark && next !== null && !found ? (
          blocked ? (
            <Button type="primary" size="large" onClick={() => onMark('put-back', blocked)}>
              {blocked} is back in
            </Button>
          ) : (
            <Button
              type="primary"
              size="large"
              disabled={Boolean(waiting) || awake}
              onClick={() => onMark('pull', next)}
            >
              {next} is out <kbd>Enter</kbd>
            </Button>
          )
        ) : null}
        {onAnew && out.length === 0 ? (
          <Button size="large" disabled={awake} onClick={onAnew}>
            Begin the hunt anew
          </Button>
        ) : null}
      </div>
      {onMark && out.length ? (
        <div className={styles.out}>
          <b>Still out, must go back:</b>
          {out.map((fuse) => (
            <Button key={fuse} onClick={() => onMark('put-back', fuse)}>
              {fuse} back in
            </Button>
          ))}
        </div>
      ) : null}
    </section>
  );
}
