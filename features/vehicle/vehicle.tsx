'use client';

import { t, msg, withWords } from '../../core/language';
import { Link } from '../ui/link';
import { useMemo, useState } from 'react';
import { useRefresh } from '../app-shell/refresh';
import { shortDay } from '../../core/day';
import { dailyHistory } from '../../core/assessment/daily-history';
import { reserveMark } from '../../core/assessment/reserve-marks';
import { HELD } from '../../core/assessment/reserve-marks';
import { readinessWords } from '../../core/hand-back/readiness';
import { judge } from '../../core/assessment/judge';
import { VEHICLE_KINDS } from '../../core/site/vehicle-kinds';
import { ReadingChart } from '../chart/reading-chart';
import { courseOf } from '../chart/course';
import { chartSeries } from '../chart/series';
import { useDay } from '../app-shell/day';
import type { BatteryDto } from '../site/dto';
import { ReserveBar } from '../theme/reserve-bar';
import { reserveText } from '../theme/reserve-words';
import { VehicleHead } from '../theme/vehicle-head';
import { AddReading } from './add-reading';
import { DrawTraces } from './draw-traces';
import { Facts } from './facts';
import { Logbook } from './logbook';
import { recordOf } from './record-of';
import { RecordFindings } from './record-findings';
import { contextOf } from '../../core/context/from-record';
import type { VehicleData } from './vehicle-data';
import { part } from '../ui/part';
import { Why } from '../ui/why';
import { Caution } from '../ui/caution';
import layout from '../ui/layout.module.css';
import styles from './vehicle.module.css';
import { Button } from '../ui/button';

const PlanView = part(() => import('./plan-view').then((loaded) => loaded.PlanView));
const LifeView = part(() => import('./life-view').then((loaded) => loaded.LifeView));
const FactsView = part(() => import('./facts-view').then((loaded) => loaded.FactsView));
const StayView = part(() => import('./stay-view').then((loaded) => loaded.StayView));
const WhatIfView = part(() => import('./what-if-view').then((loaded) => loaded.WhatIfView));
const WorkView = part(() => import('./work-view').then((loaded) => loaded.WorkView));

const VIEWS = withWords({
  record: msg`Record`,
  plan: msg`Storage plan`,
  'what-if': msg`What if`,
  work: msg`Work`,
  life: msg`Life left`,
  stay: msg`Stay`,
  facts: msg`Facts`,
} as const);
type View = keyof typeof VIEWS;

export function Vehicle({ data }: { data: VehicleData }) {
  const refresh = useRefresh();
  const { day, today } = useDay();
  const [id, setId] = useState<string | null>(null);
  const [view, setView] = useState<View>('record');
  const shown = [...data.batteries, ...data.gone];
  const battery = shown.find((one) => one.id === id) ?? shown[0];
  const standing = useMemo(() => (battery ? recordOf(data, battery) : null), [battery, data]);
  const verdict = useMemo(() => (standing ? judge(standing) : null), [standing]);
  const series = useMemo(
    () =>
      standing && verdict
        ? chartSeries(standing, verdict.outlook, courseOf(standing, verdict.outlook))
        : null,
    [standing, verdict],
  );
  const onDay = useMemo(() => {
    if (!standing || !verdict || day === today) return null;
    const season = dailyHistory(standing, verdict.outlook, day, day);
    return { reserve: season.reserve[0]!, soc: season.soc[0]! };
  }, [standing, verdict, day, today]);
  const { vehicle } = data;

  if (!battery || !standing || !verdict || !series) {
    return (
      <div className={layout.page}>
        <h1>{vehicle.name}</h1>
        <p>{t`No battery of this vehicle is in the logbook.`}</p>
      </div>
    );
  }
  return (
    <div className={layout.page}>
      <Head data={data} shown={shown} chosen={battery} onChoose={setId} />
      <div className={layout.columns}>
        <section>
          <div className={styles.card} data-verdict={verdict.kind}>
            <div className={styles.headline}>
              <span className={styles.reserve}>
                <ReserveBar days={reserveMark(verdict.outlook)} />
              </span>
              <h2>{verdict.headline}</h2>
            </div>
            <Why sentences={verdict.why} whole />
            {verdict.cautions.map((caution) => (
              <Caution key={caution}>{caution}</Caution>
            ))}
            {onDay ? (
              <p className={styles.onDay} role="status">
                {shortDay(day, today)}, {day > today ? t`if nobody charges it` : t`as recorded`}:{' '}
                {onDay.soc < -1000
                  ? t`nothing is known`
                  : onDay.reserve === HELD
                    ? t`held`
                    : t`state of charge ${onDay.soc} %, reserve ${reserveText(onDay.reserve)}`}
              </p>
            ) : null}
          </div>
          {verdict.outlook && battery.state.goneAt === null ? (
            <RecordFindings
              battery={battery}
              loss={verdict.outlook.loss}
              timeZone={data.clock.timeZone}
            />
          ) : null}
          <div className={layout.views} role="group" aria-label={t`Shown`}>
            {(Object.keys(VIEWS) as View[]).map((one) => (
              <Button key={one} aria-pressed={one === view} onClick={() => setView(one)}>
                {VIEWS[one]}
              </Button>
            ))}
            {battery.state.goneAt === null ? (
              <span className={styles.elsewhere}>
                <Link href={`/bench?battery=${battery.id}`}>{t`To the bench`}</Link>
                <Link href={`/charge?battery=${battery.id}`}>{t`To its charge`}</Link>
              </span>
            ) : null}
          </div>
          {view === 'plan' ? (
            <PlanView
              key={battery.id}
              data={data}
              battery={battery}
              standing={standing}
              onChanged={refresh}
            />
          ) : null}
          {view === 'what-if' ? (
            <WhatIfView key={battery.id} data={data} battery={battery} standing={standing} />
          ) : null}
          {view === 'work' ? (
            <WorkView
              key={battery.id}
              data={data}
              battery={battery}
              context={contextOf(standing, verdict.outlook)}
              onChanged={refresh}
            />
          ) : null}
          {view === 'life' ? (
            <LifeView
              key={battery.id}
              data={data}
              battery={battery}
              standing={standing}
              onChanged={refresh}
            />
          ) : null}
          {view === 'facts' ? (
            <FactsView key={battery.id} data={data} battery={battery} onChanged={refresh} />
          ) : null}
          {view === 'stay' ? <StayView data={data} onChanged={refresh} /> : null}
          {view === 'record' ? (
            <>
              <div className={styles.chart}>
                <ReadingChart
                  series={series}
                  day={day === today ? null : day + 0.5}
                  summary={t`Resting voltages of battery ${battery.mark}. ${verdict.headline}`}
                />
              </div>
              <DrawTraces data={data} battery={battery} />
              <AddReading
                key={battery.id}
                standing={standing}
                batteryId={battery.id}
                onRecorded={refresh}
              />
            </>
          ) : null}
        </section>
        <section className={styles.side}>
          <Facts data={data} battery={battery} outlook={verdict.outlook} />
          <h2>{t`Logbook`}</h2>
          <Logbook data={data} battery={battery} standing={standing} onChanged={refresh} />
        </section>
      </div>
    </div>
  );
}

const lower = (words: string) => words[0]!.toLowerCase() + words.slice(1);

/** Which vehicle it is, and which of its batteries is looked at. */
function Head({
  data,
  shown,
  chosen,
  onChoose,
}: {
  data: VehicleData;
  shown: readonly BatteryDto[];
  chosen: BatteryDto;
  onChoose: (id: string) => void;
}) {
  const { today } = useDay();
  const { vehicle } = data;
  return (
    <VehicleHead
      vehicle={vehicle}
      bay={vehicle.bayMark}
      line={
        <>
          {VEHICLE_KINDS[vehicle.kind].label} · {data.hall.name} ·{' '}
          {vehicle.collectDay === null
            ? t`always ready`
            : t`collection ${shortDay(vehicle.collectDay, today)}${data.readiness ? `, ${lower(readinessWords(data.readiness, today))}` : ''} · `}
          {vehicle.collectDay === null ? null : (
            <Link href={`/hand-back/${vehicle.id}`}>{t`walk it back`}</Link>
          )}
        </>
      }
    >
      {shown.length > 1 ? (
        <div className={styles.tabs} role="group" aria-label={t`Battery`}>
          {shown.map((one) => (
            <Button
              key={one.id}
              type={one === chosen ? 'primary' : 'default'}
              aria-pressed={one === chosen}
              onClick={() => onChoose(one.id)}
            >
              {one.label}
            </Button>
          ))}
        </div>
      ) : null}
    </VehicleHead>
  );
}
