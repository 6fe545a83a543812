import { askOrSetUp } from '../server/ask';
import { otherSites } from '../sites/served-sites';
import { Charge } from './charge';
import { CHARGE_VIEWS } from './charge-data';

export async function ChargeScreen({
  battery,
  view,
}: {
  battery: string | null;
  view: string | null;
}) {
  const data = await askOrSetUp('charge', battery);
  const wanted = CHARGE_VIEWS.find((one) => one === view) ?? 'board';
  return <Charge data={data} view={wanted} sites={wanted === 'stock' ? otherSites() : []} />;
}
