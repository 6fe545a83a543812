import { askOrSetUp } from '../server/ask';
import { SitePage } from './site-page';

export async function SitePlanScreen() {
  return <SitePage data={await askOrSetUp('sitePlan')} />;
}
