import { requireSite } from '../site/require';
import { yardData } from './load';
import { Yard } from './yard';

export function YardScreen() {
  return <Yard data={yardData(requireSite())} />;
}
