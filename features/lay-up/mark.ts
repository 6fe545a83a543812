/** The number of the highest mark of the form B007; 0: there is none. */
export const highestMark = (marks: readonly string[]): number =>
  marks.reduce((highest, mark) => Math.max(highest, Number(/^B(\d+)$/.exec(mark)?.[1] ?? 0)), 0);

/** The mark of a number, as B007. */
export const markOf = (n: number): string => `B${String(n).padStart(3, '0')}`;

/** The mark after the highest. */
export const nextMark = (marks: readonly string[]): string => markOf(highestMark(marks) + 1);
