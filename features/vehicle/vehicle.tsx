'use client';

import { Button } from 'antd';
import { useRouter } from 'next/navigation';
import { useMemo, useState } from 'react';
import { dayOf, shortDay } from '../../core/day';
import { CHEMISTRIES } from '../../core/battery/chemistries';
import { HELD, reserveMark, seasonOf } from '../../core/judge/season';
import { judge } from '../../core/judge/verdict';
import { formatTemperature } from '../../core/judge/words';
import { VEHICLE_KINDS } from '../../core/site/vehicle-kinds';
import { ReadingChart } from '../chart/reading-chart';
import { chartSeries } from '../chart/series';
import { useDay } from '../frame/day';
import { fromWireHall, standingOf } from '../site/wire';
import { Figures } from '../theme/figures';
import { ReserveBar } from '../theme/reserve-bar';
import { reserveText } from '../theme/reserve-words';
import { VehicleIcon } from '../theme/vehicle-icon';
import { AddReading } from './add-reading';
import { Logbook } from './logbook';
import type { VehicleData } from './vehicle-data';
import styles from './vehicle.module.css';

export function Vehicle({ data }: { data: VehicleData }) {
  const router = useRouter();
  const { day, today } = useDay();
  const [at, setAt] = useState(0);
  const battery = data.batteries[at] ?? data.batteries[0];
  const temperatures = useMemo(() => fromWireHall(data.hall), [data.hall]);
  const standing = useMemo(
    () =>
      battery
        ? standingOf(
            battery,
            data.vehicle,
            { name: data.hall.name, temperatures },
            data.rules,
            data.clock,
          )
        : null,
    [battery, data, temperatures],
  );
  const verdict = useMemo(() => (standing ? judge(standing) : null), [standing]);
  const series = useMemo(
    () => (standing && verdict ? chartSeries(standing, verdict.outlook) : null),
    [standing, verdict],
  );
  const onDay = useMemo(() => {
    if (!standing || !verdict || day === today) return null;
    const season = seasonOf(standing, verdict.outlook, day, day);
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
  const refresh = () => router.refresh();
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
        {data.batteries.length > 1 ? (
          <div className={styles.tabs} role="group" aria-label="Battery">
            {data.batteries.map((one, i) => (
              <Button
                key={one.id}
                type={i === at ? 'primary' : 'default'}
                aria-pressed={i === at}
                onClick={() => setAt(i)}
              >
                {one.label}
              </Button>
            ))}
          </div>
        ) : null}
      </header>
      <div className={styles.columns}>
        <section className={styles.main}>
          <div className={styles.card} data-verdict={verdict.kind}>
            <div className={styles.headline}>
              <span className={styles.reserve}>
                <ReserveBar days={reserveMark(verdict.outlook)} />
              </span>
              <h2>{verdict.headline}</h2>
            </div>
            {verdict.why.map((sentence, i) => (
              <p key={i}>
                <Figures sentence={sentence} />
              </p>
            ))}
            {verdict.cautions.map((caution) => (
              <p key={caution} className={styles.caution}>
                {caution}
              </p>
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
          <div className={styles.chart}>
            <ReadingChart
              series={series}
              day={day === today ? null : day + 0.5}
              summary={`Resting voltages of battery ${battery.mark}. ${verdict.headline}`}
            />
          </div>
          <AddReading
            key={battery.id}
            standing={standing}
            batteryId={battery.id}
            onRecorded={refresh}
          />
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
              value={battery.facts.fittedYear?.toString() ?? 'unknown, treated as old'}
            />
            <Fact name="Where" value={battery.state.place || '–'} />
            <Fact
              name="Kept"
              value={
                battery.state.maintainerSince !== null
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

function Fact({ name, value }: { name: string; value: string }) {
  return (
    <div>
      <dt>{name}</dt>
      <dd>{value}</dd>
    </div>
  );
}
