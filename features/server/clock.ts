import 'server-only';

/** UTC milliseconds on the site's clock: the demo's stands still. */
export function now(): number {
  const fixed = process.env.EMBER_NOW;
  return fixed ? Date.parse(fixed) : Date.now();
}

/** Whether the clock stands still, so that the browser does not let its own run. */
export const clockStands = () => Boolean(process.env.EMBER_NOW);
