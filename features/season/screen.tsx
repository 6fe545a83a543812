import { requireSite } from '../site/current';
import { Themed } from '../theme/themed';
import { seasonScreenData } from './load';
import { Season } from './season';

export async function SeasonScreen() {
  return (
    <Themed>
      <Season data={await seasonScreenData(requireSite())} />
    </Themed>
  );
}
