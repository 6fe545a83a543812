import { t } from '../../core/language';
import type { Answers, Question } from '../../practice/stage';
import { TextField } from '../ui/field';
import layout from '../ui/layout.module.css';
import styles from './questions.module.css';
import { RadioGroup } from '../ui/controls/radio';
import { Button } from '../ui/button';

/** What is believed, before it is said what was so. */
export function Questions({
  questions,
  answers,
  isSaid,
  onAnswer,
  onEnd,
}: {
  readonly questions: readonly Question[];
  readonly answers: Answers;
  /** All of them have an answer. */
  readonly isSaid: boolean;
  readonly onAnswer: (question: string, answer: string) => void;
  readonly onEnd: () => void;
}) {
  return (
    <section className={styles.questions} aria-label={t`What you believe`}>
      {questions.map(({ id, ask, choices, unit }) =>
        choices === null ? (
          <TextField
            key={id}
            label={`${ask} (${unit})`}
            inputMode="decimal"
            value={answers[id] ?? ''}
            onChange={({ target }) => onAnswer(id, target.value)}
          />
        ) : (
          <fieldset key={id} className={layout.bare}>
            <legend>{ask}</legend>
            <RadioGroup
              value={answers[id] ?? null}
              onChange={({ target }) => onAnswer(id, String(target.value))}
              options={choices.map((choice) => ({ value: choice.id, label: choice.say }))}
            />
          </fieldset>
        ),
      )}
      <Button type="primary" size="large" disabled={!isSaid} onClick={onEnd}>
        {t`Done: what was so?`}
      </Button>
    </section>
  );
}
