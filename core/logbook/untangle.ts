import { makeEntry, type Entry } from './entry';
import { foldBattery } from './fold';

type MixUp = Extract<Entry, { kind: 'mixed-up' }>;

/** Batteries that were ever mixed up with one, with itself: directly, or through others. */
export function tangledWith(id: string, mixUps: readonly MixUp[]): string[] {
  const all = new Set([id]);
  for (let before = 0; before < all.size;) {
    before = all.size;
    for (const { subjectId, data } of mixUps) {
      if (all.has(subjectId) || all.has(data.with)) all.add(subjectId).add(data.with);
    }
  }
  return [...all];
}

/**
 * Whose each entry is, where batteries were taken for each other: of what had been recorded when
 * that was found, everything since then goes to the other of the two, and so does the place where
 * it was fitted. What strikes an entry goes where that one goes. An entry keeps the subject that it
 * was recorded under. `mixUps`: in the order of recording, without those that were struck.
 */
export function untangled(
  mixUps: readonly MixUp[],
  own: ReadonlyMap<string, readonly Entry[]>,
): Map<string, Entry[]> {
  const lists = new Map([...own.keys()].map((id): [string, Entry[]] => [id, []]));
  const waiting = [...own.values()].flat().sort((a, b) => a.seq - b.seq);
  const takeUpTo = (seq: number) => {
    while (waiting.length > 0 && waiting[0]!.seq <= seq) {
      const entry = waiting.shift()!;
      const struck = entry.strikes;
      const home = [...lists.values()].find((list) => list.some(({ id }) => id === struck));
      (home ?? lists.get(entry.subjectId)!).push(entry);
    }
  };
  for (const mixUp of mixUps) {
    takeUpTo(mixUp.seq - 1);
    exchange(lists, mixUp);
    takeUpTo(mixUp.seq);
    // It is told of both.
    lists.get(mixUp.data.with)!.push(mixUp);
  }
  takeUpTo(Infinity);
  return lists;
}

function exchange(lists: Map<string, Entry[]>, mixUp: MixUp): void {
  const since = Date.parse(mixUp.data.since);
  const parted = (id: string) => {
    const list = lists.get(id)!;
    const at = new Map(list.map((entry) => [entry.id, Date.parse(entry.at)]));
    // A correction belongs to the time of what it corrects.
    const moves = ({ id: own, strikes }: Entry) => (at.get(strikes ?? '') ?? at.get(own)!) >= since;
    return { stays: list.filter((one) => !moves(one)), goes: list.filter(moves) };
  };
  const ids = [mixUp.subjectId, mixUp.data.with] as const;
  const [a, b] = [parted(ids[0]), parted(ids[1])];
  lists.set(ids[0], [...a.stays, ...fittedAs(b.stays, ids[0], mixUp), ...b.goes]);
  lists.set(ids[1], [...b.stays, ...fittedAs(a.stays, ids[1], mixUp), ...a.goes]);
}

/** From then on a battery sits where the other was thought to sit, clamped as that one. */
function fittedAs(others: readonly Entry[], id: string, mixUp: MixUp): Entry[] {
  const { vehicleId, role, place, fittedAt, out, negativeOn } = foldBattery(others);
  if (vehicleId === null || fittedAt === null || out) return [];
  const about = {
    id: `${mixUp.id}/${id}`,
    subjectId: id,
    at: Date.parse(mixUp.data.since),
    by: mixUp.by,
  };
  const as = (entry: ReturnType<typeof makeEntry>) =>
    ({ ...entry, seq: mixUp.seq, recordedAt: mixUp.recordedAt }) as Entry;
  return [
    as(makeEntry('fitted', about, { vehicleId, role, place })),
    as(makeEntry('negative', { ...about, id: `${about.id}/negative` }, { on: negativeOn })),
  ];
}
