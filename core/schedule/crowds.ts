import type { Scarce } from './prices';
import type { Unit } from './unit';

/** Some that would hang on sorts of chargers in one slot: not more than so many of them can. */
export interface Crowd {
  readonly slot: number;
  readonly members: readonly { readonly unit: Unit; readonly sort: number }[];
  readonly most: number;
}

/** How much less than a whole one does not count. */
const HAIR = 1e-4;

/** What of a season says what can hang together. */
type Standing = Pick<Scarce, 'rounds' | 'sorts' | 'standing' | 'outlets' | 'channelsOfOne'> & {
  readonly problem: { readonly units: readonly Unit[] };
};

/** One that hangs there, as far as it does. */
interface Hung {
  readonly unit: Unit;
  readonly sort: number;
  readonly share: number;
}

/**
 * What hangs together in parts and cannot as a whole: a charger stands in one hall at a time, whatever
 * channels it has left, and takes a whole outlet there. `held`, by battery, sort and slot, says how much
 * of each hangs; of what breaks no such rule nothing is told. Each crowd holds for every legal plan.
 *
 * Covers of a knapsack, and the cliques among them: L. A. Wolsey, "Integer Programming", 1998, 9.3.
 */
export function crowdsOf(scarce: Standing, held: Float64Array): Crowd[] {
  const { rounds, sorts, problem, standing, outlets, channelsOfOne } = scarce;
  const { units } = problem;
  const crowds: Crowd[] = [];
  for (let slot = 0; slot < rounds; slot++) {
    const hung: Hung[] = [];
    for (const unit of units) {
      for (let sort = 0; sort < sorts; sort++) {
        const share = held[(unit.index * sorts + sort) * rounds + slot]!;
        if (share > HAIR) hung.push({ unit, sort, share });
      }
    }
    hung.sort((a, b) => b.share - a.share);
    for (let sort = 0; sort < sorts; sort++) {
      const groups = byKey(hung, (one) => (one.sort === sort ? one.unit.hall : -1));
      const most = standing[sort * rounds + slot]!;
      const crowd = tooMany(groups, () => channelsOfOne[sort]!, most);
      if (crowd) crowds.push({ slot, ...crowd });
    }
    for (const [hall, most] of outlets.entries()) {
      if (most === Infinity) continue;
      const groups = byKey(hung, (one) => (one.unit.hall === hall ? one.sort : -1));
      const crowd = tooMany(groups, (sort) => channelsOfOne[sort]!, most);
      if (crowd) crowds.push({ slot, ...crowd });
    }
  }
  return crowds;
}

function byKey(hung: readonly Hung[], keyOf: (one: Hung) => number): Map<number, Hung[]> {
  const groups = new Map<number, Hung[]>();
  for (const one of hung) {
    const key = keyOf(one);
    if (key < 0) continue;
    const group = groups.get(key);
    if (group) group.push(one);
    else groups.set(key, [one]);
  }
  return groups;
}

/**
 * Of groups of which none shares a charger with another, those that would take more chargers than
 * `most`, and hang by more than all but one of them can; null: there are none.
 */
function tooMany(
  groups: ReadonlyMap<number, readonly Hung[]>,
  channelsOf: (key: number) => number,
  most: number,
): Omit<Crowd, 'slot'> | null {
  if (groups.size === 0) return null;
  const firsts = [...groups.values()].map((group) => group[0]!);
  // One of each: a charger for each of them.
  if (groups.size > most && sumOf(firsts) > most + HAIR) return { members: firsts, most };
  const cover = bestCover(groups, channelsOf, most + 1);
  const isOver = cover !== null && sumOf(cover) > cover.length - 1 + HAIR;
  return isOver ? { members: cover, most: cover.length - 1 } : null;
}

const sumOf = (hung: readonly Hung[]) => hung.reduce((sum, { share }) => sum + share, 0);

/** Those that would take so many chargers, and hang there the most. */
function bestCover(
  groups: ReadonlyMap<number, readonly Hung[]>,
  channelsOf: (key: number) => number,
  chargers: number,
): readonly Hung[] | null {
  // By chargers taken so far: who takes them, and by how much they do not hang.
  let best: ({ readonly members: readonly Hung[]; readonly less: number } | null)[] = [
    { members: [], less: 0 },
    ...new Array<null>(chargers).fill(null),
  ];
  for (const [key, group] of groups) {
    const next = [...best];
    const channels = channelsOf(key);
    for (let takes = 1; takes <= chargers; takes++) {
      const size = (takes - 1) * channels + 1;
      if (size > group.length) break;
      const members = group.slice(0, size);
      const less = size - sumOf(members);
      for (let before = 0; before + takes <= chargers; before++) {
        const had = best[before];
        const now = next[before + takes];
        if (had && (!now || had.less + less < now.less)) {
          next[before + takes] = { members: [...had.members, ...members], less: had.less + less };
        }
      }
    }
    best = next;
  }
  return best[chargers]?.members ?? null;
}
