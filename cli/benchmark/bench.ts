import { number, oneOf, optional, parseFlags, text } from '../flags';
import { benchCore } from './core';
import { benchDraw, fitSettling } from './draw';
import { benchElsewhere } from './elsewhere';
import { benchForesee } from './foresee';
import { benchForeseeSpeed } from './foresee-speed';
import { benchGate } from './gate';
import { benchHandBack } from './hand-back';
import { benchHunt } from './hunt';
import { benchJudge } from './judge';
import { benchSeason } from './season';
import { PLAYED_WORLDS, benchPlayed, type PlayedWorldName } from './simulated-seasons/played';
import { benchPaint } from './paint';
import { benchServer } from './server';
import { benchSites } from './sites';
import { benchSizes } from './sizes';
import { benchFuzz } from './soak/fuzz';
import { benchKills } from './soak/kills';
import { benchPhones } from './soak/phones';
import { benchSoak } from './soak/soak';
import { benchStream } from './stream';

interface Flags {
  readonly seasons?: number | undefined;
  readonly every?: number | undefined;
  readonly kills?: number | undefined;
  readonly minutes?: number | undefined;
  readonly requests?: number | undefined;
  readonly world?: PlayedWorldName | undefined;
}

const PARTS = {
  sizes: benchSizes,
  server: benchServer,
  sites: benchSites,
  paint: benchPaint,
  core: benchCore,
  judge: benchJudge,
  gate: (flags: Flags) => benchGate(flags.every ?? null),
  draw: benchDraw,
  hunt: benchHunt,
  'hand-back': () => void benchHandBack(),
  foresee: () => {
    benchForesee();
    benchForeseeSpeed();
  },
  elsewhere: () => benchElsewhere(),
  stream: benchStream,
  season: benchSeason,
  played: (flags: Flags) => benchPlayed(flags.seasons ?? 4, flags.world ?? 'own'),
  kills: (flags: Flags) => benchKills(flags.kills ?? 1000),
  phones: (flags: Flags) => benchPhones(flags.minutes ?? 60),
  fuzz: async (flags: Flags) => {
    for (const one of await benchFuzz(flags.requests ?? 10_000)) console.log(`  ${one}`);
  },
  soak: (flags: Flags) => benchSoak(flags.seasons ?? 10),
};
type Part = keyof typeof PARTS;
const NAMES = Object.keys(PARTS) as [Part, ...Part[]];

/** Speed and quality of judgement. Times are of this machine; the ratios beside them travel. */
export async function bench(argv: readonly string[]): Promise<number> {
  const flags = parseFlags(
    {
      only: optional(oneOf(NAMES, 'one part alone')),
      seasons: optional(
        number(1, 1000, '', 'with --only played or soak: how many are lived through'),
      ),
      every: optional(number(1, 100_000, '', 'with --only gate: one combination in so many')),
      kills: optional(number(1, 100_000, '', 'with --only kills: how many')),
      minutes: optional(number(1, 1440, 'min', 'with --only phones: how long they walk')),
      requests: optional(number(1, 1_000_000, '', 'with --only fuzz: how many')),
      world: optional(
        oneOf(
          Object.keys(PLAYED_WORLDS) as [PlayedWorldName, ...PlayedWorldName[]],
          'with --only played: the first world, or the foreign one, plain or with all at once',
        ),
      ),
      fit: optional(text('with --only draw: learns the chance of being settled anew', 'yes')),
    },
    argv,
  );
  if (flags.fit) {
    fitSettling();
    return 0;
  }
  for (const name of NAMES) {
    if (flags.only && flags.only !== name) continue;
    console.log(`== ${name}`);
    await PARTS[name](flags);
  }
  return 0;
}
