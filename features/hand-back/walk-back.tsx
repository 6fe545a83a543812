'use client';

import { t } from '../../core/language';
import { Link } from '../ui/link';
import { useMemo, useState } from 'react';
import { chargeForecastOf } from '../../core/assessment/charge-forecast';
import { contextOf } from '../../core/context/from-record';
import { shortDay } from '../../core/day';
import type { BackBattery } from '../../core/hand-back/stages';
import { readinessWords } from '../../core/hand-back/readiness';
import { startOf, startWorry, walkBack } from '../../core/hand-back/walk';
import { useDay } from '../app-shell/day';
import { useRefresh } from '../app-shell/refresh';
import { VehicleHead } from '../theme/vehicle-head';
import { Caution } from '../ui/caution';
import { Quiet } from '../ui/quiet';
import { recordOf } from '../vehicle/record-of';
import type { VehicleData } from '../vehicle/vehicle-data';
import { StageBody } from './stage-body';
import { StageList } from './stage-list';
import layout from '../ui/layout.module.css';
import styles from './walk-back.module.css';

/** The batteries of a vehicle as a walk back takes them, judged in the browser. */
function backBatteries(data: VehicleData): BackBattery[] {
  return data.batteries.map((battery) => {
    const standing = recordOf(data, battery);
    const outlook = chargeForecastOf(standing);
    const { id, label } = battery;
    return { id, label, standing, outlook, context: contextOf(standing, outlook) };
  });
}

/** A vehicle’s way from its bay to its owner, step by step; where it stands follows from the record. */
export function WalkBack({ data }: { data: VehicleData }) {
  const refresh = useRefresh();
  const { today } = useDay();
  const { vehicle, owner } = data;
  const batteries = useMemo(() => backBatteries(data), [data]);
  const walk = useMemo(
    () => walkBack(batteries, vehicle.collectDay),
    [batteries, vehicle.collectDay],
  );
  const [chosen, setChosen] = useState<string | null>(null);
  if (!walk) {
    return (
      <div className={layout.page}>
        <h1>{vehicle.name}</h1>
        <Quiet as="p">{t`No battery of this vehicle is in the logbook.`}</Quiet>
      </div>
    );
  }
  const stage = walk.stages.find(({ key }) => key === chosen) ?? walk.next ?? walk.stages[0]!;
  const day = Math.max(today, vehicle.collectDay ?? today);
  // What is condemned is never cranked: nothing is foreseen of it.
  const start = walk.readiness.kind === 'replace' ? null : startOf(batteries, day, true);
  const worry = start && startWorry(start, start.standing);
  return (
    <div className={layout.page}>
      <VehicleHead
        vehicle={vehicle}
        bay={vehicle.bayMark}
        line={
          <>
            {owner?.name ?? t`No owner noted`} ·{' '}
            {vehicle.collectDay === null
              ? t`always ready`
              : t`comes ${vehicle.collectDay === today ? t`today` : shortDay(vehicle.collectDay, today)}`}{' '}
            · <Link href={`/vehicle/${vehicle.id}`}>{t`its page`}</Link>
          </>
        }
      />
      <div className={styles.readiness} data-ready={walk.readiness.kind}>
        <h2>{readinessWords(walk.readiness, today)}</h2>
        {walk.readiness.kind === 'replace' ? <p>{walk.readiness.why}.</p> : null}
        {start ? <p>{start.why}</p> : null}
        {worry ? <Caution>{worry}</Caution> : null}
      </div>
      <div className={layout.columns}>
        <section aria-label={stage.label}>
          <StageBody
            key={stage.key}
            data={data}
            batteries={batteries}
            walk={walk}
            stage={stage}
            onChanged={() => {
              setChosen(null);
              refresh();
            }}
          />
        </section>
        <StageList
          stages={walk.stages}
          batteries={batteries}
          chosen={stage}
          today={today}
          onChoose={(key) => setChosen(key)}
        />
      </div>
    </div>
  );
}
