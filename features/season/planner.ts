import 'server-only';
import { Thread } from '../server/thread';
import { soundPlan, type Planned, type PlannerQuestion } from './plan-for';
import { env } from '../../env';

// Pages and routes are bundles of their own: the one thread lies on globalThis.
const held = globalThis as typeof globalThis & {
  velvetEmberPlanner?: Thread<PlannerQuestion, Planned>;
};

/** A plan made off this thread; on it where the program was not built by ./ember. */
export function planAside(question: PlannerQuestion): Promise<Planned> {
  // The bundle of the thread, where ./ember has built one.
  const file = env('EMBER_PLANNER');
  if (!file) return Promise.resolve(soundPlan(question));
  held.velvetEmberPlanner ??= new Thread(file);
  return held.velvetEmberPlanner.ask(question);
}
