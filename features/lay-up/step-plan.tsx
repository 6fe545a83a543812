'use client';

import { UNKNOWN_OFFSET } from '../../core/estimation/house';
import { t } from '../../core/language';
import { useMemo, useState } from 'react';
import { postFor } from '../../core/site/charging-equipment';
import { cellsFor } from '../../core/battery/chemistries';
import { MS_PER_HOUR, parseDay } from '../../core/day';
import { collectionWithin } from '../../core/time-limits';
import { EMPTY_BATTERY, type BatteryState } from '../../core/logbook/state';
import { step } from '../../core/logbook/fold';
import { draft as entry, type EntryDraft } from '../../core/procedures/entry-draft';
import type { PlanContext } from '../../core/plan/storage-plans';
import { newEntry } from '../logbook/new-entry';
import { PlanPicker } from '../plan/plan-picker';
import { freeFor, temperaturesOfDto } from '../site/dto';
import { BatteryTabs } from './battery-tabs';
import type { Draft, DraftBattery } from './draft';
import type { LayUpData } from './lay-up-data';
import type { StepProps } from './step-props';
import styles from './lay-up.module.css';

/** How each battery is kept through the stay, with what that does to it. */
export function StepPlan({ draft, data, change }: StepProps) {
  const [at, setAt] = useState(0);
  const shown = Math.min(at, draft.batteries.length - 1);
  const battery = draft.batteries[shown];
  const context = useMemo(
    () => (battery ? contextOf(draft, battery, data) : null),
    [draft, battery, data],
  );
  if (!battery) return null;
  const choose = (plan: DraftBattery['plan']) =>
    change({
      // The blocks of a string are kept alike.
      batteries: draft.batteries.map((one, i) =>
        i === shown || (battery.role === 'string' && one.role === 'string')
          ? { ...one, plan }
          : one,
      ),
    });
  return (
    <div className={styles.batteries}>
      <BatteryTabs
        batteries={draft.batteries}
        at={shown}
        done={(one) => one.plan !== null}
        onPick={setAt}
      />
      <section className={styles.part}>
        {context ? (
          <PlanPicker
            context={context}
            value={battery.plan}
            name={`plan-${battery.id}`}
            onChoose={choose}
          />
        ) : (
          <p>{t`A plan needs the bay, the collection day and the battery’s capacity: they are missing in the steps before.`}</p>
        )}
      </section>
    </div>
  );
}

/** The battery as it will stand once it is laid up; null while something is missing. */
function contextOf(draft: Draft, battery: DraftBattery, data: LayUpData): PlanContext | null {
  const hall = data.halls.find((one) => one.bays.some(({ id }) => id === draft.bayId));
  const bay = hall?.bays.find(({ id }) => id === draft.bayId);
  const typed = draft.stay === 'always-ready' ? null : parseDay(draft.collectOn);
  const collectDay = typed === null ? null : collectionWithin(typed, data.today);
  if (!hall || !bay || !(battery.capacityAh && battery.capacityAh > 0)) return null;
  if (draft.stay === 'collected' && (collectDay === null || collectDay < data.today)) return null;
  const { now, timeZone } = data.clock;
  const weather = new Map(data.weather.map((one) => [one.id, one]));
  const at = (id: string) => temperaturesOfDto(weather.get(id)!);
  return {
    standing: {
      facts: {
        chemistry: battery.chemistry,
        nominalVolts: battery.nominalVolts,
        cells: cellsFor(battery.chemistry, battery.nominalVolts),
        capacityAh: battery.capacityAh,
        fittedYear: battery.fittedYear,
        fittedMonth: battery.details.fittedMonth,
        capsOpen: battery.details.capsOpen,
      },
      state: stateOf(draft, battery, now),
      vehicleKind: draft.kind,
      vehicleId: '',
      vehicle: draft.facts,
      details: battery.details,
      block: null,
      benchHallId: data.benchHallId === hall.id ? null : data.benchHallId,
      laidUpAt: now,
      collectDay,
      powerCutAt: null,
      silentSince: null,
      hallName: hall.name,
      temperatures: at(hall.id),
      rules: data.rules,
      house: UNKNOWN_OFFSET,
      timeZone,
      now,
    },
    vehicle: draft.facts,
    details: battery.details,
    hallKind: hall.kind,
    latitude: data.latitude,
    ...freeFor(data.maintainersFree, battery.chemistry),
    ...postFor(data.posts, hall.id, bay.mark),
    bench: {
      hallId: data.benchHallId,
      name: weather.get(data.benchHallId)!.name,
      temperatures: at(data.benchHallId),
    },
  };
}

function stateOf(draft: Draft, battery: DraftBattery, now: number): BatteryState {
  const { role, place, volts } = battery;
  const happened: EntryDraft[] = [
    entry('fitted', { vehicleId: draft.vehicleId, role, place }),
    ...(battery.negativeOn ? [] : [entry('negative', { on: false })]),
    ...(battery.inspection ? [entry('inspected', battery.inspection)] : []),
    ...(battery.drawMa === null ? [] : [entry('draw', { milliamps: battery.drawMa })]),
    ...(volts === null
      ? []
      : [
          entry('reading', {
            volts,
            celsius: null,
            restedHours: draft.restedHours,
            confirmed: true,
          }),
        ]),
  ];
  return happened.reduce<BatteryState>(
    (state, { kind, data }) => step(state, newEntry(kind, battery.id, now, data)),
    { ...EMPTY_BATTERY, disturbedAt: now - draft.restedHours * MS_PER_HOUR },
  );
}
