import 'server-only';
import { readDemoClock, writeDemoClock } from '../../store/demo-clock';
import { db } from './store';
import { env } from '../../env';

/** UTC milliseconds on the site's clock: the demo's stands still until it is moved on. */
export function now(): number {
  const fixed = env('EMBER_NOW');
  if (!fixed) return Date.now();
  return readDemoClock(db()) ?? Date.parse(fixed);
}

/** Whether the clock stands still, so that the browser does not let its own run. */
export const clockStands = () => env('EMBER_NOW') !== undefined;

/** Moves the demo's clock; a real site's is nobody's to move. */
export function moveDemoClock(to: number): void {
  if (!clockStands()) throw new Error('only the demo’s clock can be moved');
  writeDemoClock(db(), to);
}
