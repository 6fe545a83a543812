import { toDay } from '../core/day';
import { DEFAULT_RULES } from '../core/rules/rules';
import type { PlayedWorld } from '../simulators/played/site';
import { demoArrivals } from './arriving';
import { DEMO_BENCH_HALL } from './facts';
import { DEMO_HALLS, DEMO_SITE, DEMO_STAYS, type DemoStay } from './site';
import { DEMO_STOCK } from './stock';

/** The demo's site, or some of its stays, as seasons are played on it. */
export const demoWorld = (stays: readonly DemoStay[] = DEMO_STAYS): PlayedWorld => ({
  timeZone: DEMO_SITE.timeZone,
  firstDay: toDay(DEMO_SITE.seasonStart),
  lastDay: toDay(DEMO_SITE.seasonEnd),
  meanCelsius: DEMO_SITE.climate.meanCelsius,
  halls: DEMO_HALLS,
  benchHallId: DEMO_BENCH_HALL,
  stock: DEMO_STOCK,
  rules: DEFAULT_RULES,
  arriving: demoArrivals(stays),
});
