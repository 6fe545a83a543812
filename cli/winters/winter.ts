import type { WinterQuestion, WinterScore } from '../../features/practice/winters';
import { DEMO_OWNERS } from '../../demo/facts';
import { writePlace } from '../../demo/make';
import { smallHall } from '../../practice/season';
import { playSeason } from '../../simulators/played/play';
import { costOf, ratesOf } from '../../simulators/played/score';
import type { PlayedWorld } from '../../simulators/played/site';
import { applyPatch, type RulePatch } from '../../core/rules/rules';
import { loadSite } from '../../features/site/load';
import { worldOf, setUpAs } from './own-site';
import { dataFile, openStore, type Db } from '../../store/open';
import { putOwner } from '../../store/site';
import { ByTheProgram } from './program';

/** The small hall of practice, as the program finds it. */
function setUpSmallHall(db: Db): void {
  writePlace(db, smallHall().stock.chargers);
  DEMO_OWNERS.forEach((owner) => putOwner(db, owner));
}

/** A season kept by the program, in the world and by the rules that are given. */
function byTheProgram(
  seed: number,
  world: PlayedWorld,
  patch: RulePatch,
  setUp: (db: Db) => void,
): WinterScore {
  const { way, score } = playSeason(
    seed,
    world,
    (site) => new ByTheProgram(site, 'the program', patch, setUp),
  );
  way.close();
  const { batteries, ready, advised, needless, lost, letDown, readings, charges, minutes } = score;
  return {
    ...{ batteries, ready, advised, needless, lost, letDown, readings, charges, minutes },
    cost: costOf(score, ratesOf(world.rules)),
  };
}

/** A site's own batteries through one winter, by its rules but for what is tried. */
function winterOfSite(question: Extract<WinterQuestion, { of: 'site' }>): WinterScore {
  const db = openStore(dataFile(question.folder));
  try {
    const loaded = loadSite(db, question.now);
    if (!loaded) throw new Error('the site is not set up');
    const rules = applyPatch(loaded.rules, question.patch);
    const world = worldOf(loaded, rules, question.oneMore);
    return byTheProgram(question.seed, world, rules, setUpAs(loaded, world, db));
  } finally {
    db.close();
  }
}

/** One winter, as it is asked for. */
export function winter(question: WinterQuestion): WinterScore {
  if (question.of === 'site') return winterOfSite(question);
  const { roundWeekdays } = smallHall().rules;
  return byTheProgram(question.seed, smallHall(), { roundWeekdays }, setUpSmallHall);
}
