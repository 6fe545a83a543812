import { t, counted } from '../../core/language';
import { phrase } from '../words/phrase';
import { send, type OutboxState } from '../logbook/outbox';
import { isTheirs, recorder } from '../logbook/recorder';
import { useNow } from '../logbook/use-now';
import { sinceWords } from '../logbook/waiting-words';
import type { NewEntry } from '../../core/logbook/entry';
import styles from './outbox-line.module.css';
import { Button } from '../ui/button';
import { part } from '../ui/part';

const NotTaken = part(() => import('./not-taken').then((loaded) => loaded.NotTaken));

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
      {failing.size + refused.length === 0 ? null : <NotTaken outbox={outbox} onMend={onMend} />}
    </div>
  );
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
