import { requireSite } from '../site/current';
import { Themed } from '../theme/themed';
import { Charge } from './charge';
import { CHARGE_VIEWS } from './charge-data';
import { chargeData } from './load';

export function ChargeScreen({ battery, view }: { battery: string | null; view: string | null }) {
  const data = chargeData(requireSite(), battery);
  const wanted = CHARGE_VIEWS.find((one) => one === view) ?? 'board';
  return (
    <Themed>
      <Charge data={data} view={wanted} />
    </Themed>
  );
}
