import { msg, t, withWords } from '../../core/language';
import { enterWords } from './enter';
import type { Walk } from './use-walk';
import styles from './stop-actions.module.css';
import { Button } from '../ui/button';

const FEW_KEYS = withWords([
  ['Enter', msg`record`],
  ['0–9', msg`volts`],
  ['N', msg`note`],
  ['L', msg`lamp`],
  ['X', msg`on charge`],
  ['?', msg`all keys`],
] as const);

/** What is pressed at the end of a step, whatever it was. */
export function StopActions({ walk }: { readonly walk: Walk }) {
  const { step, view, views, position, target } = walk;
  const { words, loud } = enterWords(step, view.passed, target, position, views);
  return (
    <>
      <div className={styles.actions}>
        <Button
          {...(loud ? { type: 'primary' as const } : {})}
          size="large"
          className={loud ? styles.loud : styles.on}
          disabled={walk.doubt !== null}
          onClick={walk.enter}
        >
          {words}
        </Button>
        <Button
          size="large"
          onClick={walk.couldNotReach}
          disabled={view.done || view.passed}
        >{t`Could not reach`}</Button>
        <Button size="large" onClick={() => walk.act({ do: 'note', text: '' })}>{t`Note`}</Button>
        <Button
          size="large"
          onClick={walk.undo}
          disabled={walk.state.deeds.length === 0}
        >{t`Undo`}</Button>
      </div>
      <p className={styles.keys}>
        {FEW_KEYS.map(([key, what]) => (
          <span key={key}>
            <kbd>{key}</kbd> {what}
          </span>
        ))}
      </p>
    </>
  );
}
