'use client';

import { t, msg, withWords } from '../../core/language';
import { phrase } from '../words/phrase';
import dynamic from 'next/dynamic';
import { Link } from '../ui/link';
import { useRouter } from 'next/navigation';
import { useEffect, useMemo, useState } from 'react';
import { useRefresh } from '../app-shell/refresh';
import { withKnown } from '../../core/fault-isolation/fuses';
import { cranks } from '../../core/procedures/shared';
import type { BatteryRecord } from '../../core/record/battery-record';
import { useSiteClock } from '../site/clock';
import { settingOfHall, standingOf } from '../site/dto';
import { VehicleIcon } from '../theme/vehicle-icon';
import { part } from '../ui/part';
import type { BenchData, BenchJob, BenchSubject } from './bench-data';
import { act } from './hands';
import { AtRest } from './at-rest';
import { MeterLine } from './meter-line';
import { PickList } from './pick-list';
import { ReadRest } from './read-rest';
import { useAnalysis } from './use-analysis';
import { useBench, type Bench as BenchState } from './use-bench';
import styles from './bench.module.css';
import measuring from './measuring.module.css';

const DrawTest = part(() => import('./draw-test').then((loaded) => loaded.DrawTest), {
  served: dynamic(() => import('./draw-test').then((loaded) => loaded.DrawTest)),
});
const Crank = part(() => import('./crank').then((loaded) => loaded.Crank), {
  served: dynamic(() => import('./crank').then((loaded) => loaded.Crank)),
});
const Hunt = part(() => import('./hunt').then((loaded) => loaded.Hunt), {
  served: dynamic(() => import('./hunt').then((loaded) => loaded.Hunt)),
});
const HuntByHand = part(() => import('./hunt-by-hand').then((loaded) => loaded.HuntByHand), {
  served: dynamic(() => import('./hunt-by-hand').then((loaded) => loaded.HuntByHand)),
});
const FuseBox = part(() => import('./fuse-box').then((loaded) => loaded.FuseBox), {
  served: dynamic(() => import('./fuse-box').then((loaded) => loaded.FuseBox)),
});

const JOBS: Readonly<Record<BenchJob, string>> = withWords({
  read: msg`Resting voltage`,
  draw: msg`Draw test`,
  hunt: msg`Circuit hunt`,
  crank: msg`Crank`,
});

/** The bench: one battery, one meter, and what they say to each other. */
export function Bench({ data, job }: { data: BenchData; job: BenchJob }) {
  const bench = useBench();
  const { subject } = data;
  const { test } = bench;
  const elsewhere = test !== null && test.batteryId !== subject?.battery.id;
  const batteryId = subject?.battery.id ?? null;

  useEffect(() => {
    // The hands go where the attendant looks, unless a test holds them somewhere else.
    if (!data.hands || batteryId === null || bench.status === null || elsewhere) return;
    void act({ do: 'go-to', batteryId });
  }, [data.hands, batteryId, bench.status, elsewhere]);

  return (
    <div className={styles.bench}>
      <PickList picks={data.picks} chosen={batteryId} running={test?.batteryId ?? null} job={job} />
      <div className={styles.main}>
        {elsewhere ? (
          <p className={styles.elsewhere} role="status">{phrase`A draw test is running at ${(
            <Link href={`/bench?battery=${test.batteryId}&job=draw`}>
              {data.picks.find((one) => one.batteryId === test.batteryId)?.name ??
                t`another vehicle`}
            </Link>
          )}: finish it, or throw it away, before the next one.`}</p>
        ) : null}
        {subject ? (
          <OneBattery bench={bench} data={data} subject={subject} job={job} elsewhere={elsewhere} />
        ) : (
          <AtRest data={data}>
            <MeterLine status={bench.status} name={data.meterName} pace={data.pace} />
          </AtRest>
        )}
      </div>
    </div>
  );
}

function OneBattery({
  bench,
  data,
  subject,
  job,
  elsewhere,
}: {
  bench: BenchState;
  data: BenchData;
  subject: BenchSubject;
  job: BenchJob;
  elsewhere: boolean;
}) {
  const router = useRouter();
  const refresh = useRefresh();
  const siteNow = useSiteClock(data.clock);
  const { vehicle, battery, hall } = subject;
  const [said, setSaid] = useState<string | null>(null);
  const [list, setList] = useState(subject.fuses);
  const known = useMemo(
    () => list?.map((fuse) => withKnown(fuse, data.knownFuses)) ?? null,
    [list, data.knownFuses],
  );
  const standing = useMemo(
    (): BatteryRecord => standingOf(battery, vehicle, settingOfHall(hall), data.rules, data.clock),
    [battery, vehicle, hall, data],
  );
  const marks = useMemo(() => bench.test?.marks ?? [], [bench.test]);
  const analysis = useAnalysis(bench.live, marks, bench.tick);
  const here = (to: BenchJob) => `/bench?battery=${battery.id}&job=${to}`;
  const recorded = (what: string) => {
    setSaid(what);
    refresh();
  };
  const { facts } = battery;
  const running = bench.test?.batteryId === battery.id;
  const settledMa = analysis?.settledMa.value ?? battery.state.drawMa;
  const hunting = { bench, data, subject, standing, siteNow, onRecorded: recorded };

  return (
    <>
      <header className={styles.head}>
        <VehicleIcon kind={vehicle.kind} size={26} />
        <div>
          <h1>
            <Link href={`/vehicle/${vehicle.id}`}>{vehicle.name}</Link>
            <span className={styles.bay}>{vehicle.bayMark}</span>
          </h1>
          <p
            className={measuring.quiet}
          >{t`${battery.label} · ${facts.chemistry} ${facts.nominalVolts} V ${facts.capacityAh} Ah${battery.state.place ? ` · ${battery.state.place}` : ''}`}</p>
        </div>
        <nav className={styles.jobs} aria-label={t`What to do at the bench`}>
          {(Object.keys(JOBS) as BenchJob[])
            .filter(
              (id) =>
                id !== 'crank' || cranks({ vehicleKind: vehicle.kind, role: battery.state.role }),
            )
            .map((id) => (
              <Link key={id} href={here(id)} aria-current={id === job ? 'page' : undefined}>
                {JOBS[id]}
              </Link>
            ))}
        </nav>
      </header>
      <MeterLine status={bench.status} name={data.meterName} pace={data.pace} />
      {said ? (
        <p className={styles.said} role="status">
          {said} <Link href={`/vehicle/${vehicle.id}`}>{t`To the vehicle`}</Link>
        </p>
      ) : null}
      {elsewhere ? null : job === 'read' ? (
        bench.test ? (
          <p
            className={measuring.empty}
          >{t`The meter is in series for the draw test: finish that first.`}</p>
        ) : (
          <ReadRest
            bench={bench}
            standing={standing}
            batteryId={battery.id}
            hands={data.hands}
            siteNow={siteNow}
            onRecorded={refresh}
          />
        )
      ) : job === 'crank' ? (
        <Crank
          bench={bench}
          data={data}
          subject={subject}
          standing={standing}
          onRecorded={recorded}
        />
      ) : job === 'draw' ? (
        <DrawTest
          bench={bench}
          analysis={analysis}
          data={data}
          subject={subject}
          standing={standing}
          onRecorded={recorded}
          onHunt={() => router.push(here('hunt'))}
        />
      ) : (
        <>
          {known ? (
            running && settledMa !== null ? (
              <Hunt {...hunting} list={known} settledMa={settledMa} />
            ) : (
              <HuntByHand {...hunting} list={known} onTest={() => router.push(here('draw'))} />
            )
          ) : null}
          <FuseBox
            key={list ? 'listed' : 'none'}
            model={vehicle.name}
            list={list}
            onSaved={(saved) => {
              setList(saved);
              setSaid(t`Fuse list of the ${vehicle.name} kept.`);
            }}
          />
        </>
      )}
    </>
  );
}
