import { oneOf, optional, parseFlags } from '../flags';
import { benchCore } from './core';
import { benchJudge } from './judge';
import { benchServer } from './server';
import { benchSizes } from './sizes';

const PARTS = { sizes: benchSizes, server: benchServer, core: benchCore, judge: benchJudge };
type Part = keyof typeof PARTS;
const NAMES = Object.keys(PARTS) as [Part, ...Part[]];

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

/** Speed and quality of judgement. Times are of this machine; the ratios beside them travel. */
export async function bench(argv: readonly string[]): Promise<number> {
  const { only } = parseFlags({ only: optional(oneOf(NAMES, 'one part alone')) }, argv);
  for (const name of NAMES) {
    if (only && only !== name) continue;
    console.log(`== ${name}`);
    await PARTS[name]();
  }
  return 0;
}
