import { oneOf, optional, parseFlags } from '../flags';
import { benchCore } from './core';
import { benchJudge } from './judge';
import { benchServer } from './server';
import { benchSizes } from './sizes';

const PARTS = { sizes: benchSizes, server: benchServer, core: benchCore, judge: benchJudge };
type Part = keyof typeof PARTS;
const NAMES = Object.keys(PARTS) as [Part, ...Part[]];

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
