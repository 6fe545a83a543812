import type { ChemistryId } from '../battery/chemistries';
import type { BatteryFacts } from '../record/battery-record';
import type { BatteryContext } from './battery-context';
import { ContextDocument, contextOfDocument } from './document';

/**
 * A battery of which only some things are known, with nothing against it: for simulated sites,
 * which have no record, and for tests.
 */
export function plainContext(
  chemistry: ChemistryId,
  now: number,
  more: Partial<Omit<BatteryContext, 'facts'>> & { readonly facts?: Partial<BatteryFacts> } = {},
): BatteryContext {
  const plain = contextOfDocument(ContextDocument.parse({ battery: { chemistry } }), now);
  const facts = { ...plain.facts, ...more.facts };
  return { ...plain, assumed: [], capacityAh: facts.capacityAh, ...more, facts };
}
