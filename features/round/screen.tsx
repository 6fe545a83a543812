import { requireSite } from '../site/current';
import { roundData } from './load';
import { Round } from './round';

export function RoundScreen() {
  return <Round data={roundData(requireSite())} />;
}
