import { headers } from 'next/headers';
import { askOrSetUp } from '../server/ask';
import { installation } from '../server/here';
import { sitesFor } from '../sites/served-sites';
import { SitesPanel } from '../sites/sites-panel';
import { SitePage } from './site-page';

export async function SitePlanScreen() {
  const sites = sitesFor((await headers()).get('host') ?? '');
  return (
    <SitePage data={await askOrSetUp('sitePlan')}>
      <SitesPanel sites={sites} canAdd={installation().add !== null} />
    </SitePage>
  );
}
