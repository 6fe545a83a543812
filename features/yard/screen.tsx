import { requireSite } from '../site/current';
import { yardData } from './load';
import { Yard } from './yard';

export function YardScreen() {
  return <Yard data={yardData(requireSite())} />;
}
