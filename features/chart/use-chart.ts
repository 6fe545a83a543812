'use client';

import type { Chart, ChartConfiguration } from 'chart.js';
import { useEffect, useRef, type RefObject } from 'react';
import { alive } from '../ui/part';
import { lookOf, useThemeTick, type Look } from './look';

/**
 * A line chart on a canvas: drawn when what it shows or the theme changes, gone with its screen.
 * `configuration` must be the same function for as long as it draws the same.
 */
export function useChart<Point>(
  configuration: (look: Look) => ChartConfiguration<'line', Point[]>,
): RefObject<HTMLCanvasElement | null> {
  const canvas = useRef<HTMLCanvasElement>(null);
  const chart = useRef<Chart<'line', Point[]> | null>(null);
  const theme = useThemeTick();
  useEffect(() => {
    let gone = false;
    const parts = alive().then(() => import('./chart-parts'));
    void parts.then(({ Chart }) => {
      const element = canvas.current;
      if (gone || !element) return;
      const config = configuration(lookOf(element.parentElement!));
      if (chart.current) {
        chart.current.data = config.data;
        chart.current.options = config.options!;
        chart.current.update('none');
      } else {
        chart.current = new Chart(element, config);
      }
    });
    return () => {
      gone = true;
    };
  }, [configuration, theme]);
  useEffect(
    () => () => {
      chart.current?.destroy();
      chart.current = null;
    },
    [],
  );
  return canvas;
}
