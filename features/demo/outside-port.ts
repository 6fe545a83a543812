import 'server-only';

/** The demo's outside listens here; 0 where the site is a real one. */
export const outsidePort = () => Number(process.env.EMBER_OUTSIDE ?? '0');
export const hasOutside = () => outsidePort() > 0;
