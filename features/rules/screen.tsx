import { readBatteryStates } from '../../store/states';
import { readBatteries } from '../../store/site';
import { groupBy } from '../../core/group';
import { clockStands } from '../server/clock';
import { db } from '../server/store';
import { requireSite } from '../site/current';
import { RulesForm } from './rules-form';
import { Themed } from '../theme/themed';

export function RulesScreen() {
  const loaded = requireSite();
  const fitted = readBatteryStates(db());
  const kept = readBatteries(db()).filter((battery) => fitted.get(battery.id)?.vehicleId);
  const counts = Object.fromEntries(
    [...groupBy(kept, (battery) => battery.chemistry)].map(([id, list]) => [id, list.length]),
  );
  return (
    <Themed>
      <RulesForm
        rules={loaded.rules}
        counts={counts}
        clock={{ now: loaded.now, stands: clockStands(), timeZone: loaded.site.timeZone }}
      />
    </Themed>
  );
}
