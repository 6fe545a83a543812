import { performance } from 'node:perf_hooks';
import { reasonsAgainst } from '../../core/gate/gate';
import {
  LAWS_OF_THE_TRADE,
  contextOfSituation,
  everyCombination,
} from '../../core/gate/laws.fixture';
import { table } from './report';

/** Without --every, one in so many combinations: a prime, so that no level is passed over. */
const USUAL_STRIDE = 97;

/**
 * The gate over the combinations of what a battery is, where it is and what it is offered, held
 * against the laws of the trade as they are written by hand: how often it refuses what it should
 * allow, or allows what it should refuse.
 */
export function benchGate(every: number | null): void {
  const stride = every ?? USUAL_STRIDE;
  const begun = performance.now();
  let [at, asked, allowed, tooStrict, tooLax, unnamed] = [0, 0, 0, 0, 0, 0];
  for (const one of everyCombination()) {
    if (at++ % stride !== 0) continue;
    asked++;
    const codes = reasonsAgainst(contextOfSituation(one), one.act).map(
      ({ code }) => code as string,
    );
    const against = LAWS_OF_THE_TRADE.filter(({ holds }) => holds(one));
    if (codes.length === 0) allowed++;
    if (codes.length > 0 && against.length === 0) tooStrict++;
    if (codes.length === 0 && against.length > 0) tooLax++;
    if (!against.every((law) => law.codes.some((code) => codes.includes(code)))) unnamed++;
  }
  table(
    [
      'combinations',
      'asked',
      'allowed',
      'refused though lawful',
      'allowed though not',
      'a law not named',
    ],
    [[at, asked, allowed, tooStrict, tooLax, unnamed].map(String)],
  );
  const each = (1000 * (performance.now() - begun)) / asked;
  console.log(`${each.toFixed(0)} µs each, the reading of its document included`);
}
