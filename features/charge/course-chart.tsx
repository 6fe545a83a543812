'use client';

import { decimal, t } from '../../core/language';
import type { ChartConfiguration } from 'chart.js';
import { useCallback } from 'react';
import type { ChargeAnswer } from '../../core/charging/charge';
import type { Look } from '../chart/look';
import { useChart } from '../chart/use-chart';
import type { Heard } from './charge-data';
import styles from './course-chart.module.css';

interface Point {
  readonly x: number;
  readonly y: number | null;
}

function configuration(
  course: ChargeAnswer | null,
  heard: Heard | null,
  look: Look,
): ChartConfiguration<'line', Point[]> {
  const mono = { family: look.monoFont, size: 11 };
  const plain = { pointRadius: 0, borderWidth: 2, fill: false as const };
  const of = (pick: (point: ChargeAnswer['course'][number]) => number): Point[] =>
    course?.course.map((point) => ({ x: point.hours, y: pick(point) })) ?? [];
  const heardOf = (values: readonly (number | null)[] | undefined): Point[] =>
    values?.map((y, i) => ({ x: heard!.hours[i]!, y })) ?? [];
  const axis = (title: string, position: 'left' | 'right', grid: boolean) => ({
    position,
    title: { display: true, text: title, color: look.quiet, font: { family: look.plainFont } },
    border: { display: false },
    grid: { color: look.line, drawOnChartArea: grid },
    ticks: { color: look.quiet, font: mono, maxTicksLimit: 5 },
  });
  return {
    type: 'line',
    data: {
      datasets: [
        {
          ...plain,
          label: t`charge, %`,
          yAxisID: 'soc',
          data: of((p) => p.socPct),
          borderColor: look.plum,
        },
        {
          ...plain,
          label: t`volts`,
          yAxisID: 'volts',
          data: of((p) => p.volts),
          borderColor: look.ink,
          borderDash: [5, 4],
        },
        {
          ...plain,
          label: t`amps`,
          yAxisID: 'amps',
          data: of((p) => p.amps),
          borderColor: look.ember,
        },
        {
          ...plain,
          label: t`volts, heard`,
          yAxisID: 'volts',
          data: heardOf(heard?.volts),
          borderColor: look.ink,
          borderWidth: 1,
        },
        {
          ...plain,
          label: t`amps, heard`,
          yAxisID: 'amps',
          data: heardOf(heard?.amps),
          borderColor: look.ember,
          borderWidth: 1,
        },
      ],
    },
    options: {
      animation: false,
      parsing: false,
      normalized: true,
      responsive: true,
      maintainAspectRatio: false,
      interaction: { mode: 'index', intersect: false },
      scales: {
        x: {
          type: 'linear',
          min: 0,
          title: {
            display: true,
            text: t`hours`,
            color: look.quiet,
            font: { family: look.plainFont },
          },
          grid: { display: false },
          border: { color: look.line },
          ticks: { color: look.quiet, font: mono, maxTicksLimit: 8 },
        },
        volts: { ...axis('V', 'left', true), grace: '8%' },
        amps: { ...axis('A', 'right', false), min: 0, grace: '8%' },
        soc: { display: false, min: 0, max: 105 },
      },
      plugins: {
        tooltip: {
          displayColors: false,
          callbacks: {
            title: ([item]) => (item ? t`after ${decimal(item.parsed.x ?? 0, 1)} h` : ''),
            label: (item) => `${item.dataset.label ?? ''} ${(item.parsed.y ?? 0).toFixed(2)}`,
          },
        },
      },
    },
  };
}

/** Volts, amps and charge over the hours of a charge: as foreseen, and as the charger reports. */
export function CourseChart({
  course,
  heard,
}: {
  course: ChargeAnswer | null;
  heard: Heard | null;
}) {
  const canvas = useChart(
    useCallback((look: Look) => configuration(course, heard, look), [course, heard]),
  );
  const hours = course?.totalHours ?? heard?.hours.at(-1) ?? 0;
  return (
    <figure className={styles.figure}>
      <div className={styles.chart}>
        <canvas
          ref={canvas}
          role="img"
          aria-label={t`Volts, amps and state of charge over ${decimal(hours, 1)} hours`}
        />
      </div>
      <figcaption>
        <span data-key="volts">{t`volts`}</span>
        <span data-key="amps">{t`amps`}</span>
        {course ? <span data-key="soc">{t`charge, to 100 %`}</span> : null}
        {heard ? <span data-key="heard">{t`thin: as the charger reports`}</span> : null}
      </figcaption>
    </figure>
  );
}
