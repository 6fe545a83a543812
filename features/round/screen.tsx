import { requireSite } from '../site/current';
import { roundData } from './load';
import { Round } from './round';
import { Themed } from '../theme/themed';

export function RoundScreen() {
  return (
    <Themed>
      <Round data={roundData(requireSite())} />
    </Themed>
  );
}
