/** A vehicle as it is looked for: by bay, name, owner, or the mark on one of its batteries. */
export interface Findable {
  readonly href: string;
  readonly bay: string;
  readonly hall: string;
  readonly name: string;
  readonly owner: string;
  /** Marks of its batteries. */
  readonly marks: readonly string[];
  /** Their ids, in the same order. */
  readonly batteryIds: readonly string[];
  /** What it needs today, in a few words; empty: nothing. */
  readonly needs: string;
}

/** How many are shown at once. */
const SHOWN = 8;

const foldedWords = (text: string): string[] =>
  text.normalize('NFKD').replace(/\p{M}/gu, '').toLowerCase().split(/\s+/).filter(Boolean);

/** How well a vehicle fits one word: 0 is best; null: not at all. */
function fit(one: Findable, word: string): number | null {
  const parts: readonly (readonly string[])[] = [
    [one.bay, ...one.marks],
    [one.name],
    [one.owner],
    [one.hall, one.needs],
  ];
  let best: number | null = null;
  parts.forEach((texts, i) => {
    for (const text of texts) {
      const words = foldedWords(text);
      const whole = words.join(' ');
      const rank =
        whole === word
          ? 0
          : words.some((part) => part.startsWith(word))
            ? 1
            : whole.includes(word)
              ? 2
              : null;
      if (rank !== null) best = Math.min(best ?? Infinity, 4 * rank + i);
    }
  });
  return best;
}

/**
 * Vehicles that fit all words of what is looked for, the nearest first: a bay or a mark before a
 * name, a name before an owner; accents and case do not count. Nothing asked, nothing found.
 */
export function findIn(all: readonly Findable[], asked: string): readonly Findable[] {
  const words = foldedWords(asked);
  if (words.length === 0) return [];
  return all
    .flatMap((one, order) => {
      const fits = words.map((word) => fit(one, word));
      if (fits.some((rank) => rank === null)) return [];
      return [{ one, order, rank: fits.reduce<number>((sum, rank) => sum + rank!, 0) }];
    })
    .sort((a, b) => a.rank - b.rank || a.order - b.order)
    .slice(0, SHOWN)
    .map(({ one }) => one);
}
