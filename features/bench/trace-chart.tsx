'use client';

import { t } from '../../core/language';
import { useEffect, useRef } from 'react';
import type { Chart, ChartConfiguration } from 'chart.js';
import type { DrawAnalysis } from '../../core/parasitic-draw/draw';
import type { Mark } from '../../core/parasitic-draw/marks';
import { thinned, type Samples } from '../../core/parasitic-draw/thinned';
import { clockOf } from '../../core/parasitic-draw/words';
import { faded, lookOf, useThemeTick, type Look } from '../chart/look';
import styles from './trace-chart.module.css';

interface Point {
  x: number;
  y: number;
}

/** A logarithmic axis has no nothing: less than this is drawn at its foot. */
const MIN_MA = 0.1;

const pointsOf = (trace: Samples): Point[] =>
  thinned(trace).map(({ seconds, amps }) => ({ x: seconds, y: Math.max(MIN_MA, 1000 * amps) }));

export interface ChartLine {
  readonly label: string;
  readonly trace: Samples;
}

/** 1, 2 and 5 of each ten have a line and a name. */
const isNamed = (milliamps: number) => /^[125](0|\.0)*$|^0\.[125]$/.test(String(milliamps));

/** Whole minutes and halves of them, eight at most. */
function clockTicks(end: number): number[] {
  const step = [10, 15, 30, 60, 120, 300, 600, 900, 1800, 3600].find((one) => end / one <= 8);
  return Array.from({ length: 9 }, (_, i) => i * (step ?? 7200)).filter((at) => at <= end);
}

function configuration(
  lines: readonly ChartLine[],
  analysis: DrawAnalysis | null,
  marks: readonly Mark[],
  limitMa: number,
  look: Look,
): ChartConfiguration<'line', Point[]> {
  const mono = { family: look.monoFont, size: 11 };
  const points = lines.map(({ trace }) => pointsOf(trace));
  const all = points.flat();
  const end = Math.max(60, ...all.map((point) => point.x));
  const top = Math.max(2 * limitMa, ...all.map((point) => point.y)) * 1.4;
  // A pull that leaves nothing must not flatten all the rest.
  const foot = Math.max(
    MIN_MA,
    limitMa / 100,
    Math.min(limitMa, ...all.map((point) => point.y)) / 1.6,
  );
  const plain = { pointRadius: 0, borderWidth: 1.5, fill: false as const };
  const steps = (analysis?.levels ?? []).flatMap(({ from, to, milliamps }) => [
    { x: from, y: Math.max(foot, milliamps) },
    { x: to, y: Math.max(foot, milliamps) },
  ]);
  const upright = (mark: Mark) => ({
    ...plain,
    label: mark.kind === 'pull' ? t`${mark.circuit} out` : '',
    data: [
      { x: mark.at, y: foot },
      { x: mark.at, y: top },
    ],
    borderColor: mark.kind === 'pull' ? look.plum : look.quiet,
    borderDash: mark.kind === 'put-back' ? [2, 3] : [],
    borderWidth: 1,
  });
  return {
    type: 'line',
    data: {
      datasets: [
        ...points.map((data, i) => ({
          ...plain,
          label: lines[i]!.label,
          data,
          borderColor: i === 0 ? look.plum : faded(look.plum, 0.6 / i),
          borderWidth: i === 0 ? 1.5 : 1.2,
        })),
        { ...plain, label: t`level`, data: steps, borderColor: look.ember, borderWidth: 2.5 },
        {
          ...plain,
          label: t`limit`,
          data: [
            { x: 0, y: limitMa },
            { x: end, y: limitMa },
          ],
          borderColor: look.ember,
          borderDash: [7, 4],
          borderWidth: 1,
        },
        ...marks.map(upright),
      ],
    },
    options: {
      animation: false,
      responsive: true,
      maintainAspectRatio: false,
      parsing: false,
      normalized: true,
      events: [],
      plugins: { tooltip: { enabled: false } },
      scales: {
        x: {
          type: 'linear',
          min: 0,
          max: end,
          grid: { color: look.line },
          border: { color: look.line },
          afterBuildTicks: (axis) => {
            axis.ticks = clockTicks(end).map((value) => ({ value }));
          },
          ticks: {
            color: look.quiet,
            font: mono,
            maxRotation: 0,
            callback: (value) => clockOf(Number(value)),
          },
        },
        y: {
          type: 'logarithmic',
          min: foot,
          max: top,
          title: { display: true, text: 'mA', color: look.quiet, font: mono },
          grid: {
            color: (context) => (isNamed(context.tick.value) ? look.line : faded(look.line, 0)),
          },
          border: { color: look.line },
          ticks: {
            color: look.quiet,
            font: mono,
            callback: (value) => (isNamed(Number(value)) ? String(value) : ''),
            autoSkip: false,
          },
        },
      },
    },
  };
}

/** Logged current over time, with the levels that were found and the house's limit. */
export function TraceChart({
  lines,
  analysis,
  marks,
  limitMa,
  tick,
  label,
}: {
  lines: readonly ChartLine[];
  analysis: DrawAnalysis | null;
  marks: readonly Mark[];
  limitMa: number;
  /** Changes when the trace has grown. */
  tick: number;
  label: string;
}) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const chart = useRef<Chart<'line', Point[]> | null>(null);
  const theme = useThemeTick();

  useEffect(() => {
    let gone = false;
    void import('../chart/log-chart-parts').then(({ Chart: ChartOf }) => {
      const element = canvas.current;
      if (gone || !element) return;
      const look = lookOf(element.parentElement!);
      const config = configuration(lines, analysis, marks, limitMa, look);
      if (chart.current) {
        chart.current.data = config.data;
        chart.current.options = config.options!;
        chart.current.update('none');
      } else chart.current = new ChartOf<'line', Point[]>(element, config);
    });
    return () => {
      gone = true;
    };
  }, [lines, analysis, marks, limitMa, theme, tick]);

  useEffect(
    () => () => {
      chart.current?.destroy();
      chart.current = null;
    },
    [],
  );

  return (
    <div className={styles.chart}>
      <canvas ref={canvas} role="img" aria-label={label} />
    </div>
  );
}
