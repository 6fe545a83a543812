import { t } from '../language';
import { z } from 'zod';
import { Line } from '../text';
import { instantProblem, isWithinLimits } from '../time-limits';
import { ENTRY_KINDS, ENTRY_KIND_NAMES, type EntryData, type EntryKind } from './kinds';
import { SUBJECT_KINDS, type SubjectKind } from './kind';

export const Envelope = z.strictObject({
  /** UUIDv7, made by whoever records: the same entry sent twice is recorded once. */
  id: z.uuid({ version: 'v7', error: () => t`an entry id is a UUIDv7` }),
  subjectKind: z.enum(SUBJECT_KINDS),
  subjectId: z.string().min(1).max(64),
  kind: z.enum(ENTRY_KIND_NAMES as [EntryKind, ...EntryKind[]]),
  version: z.int().min(1),
  /** UTC instant of the event. */
  at: z.iso
    .datetime({ error: () => t`an instant is written in UTC, as 2027-01-14T09:00:00.000Z` })
    .superRefine((at, context) => {
      const message = instantProblem(at);
      if (message) context.addIssue({ code: 'custom', message });
    }),
  by: Line(1, 80),
  data: z.unknown(),
  /** The one entry that this corrects. */
  strikes: z.uuid().nullable(),
});

/** An entry as it is sent. */
export type NewEntry = {
  [K in EntryKind]: {
    readonly id: string;
    readonly subjectKind: SubjectKind;
    readonly subjectId: string;
    readonly kind: K;
    readonly version: number;
    readonly at: string;
    readonly by: string;
    readonly data: EntryData<K>;
    readonly strikes: string | null;
  };
}[EntryKind];

/** An entry as it stands in the logbook. */
export type Entry = NewEntry & {
  readonly seq: number;
  readonly recordedAt: string;
};

/** An entry made by this program: its envelope follows from its kind. */
export function makeEntry<K extends EntryKind>(
  kind: K,
  about: {
    readonly id: string;
    readonly subjectId: string;
    /** UTC milliseconds. */
    readonly at: number;
    readonly by: string;
    readonly strikes?: string | null;
    /** Only a withdrawal may be about anything. */
    readonly subjectKind?: SubjectKind;
  },
  data: EntryData<K>,
): NewEntry {
  return {
    id: about.id,
    subjectKind: about.subjectKind ?? ENTRY_KINDS[kind].subject,
    subjectId: about.subjectId,
    kind,
    version: ENTRY_KINDS[kind].version,
    at: new Date(about.at).toISOString(),
    by: about.by,
    data,
    strikes: about.strikes ?? null,
  } as NewEntry;
}

/**
 * An entry of unknown origin, checked: its envelope, then its data by the schema of its kind.
 * The reason names the field and how to mend it.
 */
export function parseEntry(
  input: unknown,
): { ok: true; entry: NewEntry } | { ok: false; reason: string } {
  const envelope = Envelope.safeParse(input);
  if (!envelope.success) return { ok: false, reason: reasonOf(envelope.error) };
  const { data: entry } = envelope;
  const kind = ENTRY_KINDS[entry.kind];
  if (kind.subject !== entry.subjectKind && entry.kind !== 'withdrawn') {
    return {
      ok: false,
      reason: t`subjectKind: an entry of kind ${entry.kind} is about a ${kind.subject}, not a ${entry.subjectKind}`,
    };
  }
  if (entry.version !== kind.version) {
    return {
      ok: false,
      reason: t`version: this program writes version ${kind.version} of ${entry.kind}, and was sent ${entry.version}`,
    };
  }
  if (entry.kind === 'withdrawn' && entry.strikes === null) {
    return { ok: false, reason: t`strikes: a withdrawal names the entry that it takes back` };
  }
  const data = kind.data.safeParse(entry.data);
  if (!data.success) return { ok: false, reason: `data.${reasonOf(data.error)}` };
  return { ok: true, entry: { ...entry, data: data.data } as NewEntry };
}

/** The first thing that Zod found, as `field: what is wrong`. */
export function reasonOf(error: z.ZodError): string {
  const issue = error.issues[0]!;
  const path = issue.path.join('.');
  return path ? `${path}: ${issue.message}` : issue.message;
}

/**
 * The order in which things happened: by the instant of the event, then by the order of
 * recording. Struck entries are left out, and those whose instant cannot be: they stay in the
 * logbook, where they can be withdrawn, and nothing is counted from them.
 */
export function inOrder(entries: readonly Entry[]): Entry[] {
  const struck = new Set(entries.map((entry) => entry.strikes));
  return entries
    .filter(({ id, at }) => !struck.has(id) && isWithinLimits(Date.parse(at)))
    .sort((a, b) => (a.at < b.at ? -1 : a.at > b.at ? 1 : a.seq - b.seq));
}
