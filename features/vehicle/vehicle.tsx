'use client';

import Link from 'next/link';
import { Button } from 'antd';
import { useMemo, useState } from 'react';
import { useRefresh } from '../app-shell/refresh';
import { TERMINAL_WORDS } from '../../core/battery/details';
import { MONTH_NAMES, dayOf, shortDay } from '../../core/day';
import { STORAGE_PLANS } from '../../core/plan/storage-plans';
import type { Rules } from '../../core/rules/rules';
import { CHEMISTRIES } from '../../core/battery/chemistries';
import { milliampsOf, type LossAnswer } from '../../core/record/loss';
import { HELD, reserveMark, dailyHistory } from '../../core/assessment/daily-history';
import { judge } from '../../core/assessment/verdict';
import { formatTemperature } from '../../core/words/words';
import { VEHICLE_KINDS } from '../../core/site/vehicle-kinds';
import { ReadingChart } from '../chart/reading-chart';
import { chartSeries } from '../chart/series';
import { useDay } from '../app-shell/day';
import { settingOfHall, standingOf } from '../site/dto';
import { ReserveBar } from '../theme/reserve-bar';
import { reserveText } from '../theme/reserve-words';
import { VehicleIcon } from '../theme/vehicle-icon';
import { AddReading } from './add-reading';
import { DrawTraces } from './draw-traces';
import { Logbook } from './logbook';
import { PlanView } from './plan-view';
import { RecordFindings } from './record-findings';
import { StayView } from './stay-view';
import { WhatIfView } from './what-if-view';
import { contextOf } from '../../core/context/from-record';
import { WorkView } from './work-view';
import type { VehicleData } from './vehicle-data';
import { Why } from '../ui/why';
import { Caution } from '../ui/caution';
import styles from './vehicle.module.css';

const VIEWS = {
  record: 'Record',
  plan: 'Storage plan',
  'what-if': 'What if',
  work: 'Work',
  stay: 'Stay',
} as const;
type View = keyof typeof VIEWS;

export function Vehicle({ data }: { data: VehicleData }) {
  const refresh = useRefresh();
  const { day, today } = useDay();
  const [id, setId] = useState<string | null>(null);
  const [view, setView] = useState<View>('record');
  const shown = [...data.batteries, ...data.gone];
  const battery = shown.find((one) => one.id === id) ?? shown[0];
  // On the bench it has the bench's weather.
  const hall = battery?.state.out?.hallId === data.bench.id ? data.bench : data.hall;
  const setting = useMemo(() => settingOfHall(hall), [hall]);
  const standing = useMemo(
    () => (battery ? standingOf(battery, data.vehicle, setting, data.rules, data.clock) : null),
    [battery, data, setting],
  );
  const verdict = useMemo(() => (standing ? judge(standing) : null), [standing]);
  const series = useMemo(
    () => (standing && verdict ? chartSeries(standing, verdict.outlook) : null),
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
      <div className={styles.page}>
        <h1>{vehicle.name}</h1>
        <p>No battery of this vehicle is in the logbook.</p>
      </div>
    );
  }
  return (
    <div className={styles.page}>
      <header className={styles.head}>
        <VehicleIcon kind={vehicle.kind} size={30} />
        <div>
          <h1>
            {vehicle.name} <span className={styles.bay}>{vehicle.bayMark}</span>
          </h1>
          <p className={styles.quiet}>
            {VEHICLE_KINDS[vehicle.kind].label} · {data.hall.name} ·{' '}
            {vehicle.collectDay === null
              ? 'always ready'
              : `collection ${shortDay(vehicle.collectDay, today)}`}
          </p>
        </div>
        {shown.length > 1 ? (
          <div className={styles.tabs} role="group" aria-label="Battery">
            {shown.map((one) => (
              <Button
                key={one.id}
                type={one === battery ? 'primary' : 'default'}
                aria-pressed={one === battery}
                onClick={() => setId(one.id)}
              >
                {one.label}
              </Button>
            ))}
          </div>
        ) : null}
      </header>
      <div className={styles.columns}>
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
                {shortDay(day, today)}, {day > today ? 'if nobody charges it' : 'as recorded'}:{' '}
                {onDay.soc < -1000
                  ? 'nothing is known'
                  : onDay.reserve === HELD
                    ? 'held'
                    : `state of charge ${onDay.soc} %, reserve ${reserveText(onDay.reserve)}`}
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
          <div className={styles.views} role="group" aria-label="Shown">
            {(Object.keys(VIEWS) as View[]).map((one) => (
              <Button key={one} aria-pressed={one === view} onClick={() => setView(one)}>
                {VIEWS[one]}
              </Button>
            ))}
            {battery.state.goneAt === null ? (
              <span className={styles.elsewhere}>
                <Link href={`/bench?battery=${battery.id}`}>To the bench</Link>
                <Link href={`/charge?battery=${battery.id}`}>To its charge</Link>
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
          {view === 'stay' ? <StayView data={data} onChanged={refresh} /> : null}
          {view === 'record' ? (
            <>
              <div className={styles.chart}>
                <ReadingChart
                  series={series}
                  day={day === today ? null : day + 0.5}
                  summary={`Resting voltages of battery ${battery.mark}. ${verdict.headline}`}
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
          <h2>Facts</h2>
          <dl className={styles.facts}>
            <Fact name="Battery" value={`${battery.mark}, ${battery.label.toLowerCase()}`} />
            <Fact name="Chemistry" value={CHEMISTRIES[battery.facts.chemistry].label} />
            <Fact
              name="Rated"
              value={`${battery.facts.nominalVolts} V, ${battery.facts.capacityAh} Ah`}
            />
            <Fact
              name="Fitted"
              value={
                battery.facts.fittedYear === null
                  ? 'unknown, treated as old'
                  : `${battery.facts.fittedMonth ? `${MONTH_NAMES[battery.facts.fittedMonth - 1]} ` : ''}${battery.facts.fittedYear}`
              }
            />
            <Fact name="Where" value={battery.state.place || '–'} />
            {battery.details.access ? (
              <Fact name="Off first" value={battery.details.access} />
            ) : null}
            <Fact
              name="Terminals"
              value={[TERMINAL_WORDS[battery.details.terminals], battery.details.tools]
                .filter(Boolean)
                .join(', ')}
            />
            <Fact
              name="Outlet"
              value={outletWords(battery.details.outletMetres, data.rules.measureUnit)}
            />
            <Fact
              name="Plan"
              value={battery.state.plan ? STORAGE_PLANS[battery.state.plan].short : 'not chosen'}
            />
            <Fact
              name="Kept"
              value={
                battery.state.goneAt !== null
                  ? 'gone'
                  : battery.state.out
                    ? 'on the bench'
                    : battery.state.maintainerSince !== null
                      ? 'maintainer on'
                      : battery.state.negativeOn
                        ? 'negative on'
                        : 'negative off'
              }
            />
            <Fact
              name="Draw"
              value={battery.state.drawMa === null ? 'not measured' : `${battery.state.drawMa} mA`}
            />
            <Fact
              name="Last full"
              value={
                battery.state.lastFullAt === null
                  ? 'not known'
                  : shortDay(dayOf(battery.state.lastFullAt, data.clock.timeZone), today)
              }
            />
            {verdict.outlook ? (
              <Learnt loss={verdict.outlook.loss} on={battery.state.negativeOn} />
            ) : null}
            {verdict.outlook?.freezingCelsius != null ? (
              <Fact
                name="Freezes near"
                value={formatTemperature(verdict.outlook.freezingCelsius, data.rules)}
              />
            ) : null}
          </dl>
          <h2>Logbook</h2>
          <Logbook data={data} battery={battery} standing={standing} onChanged={refresh} />
        </section>
      </div>
    </div>
  );
}

/** What its record teaches, each as a 90 % range. */
function Learnt({ loss, on }: { loss: LossAnswer; on: boolean }) {
  const range = (low: number, high: number, digits: number, unit: string) =>
    `${low.toFixed(digits)}–${high.toFixed(digits)} ${unit}`;
  const { usableAh, now, draw } = loss;
  return (
    <>
      <Fact name="Loses now" value={`${range(now.low, now.high, 2, '% a day')}`} />
      {on ? (
        <Fact
          name="Draws, learnt"
          value={range(milliampsOf(draw.low, loss), milliampsOf(draw.high, loss), 0, 'mA')}
        />
      ) : null}
      <Fact name="Still holds" value={range(usableAh.low, usableAh.high, 0, 'Ah')} />
    </>
  );
}

function Fact({ name, value }: { name: string; value: string }) {
  return (
    <div>
      <dt>{name}</dt>
      <dd>{value}</dd>
    </div>
  );
}

function outletWords(metres: number | null, unit: Rules['measureUnit']): string {
  if (metres === null) return 'none in reach';
  return unit === 'metric' ? `${metres} m away` : `${Math.round(metres * 3.2808)} ft away`;
}
