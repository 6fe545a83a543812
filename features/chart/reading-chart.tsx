'use client';

import { decimal, t } from '../../core/language';
import { useCallback } from 'react';
import { MONTH_NAMES, partsOf, shortDay } from '../../core/day';
import type { ChartConfiguration } from 'chart.js';
import type { ChartPoint, ChartSeries } from './series';
import { faded, type Look } from './look';
import { useChart } from './use-chart';
import styles from './reading-chart.module.css';

function configuration(
  series: ChartSeries,
  look: Look,
  day: number | null,
): ChartConfiguration<'line', ChartPoint[]> {
  const mono = { family: look.monoFont, size: 11 };
  const all = [...series.settled, ...series.unsettled, ...series.low, ...series.high];
  const lowest = Math.min(series.lineVolts, ...all.map((point) => point.y));
  const highest = Math.max(series.lineVolts, ...all.map((point) => point.y));
  const room = Math.max(0.05, (highest - lowest) * 0.08);
  const flat = (volts: number) => [
    { x: series.from, y: volts },
    { x: series.to, y: volts },
  ];
  const upright = (x: number) => [
    { x, y: lowest - room },
    { x, y: highest + room },
  ];
  const plain = { pointRadius: 0, borderWidth: 1.5, fill: false as const };
  return {
    type: 'line',
    data: {
      datasets: [
        { ...plain, label: t`band`, data: [...series.low], borderWidth: 0 },
        {
          ...plain,
          label: t`likely range`,
          data: [...series.high],
          borderWidth: 0,
          fill: { target: '-1' },
          backgroundColor: faded(look.ember, 0.2),
        },
        {
          ...plain,
          label: t`forecast`,
          data: [...series.likely],
          borderColor: look.ember,
          borderDash: [4, 4],
          borderWidth: 2,
        },
        {
          ...plain,
          label: t`recharge line`,
          data: flat(series.lineVolts),
          borderColor: look.ember,
          borderDash: [7, 4],
          borderWidth: 1,
        },
        { ...plain, label: t`today`, data: upright(series.today), borderColor: look.ink },
        {
          ...plain,
          label: t`day shown`,
          data: day === null ? [] : upright(day),
          borderColor: look.ember,
          borderWidth: 2,
        },
        {
          ...plain,
          label: t`resting voltage`,
          data: [...series.settled],
          borderColor: look.plum,
          backgroundColor: look.plum,
          pointRadius: 4,
          pointHoverRadius: 5,
        },
        {
          ...plain,
          label: t`taken too soon`,
          data: [...series.unsettled],
          showLine: false,
          borderColor: look.plum,
          backgroundColor: look.surface,
          pointRadius: 4,
          pointBorderWidth: 1.5,
        },
      ],
    },
    options: {
      animation: false,
      parsing: false,
      normalized: true,
      responsive: true,
      maintainAspectRatio: false,
      interaction: { mode: 'nearest', intersect: true },
      scales: {
        x: {
          type: 'linear',
          min: series.from,
          max: series.to,
          grid: { display: false },
          border: { color: look.line },
          afterBuildTicks: (axis) => {
            axis.ticks = monthStarts(series).map((value) => ({ value }));
          },
          ticks: {
            color: look.quiet,
            font: { family: look.plainFont, size: 12 },
            maxRotation: 0,
            callback: (value) => MONTH_NAMES[partsOf(Number(value)).month]!,
          },
        },
        y: {
          min: lowest - room,
          max: highest + room,
          border: { display: false },
          grid: { color: look.line },
          ticks: {
            color: look.quiet,
            font: mono,
            maxTicksLimit: 6,
            includeBounds: false,
            callback: (value) => decimal(Number(value), 2),
          },
        },
      },
      plugins: {
        tooltip: {
          filter: (item) => item.datasetIndex >= 6 || item.datasetIndex === 2,
          displayColors: false,
          callbacks: {
            title: ([item]) => (item ? shortDay(Math.floor(item.parsed.x ?? 0)) : ''),
            label: (item) => `${item.dataset.label ?? ''} ${decimal(item.parsed.y ?? 0, 2)} V`,
          },
        },
      },
    },
  };
}

function monthStarts(series: ChartSeries): number[] {
  const starts: number[] = [];
  for (let day = Math.ceil(series.from); day <= series.to; day++) {
    if (partsOf(day).date === 1) starts.push(day);
  }
  return starts;
}

/** Resting voltages, the forecast with its band, the line, today and the day that is shown. */
export function ReadingChart({
  series,
  day,
  summary,
}: {
  series: ChartSeries;
  day: number | null;
  summary: string;
}) {
  const canvas = useChart(
    useCallback((look: Look) => configuration(series, look, day), [series, day]),
  );
  return (
    <div className={styles.frame}>
      <canvas ref={canvas} role="img" aria-label={summary} />
    </div>
  );
}
