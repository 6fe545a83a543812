/** The mark after the highest of the form B007. */
export function nextMark(marks: readonly string[]): string {
  const highest = Math.max(0, ...marks.map((mark) => Number(/^B(\d+)$/.exec(mark)?.[1] ?? 0)));
  return `B${String(highest + 1).padStart(3, '0')}`;
}
