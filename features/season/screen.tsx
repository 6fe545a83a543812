import { askOrSetUp } from '../server/ask';
import { Themed } from '../theme/themed';
import { NoSeasonPlan } from './no-plan';
import { Season } from './season';

export async function SeasonScreen() {
  const told = await askOrSetUp('season');
  return <Themed>{told.ok ? <Season data={told.data} /> : <NoSeasonPlan why={told.why} />}</Themed>;
}
