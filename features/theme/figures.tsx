import type { Sentence } from '../../core/words/words';
import styles from './figures.module.css';

/** A sentence with its figures set in tabular type. */
export function Figures({ sentence }: { sentence: Sentence }) {
  return (
    <>
      {sentence.map((piece, i) =>
        typeof piece === 'string' ? (
          <span key={i}>{piece}</span>
        ) : (
          <span key={i} className={styles.figure}>
            {piece.figure}
          </span>
        ),
      )}
    </>
  );
}
