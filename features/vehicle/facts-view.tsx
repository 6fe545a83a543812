'use client';

import { t } from '../../core/language';
import { useState } from 'react';
import { BATTERY_FACTS, batteryFactsShown } from '../../core/facts/battery';
import { VEHICLE_FACTS, vehicleFactsShown } from '../../core/facts/vehicle';
import type { Corrected } from '../facts/fact-form';
import { FactSheet } from '../facts/fact-sheet';
import { newEntry } from '../logbook/new-entry';
import { postEntry } from '../logbook/post';
import { useSiteClock } from '../site/clock';
import type { BatteryDto } from '../site/dto';
import { Caution } from '../ui/caution';
import { Problem } from '../ui/problem';
import { Quiet } from '../ui/quiet';
import { OwnerFacts } from './owner-facts';
import { MixedUp } from './mixed-up';
import type { VehicleData } from './vehicle-data';
import shared from './vehicle.module.css';
import { Button } from '../ui/button';

/** What is written down of a battery and its vehicle, each to be corrected where it stands. */
export function FactsView({
  data,
  battery,
  onChanged,
}: {
  data: VehicleData;
  battery: BatteryDto;
  onChanged: () => void;
}) {
  const siteNow = useSiteClock(data.clock);
  const { vehicle } = data;
  const record = async (
    kind: 'battery-corrected' | 'vehicle-corrected',
    id: string,
    corrected: Corrected,
  ) => {
    const reply = await postEntry(newEntry(kind, id, siteNow(), corrected));
    if (!reply.ok) return reply.reason;
    onChanged();
    return null;
  };
  const { chemistry, nominalVolts, capacityAh, fittedYear } = battery.facts;
  const { role, place } = battery.state;
  const ofBattery = {
    ...{ mark: battery.mark, role, place, chemistry, nominalVolts, capacityAh, fittedYear },
    ...battery.details,
  };
  const ofVehicle = { kind: vehicle.kind, name: vehicle.name, ...vehicle.facts };
  return (
    <div className={shared.view}>
      <Quiet>{t`A correction is an entry of the logbook, with its reason. What was said before stays as it was said; from now on all is judged by what is right.`}</Quiet>
      <h2>{t`Battery ${battery.mark}`}</h2>
      <FactSheet
        of={BATTERY_FACTS}
        sheet={ofBattery}
        shown={batteryFactsShown(ofBattery)}
        rules={data.rules}
        correct={(corrected) => record('battery-corrected', battery.id, corrected)}
      />
      <MixedUp data={data} battery={battery} onChanged={onChanged} />
      <h2>{vehicle.name}</h2>
      {vehicle.facts.looked ? null : (
        <NotLooked
          onLooked={() =>
            record('vehicle-corrected', vehicle.id, {
              was: { looked: false },
              now: { looked: true },
              why: t`looked at the vehicle`,
            })
          }
        />
      )}
      <FactSheet
        of={VEHICLE_FACTS}
        sheet={ofVehicle}
        shown={vehicleFactsShown(ofVehicle).filter((name) => name !== 'looked')}
        rules={data.rules}
        correct={(corrected) => record('vehicle-corrected', vehicle.id, corrected)}
      />
      <OwnerFacts data={data} onChanged={onChanged} />
    </div>
  );
}

/** It came by a list: until somebody has looked, its facts are those of a plain vehicle. */
function NotLooked({ onLooked }: { onLooked: () => Promise<string | null> }) {
  const [problem, setProblem] = useState<string | null>(null);
  return (
    <>
      <Caution>{t`Nobody has looked at this vehicle: which post goes to its body, an alarm or a tracker, a radio code and its locks are assumed. Correct what is otherwise before a clamp comes off.`}</Caution>
      <div>
        <Button
          onClick={() => void onLooked().then(setProblem)}
        >{t`I have looked: all of this is so`}</Button>
      </div>
      <Problem>{problem}</Problem>
    </>
  );
}
