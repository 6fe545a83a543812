import { refuseForeign } from './features/server/foreign';

/** Stands before every page and route. */
export function proxy(request: Request): Response | undefined {
  return refuseForeign(request);
}
