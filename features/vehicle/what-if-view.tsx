'use client';

import { decimal, t } from '../../core/language';
import { phrase } from '../words/phrase';
import { useCallback, useDeferredValue, useMemo, useState } from 'react';
import type { ChartConfiguration } from 'chart.js';
import { collectionProblem } from '../../core/time-limits';
import { MONTH_NAMES, dayName, parseDay, partsOf, shortDay } from '../../core/day';
import type { BatteryRecord } from '../../core/record/battery-record';
import type { Rules } from '../../core/rules/rules';
import { chanceShort, formatMoney, formatPct } from '../../core/words/words';
import { STORAGE_PLAN_NAMES } from '../../core/logbook/storage-plan-names';
import { STORAGE_PLANS, obstaclesTo, planInUse } from '../../core/plan/storage-plans';
import { STORAGE_PLAN_IDS, type StoragePlanId } from '../../core/logbook/storage-plan-names';
import type { CourseOf, WhatIf, WhatIfAnswer } from '../../core/plan/what-if';
import { faded, type Look } from '../chart/look';
import { useChart } from '../chart/use-chart';
import { useWhatIf } from '../plan/use-adviser';
import { hoursAndMinutes } from '../plan/words';
import { temperaturesOfDto, type BatteryDto } from '../site/dto';
import { planContextOf } from './plan-context';
import type { VehicleData } from './vehicle-data';
import { DayField } from '../theme/day-field';
import { SelectField } from '../ui/chooser';
import { Field, TextField } from '../ui/field';
import { DataTable } from '../ui/data-table';
import styles from './what-if.module.css';

const COLDER = [0, 2, 4, 6] as const;

/** One battery as it is kept and as it would be: nothing here is written down. */
export function WhatIfView({
  data,
  battery,
  standing,
}: {
  data: VehicleData;
  battery: BatteryDto;
  standing: BatteryRecord;
}) {
  const inUse = planInUse(standing.state);
  const [plan, setPlan] = useState<StoragePlanId>(inUse.id);
  const [hallId, setHallId] = useState(battery.hallId);
  const [less, setLess] = useState('');
  const [colder, setColder] = useState<number>(0);
  const [collect, setCollect] = useState('');
  const context = useMemo(() => planContextOf(data, battery, standing), [data, battery, standing]);
  const lessMa = Number(less);
  const day = collect === '' ? null : parseDay(collect);
  const problem =
    less !== '' && !(lessMa >= 0 && lessMa <= 20_000)
      ? t`Milliamps of the circuit: 0 to 20000.`
      : collect !== '' && (day === null || day <= data.today || collectionProblem(day, data.today))
        ? t`The day of collection is after today, and within three years.`
        : null;
  const hall = data.halls.find(({ id }) => id === hallId);
  const change = useMemo(
    (): WhatIf => ({
      plan,
      ...(hall && hallId !== battery.hallId
        ? { hall: { name: hall.name, kind: hall.kind, temperatures: temperaturesOfDto(hall) } }
        : {}),
      ...(problem === null && lessMa > 0 ? { lessDrawMa: lessMa } : {}),
      ...(colder ? { colder } : {}),
      ...(problem === null && day !== null ? { collectDay: day } : {}),
    }),
    [plan, hall, hallId, battery.hallId, lessMa, colder, day, problem],
  );
  const later = useDeferredValue(change);
  const asked = useMemo(
    () => ({ kind: 'what-if' as const, context, change: later }),
    [context, later],
  );
  const { answer, failed } = useWhatIf(asked);
  const obstacles = obstaclesTo(STORAGE_PLANS[plan], context);
  return (
    <div className={styles.view}>
      <p
        className={styles.quiet}
      >{t`Nothing here is written down: change what you like, and see.`}</p>
      <div className={styles.fields} data-kept>
        <SelectField
          label={t`Kept`}
          value={plan}
          options={STORAGE_PLAN_IDS.map((id) => ({
            value: id,
            label: `${STORAGE_PLANS[id].label}${id === inUse.id ? t` (now)` : ''}`,
          }))}
          onChange={setPlan}
        />
        <SelectField
          label={t`In`}
          value={hallId}
          options={data.halls.map(({ id, name }) => ({
            value: id,
            label: `${name}${id === battery.hallId ? t` (now)` : ''}`,
          }))}
          onChange={setHallId}
        />
        <TextField
          label={t`A circuit less, mA`}

          inputMode="decimal"
          value={less}
          placeholder="0"
          onChange={(event) => setLess(event.target.value.replace(',', '.'))}
        />
        <SelectField
          label={t`Winter`}
          value={colder}
          options={COLDER.map((kelvin) => ({
            value: kelvin,
            label: kelvin === 0 ? t`as usual` : t`${kelvin} K colder`,
          }))}
          onChange={setColder}
        />
        <Field label={t`Collected on`}>
          {(id) => (
            <DayField
              id={id}
              size="large"
              value={collect || (standing.collectDay === null ? '' : dayName(standing.collectDay))}
              onChange={setCollect}
            />
          )}
        </Field>
      </div>
      {problem ? (
        <p className={styles.problem} role="alert">
          {problem}
        </p>
      ) : null}
      {obstacles.length ? (
        <p className={styles.problem}>{t`Not possible as it stands: ${obstacles.join('; ')}.`}</p>
      ) : null}
      {failed ? (
        <p
          className={styles.problem}
          role="alert"
        >{t`It could not be worked out: load the page again.`}</p>
      ) : answer ? (
        <Answer
          answer={answer}
          line={standing.rules.lineSocPct[standing.facts.chemistry]}
          rules={standing.rules}
        />
      ) : (
        <p className={styles.quiet} role="status">{t`Living through both`}</p>
      )}
    </div>
  );
}

function Answer({ answer, line, rules }: { answer: WhatIfAnswer; line: number; rules: Rules }) {
  const canvas = useChart(
    useCallback((look: Look) => configuration(answer, line, look), [answer, line]),
  );
  const { now, then } = answer;
  const rows: [string, (course: CourseOf) => string][] = [
    [t`Kept`, ({ run }) => STORAGE_PLAN_NAMES[run.id]],
    [t`Until`, ({ until }) => shortDay(until)],
    [t`Lowest, likely`, ({ run }) => formatPct(run.kept.lowestPct.likely)],
    [t`one in ten under`, ({ run }) => formatPct(run.kept.lowestPct.tenth)],
    ['on', ({ run }) => shortDay(run.lowestDay)],
    [t`Under its line`, ({ run }) => chanceShort(run.kept.chanceUnder)],
    [t`Freezes`, ({ run }) => chanceShort(run.kept.chanceFreeze)],
    [t`Not ready on the day`, ({ run }) => chanceShort(run.kept.chanceNotReady)],
    [t`Charges`, ({ run }) => decimal(run.kept.charges, 1)],
    [t`Work`, ({ run }) => hoursAndMinutes(run.minutes)],
    [t`In all`, ({ run }) => formatMoney(run.total, rules)],
  ];
  return (
    <>
      <div className={styles.frame}>
        <canvas
          ref={canvas}
          role="img"
          aria-label={t`State of charge as kept now: lowest ${formatPct(now.run.kept.lowestPct.likely)}; then: lowest ${formatPct(then.run.kept.lowestPct.likely)}.`}
        />
      </div>
      <DataTable
        figures
        className={styles.table}
        head={[
          { aloud: t`What` },
          <>{phrase`${(<span className={styles.nowKey} />)} as now`}</>,
          <>{phrase`${(<span className={styles.thenKey} />)} then`}</>,
        ]}
      >
        {rows.map(([name, of]) => (
          <tr key={name} data-differs={of(now) !== of(then)}>
            <th scope="row">{name}</th>
            <td>{of(now)}</td>
            <td>{of(then)}</td>
          </tr>
        ))}
      </DataTable>
    </>
  );
}

interface Point {
  readonly x: number;
  readonly y: number;
}

function configuration(
  { now, then }: WhatIfAnswer,
  line: number,
  look: Look,
): ChartConfiguration<'line', Point[]> {
  const points = (course: CourseOf, series: Float64Array): Point[] =>
    Array.from(series, (y, i) => ({ x: course.from + i, y }));
  const from = now.from;
  const to = Math.max(now.until, then.until);
  const lowest = Math.min(line, ...now.run.kept.lowPct, ...then.run.kept.lowPct);
  const plain = { pointRadius: 0, borderWidth: 0, fill: false as const };
  const course = (label: string, of: CourseOf, colour: string, dash: number[]) => [
    { ...plain, label: t`${label}, low`, data: points(of, of.run.kept.lowPct) },
    {
      ...plain,
      label: t`${label}, range`,
      data: points(of, of.run.kept.highPct),
      fill: { target: '-1' },
      backgroundColor: faded(colour, 0.16),
    },
    {
      ...plain,
      label,
      data: points(of, of.run.kept.likelyPct),
      borderColor: colour,
      borderWidth: 2,
      borderDash: dash,
    },
  ];
  return {
    type: 'line',
    data: {
      datasets: [
        ...course(t`as now`, now, look.plum, []),
        ...course('then', then, look.ember, [5, 4]),
        {
          ...plain,
          label: t`recharge line`,
          data: [
            { x: from, y: line },
            { x: to, y: line },
          ],
          borderColor: look.ember,
          borderWidth: 1,
          borderDash: [7, 4],
        },
      ],
    },
    options: {
      animation: false,
      parsing: false,
      normalized: true,
      responsive: true,
      maintainAspectRatio: false,
      interaction: { mode: 'nearest', intersect: false },
      scales: {
        x: {
          type: 'linear',
          min: from,
          max: to,
          grid: { display: false },
          border: { color: look.line },
          afterBuildTicks: (axis) => {
            axis.ticks = Array.from({ length: to - from + 1 }, (_, i) => from + i)
              .filter((day) => partsOf(day).date === 1)
              .map((value) => ({ value }));
          },
          ticks: {
            color: look.quiet,
            font: { family: look.plainFont, size: 12 },
            maxRotation: 0,
            callback: (value) => MONTH_NAMES[partsOf(Number(value)).month]!,
          },
        },
        y: {
          min: Math.max(-20, Math.floor((lowest - 4) / 10) * 10),
          max: 102,
          border: { display: false },
          grid: { color: look.line },
          ticks: {
            color: look.quiet,
            font: { family: look.monoFont, size: 11 },
            maxTicksLimit: 7,
            includeBounds: false,
            callback: (value) => `${String(value)} %`,
          },
        },
      },
      plugins: {
        tooltip: {
          filter: (item) => item.datasetIndex === 2 || item.datasetIndex === 5,
          displayColors: false,
          callbacks: {
            title: ([item]) => (item ? shortDay(Math.floor(item.parsed.x ?? 0)) : ''),
            label: (item) => `${item.dataset.label ?? ''} ${formatPct(item.parsed.y ?? 0)}`,
          },
        },
      },
    },
  };
}
