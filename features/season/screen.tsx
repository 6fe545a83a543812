import { askOrSetUp } from '../server/ask';
import { NoSeasonPlan } from './no-plan';
import { Season } from './season';

export async function SeasonScreen() {
  const told = await askOrSetUp('season');
  return told.ok ? <Season data={told.data} /> : <NoSeasonPlan why={told.why} />;
}
