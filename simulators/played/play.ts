import { scoreOf, type Score } from './score';
import { PlayedSite, type PlayedWorld } from './site';
import type { Way } from './strategies';

/** Lives through one season as one way of keeping it has it, to the day after the last collection. */
export function playSeason<W extends Way>(
  seed: number,
  world: PlayedWorld,
  wayFor: (site: PlayedSite) => W,
): { readonly site: PlayedSite; readonly way: W; readonly score: Score } {
  const site = new PlayedSite(seed, world);
  const way = wayFor(site);
  let longest = 0;
  for (const day of site.rounds) {
    site.liveTo(day);
    site.beginRound();
    way.round(site, day);
    longest = Math.max(longest, site.walked);
  }
  site.liveTo(site.lastDay + 1);
  return { site, way, score: scoreOf(site, longest) };
}
