import 'server-only';
import { env } from '../../env';

/** The demo's outside listens here; 0 where the site is a real one. */
export const outsidePort = () => env('EMBER_OUTSIDE');
export const hasOutside = () => outsidePort() > 0;
