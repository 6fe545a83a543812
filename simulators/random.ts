import { uniformFloat64 } from 'pure-rand/distribution/uniformFloat64';
import { uniformInt } from 'pure-rand/distribution/uniformInt';
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';

/** A stream of chance that is the same for the same seed, on every machine. */
export interface Random {
  /** Uniform in [0, 1). */
  uniform(): number;
  between(low: number, high: number): number;
  /** Normal with mean 0 and standard deviation 1. */
  normal(): number;
  pick<T>(from: readonly T[]): T;
  /** Sixteen bytes, as an id wants them. */
  bytes(): Uint8Array;
}

/**
 * A stream for one of many: seeds side by side begin alike in `random`, here they are scattered
 * first (the last step of Appleby's MurmurHash3), so that a thousand of them are a population.
 */
export function randomOne(seed: number): Random {
  let h = seed | 0;
  h = Math.imul(h ^ (h >>> 16), 0x85ebca6b);
  h = Math.imul(h ^ (h >>> 13), 0xc2b2ae35);
  return random(h ^ (h >>> 16));
}

export function random(seed: number): Random {
  const generator = xoroshiro128plus(seed);
  const uniform = () => uniformFloat64(generator);
  return {
    uniform,
    between: (low, high) => low + (high - low) * uniform(),
    normal() {
      // Box and Muller's method.
      const radius = Math.sqrt(-2 * Math.log(1 - uniform()));
      return radius * Math.cos(2 * Math.PI * uniform());
    },
    pick: (from) => from[uniformInt(generator, 0, from.length - 1)]!,
    bytes: () => Uint8Array.from({ length: 16 }, () => uniformInt(generator, 0, 255)),
  };
}
