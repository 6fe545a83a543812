import { t } from '../../core/language';
import { phrase } from '../words/phrase';
import type { NewEntry } from '../../core/logbook/entry';
import { dismiss, type OutboxState } from '../logbook/outbox';
import { entryWords } from '../logbook/words';
import { Button } from '../ui/button';

/** What the server fails on, and what it will not have as it is. */
export function NotTaken({
  outbox: { waiting, refused, failing },
  onMend,
}: {
  readonly outbox: OutboxState;
  /** Goes back to where it was recorded, with what was typed; null: there is no such stop today. */
  readonly onMend: (entry: NewEntry) => (() => void) | null;
}) {
  return (
    <>
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
    </>
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

/** What was recorded, when. */
function inWords(entry: NewEntry): string {
  const { what, value } = entryWords(entry, {});
  const time = new Date(entry.at).toISOString().slice(0, 16).replace('T', ' ');
  return `${what}${value ? ` ${value}` : ''} (${entry.subjectId}, ${time} UTC)`;
}
