import { t } from '../../core/language';
import type { Sentence } from '../../core/words/words';
import { Figures } from '../theme/figures';
import styles from './why.module.css';

/** What is to be done and by when is said in so many sentences. */
const FIRST = 2;

/** Why something is so: what decides it at once, the rest of it when it is asked for. */
export function Why({
  sentences,
  whole = false,
}: {
  readonly sentences: readonly Sentence[];
  /** All of it at once: where one decides by it, or could come to harm. */
  readonly whole?: boolean;
}) {
  const all = sentences.map((sentence, i) => (
    <p key={i}>
      <Figures sentence={sentence} />
    </p>
  ));
  // Nobody opens what hides a single sentence.
  const first = whole || all.length <= FIRST + 1 ? all.length : FIRST;
  return (
    <div className={styles.why}>
      {all.slice(0, first)}
      {first < all.length ? (
        <details>
          <summary>{t`and ${all.length - first} more reasons`}</summary>
          {all.slice(first)}
        </details>
      ) : null}
    </div>
  );
}
