import { withPlan } from '../season/keeper';
import { requireSite } from '../site/current';
import { roundData } from './load';
import { Round } from './round';
import { Themed } from '../theme/themed';

export async function RoundScreen() {
  // The round is cut from the season's plan.
  const loaded = await withPlan(requireSite());
  return (
    <Themed>
      <Round data={roundData(loaded)} />
    </Themed>
  );
}
