import { t } from '../../core/language';
import { Link } from '../ui/link';
import type { Outcome } from '../../practice/stage';
import { Caution } from '../ui/caution';
import { DataTable } from '../ui/data-table';
import layout from '../ui/layout.module.css';
import { BesideTable } from './beside';
import styles from './outcome.module.css';
import { Button } from '../ui/button';

const hoursWords = (hours: number) =>
  hours > 72 ? t`${Math.round(hours / 24)} days` : t`${Math.round(hours)} h`;

/** What was believed, what was so, what it cost, and which caution was broken. */
export function OutcomeView({
  outcome,
  sheetSaid,
  winter,
  onSame,
  onOther,
}: {
  readonly outcome: Outcome;
  /** What was done with one's own sheet; null: nothing. */
  readonly sheetSaid: string | null;
  /** The seed of a whole winter, which the program plays too; null: it is none. */
  readonly winter: number | null;
  readonly onSame: () => void;
  readonly onOther: () => void;
}) {
  const { passed, beside, beliefs, slips, minutes, hours } = outcome;
  return (
    <section className={styles.outcome} aria-label={t`What was so`} role="status">
      <h2>
        {passed
          ? slips.length === 0
            ? t`As it should be`
            : t`Right in the end`
          : slips.some(({ isGrave }) => isGrave)
            ? t`Not like this`
            : t`It was otherwise`}
      </h2>
      {beliefs.length > 0 ? (
        <DataTable
          caption={t`What you believed and what was so`}
          head={[t`asked`, t`believed`, t`it was`, { aloud: t`whether that was right` }]}
        >
          {beliefs.map(({ ask, believed, so, isRight }) => (
            <tr key={ask}>
              <td>{ask}</td>
              <td>{believed}</td>
              <td>{so}</td>
              <td>{isRight ? t`right` : <b>{t`not so`}</b>}</td>
            </tr>
          ))}
        </DataTable>
      ) : null}
      {beside ? <BesideTable beside={beside} winter={winter} /> : null}
      {slips.map(({ id, broke, would }) => (
        <div key={id} data-slip={id}>
          <Caution>{broke}</Caution>
          <p>{would}</p>
        </div>
      ))}
      <p>
        {t`It cost ${minutes} min of your time`}
        {hours * 60 - minutes > 30 ? t`, ${hoursWords(hours)} from beginning to end` : ''}.
      </p>
      {sheetSaid ? <p>{sheetSaid}</p> : null}
      <div className={layout.answers}>
        <Button type="primary" size="large" onClick={onOther}>{t`Again, with another one`}</Button>
        <Button size="large" onClick={onSame}>{t`The same once more`}</Button>
        <Link href="/practice">{t`All tasks`}</Link>
      </div>
    </section>
  );
}
