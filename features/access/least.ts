import type { Least } from '../../core/access/roles';
import type { Api } from '../http/contract';

/**
 * Who may ask what: every address of the program with the least that is asked of who asks it. What
 * stands in no line is answered to nobody. Entries are held against the role of their kind besides.
 */
export const LEAST_FOR_API: Readonly<Record<keyof Api, Least>> = {
  'GET /api/ping': 'anybody',
  'GET /api/words/{tag}': 'anybody',
  'POST /api/pair': 'anybody',
  'POST /api/first': 'anybody',
  'POST /api/sign-in': 'anybody',
  'POST /api/sign-out': 'anybody',
  // Of a session that is locked, nothing else can be asked.
  'POST /api/lock': 'anybody',
  'POST /api/unlock': 'anybody',
  'PUT /api/pin': 'helper',
  'POST /api/reports': 'secret',
  // Calendars sign in nowhere: who knows the address may read it.
  'GET /api/calendars/{secret}': 'secret',
  'POST /api/calendars': 'helper',
  'POST /api/owner-links': 'attendant',
  'DELETE /api/owner-links/{id}': 'attendant',
  'DELETE /api/calendars': 'helper',
  'POST /api/entries': 'helper',
  'POST /api/entries/batch': 'helper',
  'POST /api/practised': 'helper',
  'PUT /api/practice-sheet': 'helper',
  'GET /api/practice/season/{seed}': 'helper',
  'GET /api/live': 'helper',
  'POST /api/live': 'helper',
  'GET /api/find': 'helper',
  'GET /api/yard': 'helper',
  'GET /api/yard/series': 'helper',
  'GET /api/photos/{id}': 'helper',
  'PUT /api/photos/{id}': 'helper',
  'GET /api/season/rounds.ics': 'helper',
  'POST /api/bench': 'helper',
  'GET /api/bench/trace': 'helper',
  'GET /api/bench/stream': 'helper',
  'POST /api/bench/trace': 'attendant',
  'POST /api/bench/hands': 'helper',
  'GET /api/demo/sight': 'helper',
  'POST /api/demo/clock': 'helper',
  'POST /api/demo/open': 'manager',
  'POST /api/lay-up': 'attendant',
  'PUT /api/drafts/{id}': 'attendant',
  'DELETE /api/drafts/{id}': 'attendant',
  'POST /api/batteries': 'attendant',
  'PUT /api/vehicles/{id}/owner': 'attendant',
  'POST /api/rules/preview': 'attendant',
  'GET /api/advice': 'attendant',
  'POST /api/fuses': 'attendant',
  'POST /api/fuses/known': 'attendant',
  'GET /api/season/document': 'attendant',
  'POST /api/season/plan': 'attendant',
  'GET /api/records/{id}': 'attendant',
  'POST /api/winters': 'manager',
  'PUT /api/site/plan': 'manager',
  'POST /api/sites': 'manager',
  'POST /api/chargers/{id}/send': 'manager',
  'POST /api/bring': 'manager',
  'GET /api/bring/{id}': 'manager',
  'DELETE /api/bring/{id}': 'manager',
  'GET /api/take-out/{what}': 'manager',
  'POST /api/temperatures': 'manager',
  'POST /api/setup': 'manager',
  'POST /api/meter': 'manager',
  'DELETE /api/meter': 'manager',
  'POST /api/devices': 'manager',
  'DELETE /api/devices/{id}': 'manager',
  'POST /api/stock': 'manager',
  'DELETE /api/stock/{what}/{id}': 'manager',
  'DELETE /api/photos/{id}': 'manager',
  'DELETE /api/owners/{id}/contact': 'manager',
  'POST /api/people': 'manager',
  'PUT /api/people/{id}': 'manager',
  'DELETE /api/people/{id}': 'manager',
  'POST /api/pairing-codes': 'attendant',
  'DELETE /api/paired/{id}': 'manager',
};

/** The same of the pages. */
export const LEAST_FOR_PAGE = {
  '/': 'helper',
  '/yard': 'helper',
  '/round': 'helper',
  '/bench': 'helper',
  '/charge': 'helper',
  '/season': 'helper',
  '/wall': 'helper',
  // A screen on the wall signs in nowhere: who knows the address of a calendar may read it.
  '/wall/{secret}': 'secret',
  '/vehicle/{id}': 'helper',
  '/print/vehicle/{id}': 'helper',
  '/print/season': 'helper',
  '/print/halls': 'helper',
  '/print/condemned': 'helper',
  '/lay-up': 'attendant',
  '/hand-back': 'attendant',
  '/hand-back/{id}': 'attendant',
  '/season/account': 'attendant',
  '/print/notices': 'attendant',
  '/print/record/{id}': 'attendant',
  '/rules': 'attendant',
  '/people': 'helper',
  '/setup': 'manager',
  '/bring': 'manager',
  '/site': 'manager',
  '/print/practice': 'helper',
  '/ui': 'helper',
  '/practice': 'helper',
  '/practice/{task}': 'helper',
  // Owners sign in nowhere: who knows the link of a vehicle may read its record.
  '/owner/{secret}': 'secret',
  '/sign-in': 'anybody',
  '/pair': 'anybody',
  '/trust': 'anybody',
  '/trust/authority.crt': 'anybody',
  '/sw.js': 'anybody',
} as const satisfies Readonly<Record<`/${string}`, Least>>;

const patterns = [
  ...Object.entries(LEAST_FOR_API).map(([address, least]) => {
    const [method, path] = address.split(' ') as [string, string];
    return { methods: method === 'GET' ? ['GET', 'HEAD'] : [method], path, least };
  }),
  ...Object.entries(LEAST_FOR_PAGE).map(([path, least]) => ({
    methods: ['GET', 'HEAD'],
    path,
    least: least as Least,
  })),
].map(({ path, ...rest }) => ({
  ...rest,
  path: new RegExp(`^${path.replaceAll('.', '\\.').replace(/\{\w+\}/g, '[^/]+')}$`),
}));

/** What the frame of every page is made of; nothing of the site is in it. */
const FRAME =
  /^\/(_next\/static\/|manifest\.webmanifest$|icon\.svg$|apple-icon\.png$|icon-\d+\.png$|favicon\.ico$)/;

/** The least that is asked of who asks an address; null: there is no such address. */
export function leastFor(method: string, path: string): Least | null {
  if (FRAME.test(path)) return 'anybody';
  return patterns.find((one) => one.methods.includes(method) && one.path.test(path))?.least ?? null;
}
