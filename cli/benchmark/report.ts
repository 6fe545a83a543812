import { readFileSync } from 'node:fs';

/** A row of figures under a heading, in columns. */
export function table(head: readonly string[], rows: readonly (readonly string[])[]): void {
  const all = [head, ...rows];
  const widths = head.map((_, i) => Math.max(...all.map((row) => row[i]!.length)));
  for (const row of all) {
    console.log(
      row.map((cell, i) => (i ? cell.padStart(widths[i]!) : cell.padEnd(widths[i]!))).join('  '),
    );
  }
  console.log('');
}

/** The value below which a share of the sample lies. */
export function quantile(sample: readonly number[], share: number): number {
  const sorted = [...sample].sort((a, b) => a - b);
  return sorted[Math.min(sorted.length - 1, Math.floor(share * sorted.length))]!;
}

/** Memory that a process holds, MB, as the system tells it. */
export const residentMb = (pid: number): number =>
  Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${pid}/status`, 'utf8'))![1]) / 1024;
