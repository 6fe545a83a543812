import { t, counted } from '../../core/language';
import { phrase } from '../words/phrase';
import { dismiss, send, type OutboxState } from '../logbook/outbox';
import { entryWords } from '../logbook/words';
import { isTheirs, recorder } from '../logbook/recorder';
import { useNow } from '../logbook/use-now';
import { sinceWords } from '../logbook/waiting-words';
import type { NewEntry } from '../../core/logbook/entry';
import styles from './outbox-line.module.css';
import { Button } from '../ui/button';

/** How much is recorded here and not yet on the server; always in sight. */
export function OutboxLine({
  outbox,
  onMend,
}: {
  outbox: OutboxState;
  /** Goes back to where it was recorded, with what was typed; null: there is no such stop today. */
  onMend: (entry: NewEntry) => (() => void) | null;
}) {
  const { waiting, refused, stuck, failing, unkept, cannotKeep, known } = outbox;
  const now = useNow();
  const since = waiting[0] ? sinceWords(waiting[0].id, now) : '';
  const n = waiting.length;
  const bad = stuck !== null || refused.length > 0 || failing.size > 0 || cannotKeep !== null;
  return (
    <div className={bad ? styles.outboxStuck : styles.outbox} role="status">
      {cannotKeep === null ? null : (
        <span>{t`This device cannot keep entries (${cannotKeep}). ${
          n === 0
            ? t`While the server answers, each goes out at once; without it, write them on paper.`
            : t`Leave this page open until they are sent.`
        }`}</span>
      )}
      {n === 0 ? (
        <span>{known ? t`Everything is sent` : t`Looking for unsent entries`}</span>
      ) : (
        <span>{phrase`${counted(n, 'entry', 'entries')} waiting to send · ${keptWords(waiting, unkept)}${othersWords(waiting)}${since ? ` · ${since}` : ''}${
          stuck === null ? null : (
            <>
              {' '}
              · {stuck} <Button size="small" onClick={() => void send()}>{t`Try now`}</Button>
            </>
          )
        }`}</span>
      )}
      {waiting
        .filter(({ id }) => failing.has(id))
        .map((entry) => (
          <span
            key={entry.id}
          >{phrase`The server fails on ${inWords(entry)} (${failing.get(entry.id)}). It is kept and tried again; the others go on.`}</span>
        ))}
      {refused.map(({ entry, reason }) => (
        <span
          key={entry.id}
        >{phrase`Not taken, ${inWords(entry)}: ${reason} ${(<Mend entry={entry} onMend={onMend(entry)} />)}${(<Button size="small" onClick={() => dismiss(entry.id)}>{t`Seen, let it go`}</Button>)}`}</span>
      ))}
    </div>
  );
}

/** A way back to what the server will not have as it is. */
function Mend({
  entry,
  onMend,
}: {
  readonly entry: NewEntry;
  readonly onMend: (() => void) | null;
}) {
  if (!onMend) return null;
  const again = () => {
    onMend();
    dismiss(entry.id);
  };
  return <Button size="small" onClick={again}>{t`Mend it`}</Button>;
}

function keptWords(waiting: readonly NewEntry[], unkept: ReadonlySet<string>): string {
  const open = waiting.filter(({ id }) => unkept.has(id)).length;
  if (open === 0) return t`kept on this device`;
  return open === waiting.length
    ? t`in this page alone so far`
    : t`${waiting.length - open} kept on this device, ${open} in this page alone so far`;
}

/** Whose others wait here until they sign in. */
function othersWords(waiting: readonly NewEntry[]): string {
  const others = waiting.filter((entry) => !isTheirs(entry, recorder()));
  if (others.length === 0) return '';
  const names = [...new Set(others.map(({ by }) => by))].join(', ');
  return t` · ${others.length} of them by ${names}, for when they sign in`;
}

/** What was recorded, when. */
function inWords(entry: NewEntry): string {
  const { what, value } = entryWords(entry, {});
  const time = new Date(entry.at).toISOString().slice(0, 16).replace('T', ' ');
  return `${what}${value ? ` ${value}` : ''} (${entry.subjectId}, ${time} UTC)`;
}
