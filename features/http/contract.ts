import 'server-only';
import { z } from 'zod';
import { EntryBody } from '../../core/logbook/entry-body';
import { ReportBody } from '../../core/reports/report';
import { SeasonDocument } from '../../core/schedule/document';
import { Meter } from '../../store/devices';
import {
  FirstBody,
  PairBody,
  PersonBody,
  PersonChange,
  PinBody,
  SignInBody,
  UnlockBody,
} from '../access/schema';
import { Logged } from '../bench/routes';
import { FusesOf, KnownFuses } from '../bench/settings-routes';
import { BenchRequest, Test, TraceReply } from '../bench/wire';
import { Device, StockChange } from '../charge/stock-routes';
import { ClockMove, Lived, Sight } from '../demo/simulator-client';
import { DraftBody } from '../lay-up/draft-routes';
import { Brought } from '../intake/schema';
import { LayUp } from '../lay-up/schema';
import { StandingAt } from '../live/news';
import type { Findable } from '../find/find-data';
import { WinterBody, WinterScore } from '../practice/winters';
import { PractisedBody, SheetKept } from '../practice/sheet-routes';
import { LinkFor } from '../owners-record/link-routes';
import { OwnersRecord } from '../owners-record/record-document';
import { RuleEffect } from '../rules/effect';
import { ToWeigh } from '../rules/preview';
import { DaysOf } from '../temperatures/schema';
import { Tightened } from '../season/routes';
import { SitePlan } from '../site-plan/schema';
import { ChargerGoes, NewSite } from '../sites/schema';
import { Setup } from '../setup/schema';
import { OwnerOf } from '../vehicle/owner-routes';
import { NewBattery } from '../vehicle/post-battery';
import type { OneMoreData } from '../yard/one-more-data';

/** One address of the program, as those find it who send to it. */
export interface Endpoint {
  /** In one line, without a full stop. */
  readonly does: string;
  /** The JSON that is sent. */
  readonly body?: z.ZodType;
  /** The kind of what is sent where that is no JSON. */
  readonly sends?: readonly string[];
  /** The JSON that comes back. */
  readonly reply?: z.ZodType;
  /** The kind of what comes back where that is no JSON. */
  readonly gives?: readonly string[];
  /** What its address says after the question mark. */
  readonly query?: Readonly<Record<string, string>>;
  /** The statuses with which it refuses, besides those of every body (400, 413, 415). */
  readonly refuses?: readonly number[];
  /** A device says who it is; all others are pages of the site. */
  readonly byToken?: true;
}

const Kept = z.strictObject({ kept: z.literal(true) });
const Range = z.object({ value: z.number(), low: z.number(), high: z.number() });
/** Made by the program for its own pages: what is in it is theirs to know. */
const own = <T>() => z.custom<T>((value) => typeof value === 'object' && value !== null);

/** Every address of the program that is no page. */
export const API = {
  'GET /api/ping': {
    does: 'Says that the server is up',
    reply: z.strictObject({ name: z.string() }),
  },
  'GET /api/words/{tag}': {
    does: 'The words of a language other than English, as a script for the pages',
    gives: ['text/javascript; charset=utf-8'],
    refuses: [404],
  },
  'POST /api/entries': {
    does: 'Records one entry; sent twice, it is recorded once',
    body: EntryBody,
    reply: z.strictObject({
      id: z.string(),
      seq: z.int(),
      outcome: z.enum(['recorded', 'known']),
    }),
    refuses: [404, 409, 422, 503],
  },
  'POST /api/entries/batch': {
    does: 'Records entries that belong together: all, or none',
    body: z.array(EntryBody).min(1).max(20),
    reply: z.strictObject({ recorded: z.int() }),
    refuses: [404, 409, 422, 503],
  },
  'POST /api/pair': {
    does: 'Pairs the browser that asks, with a code that is used up',
    body: PairBody,
    reply: z.strictObject({ paired: z.literal(true) }),
    refuses: [409, 422, 429],
  },
  'POST /api/first': {
    does: 'The first of those who work here, a manager, on a browser paired from the shell',
    body: FirstBody,
    reply: z.strictObject({ name: z.string() }),
    refuses: [403, 409],
  },
  'POST /api/sign-in': {
    does: 'Signs somebody in on a paired browser',
    body: SignInBody,
    reply: z.strictObject({ name: z.string() }),
    refuses: [401, 403, 409, 429],
  },
  'POST /api/sign-out': {
    does: 'Signs out whoever is signed in on the browser that asks',
    reply: z.strictObject({ out: z.literal(true) }),
  },
  'PUT /api/pin': {
    does: 'Sets a PIN that unlocks one’s session on this browser, or takes it away',
    body: PinBody,
    reply: Kept,
    refuses: [409],
  },
  'POST /api/lock': {
    does: 'Locks the session that asks, where it has a PIN',
    reply: z.strictObject({ locked: z.boolean() }),
  },
  'POST /api/unlock': {
    does: 'Unlocks it with the PIN',
    body: UnlockBody,
    reply: z.strictObject({ name: z.string() }),
    refuses: [401, 422],
  },
  'POST /api/pairing-codes': {
    does: 'Gives a code to pair another browser with: good once, for five minutes',
    reply: z.strictObject({ code: z.string(), until: z.int() }),
    refuses: [409],
  },
  'DELETE /api/paired/{id}': {
    does: 'Withdraws a paired browser: it is out at its next request',
    reply: Kept,
    refuses: [404],
  },
  'POST /api/people': {
    does: 'Adds somebody who works here',
    body: PersonBody,
    reply: Kept,
    refuses: [409],
  },
  'PUT /api/people/{id}': {
    does: 'Gives somebody another role, or a new passphrase',
    body: PersonChange,
    reply: Kept,
    refuses: [404, 409],
  },
  'DELETE /api/people/{id}': {
    does: 'Somebody works here no more',
    reply: Kept,
    refuses: [404, 409],
  },
  'POST /api/lay-up': {
    does: 'Takes a vehicle in, with its batteries, terms and plans; sent twice, it stands there once',
    body: LayUp,
    reply: z.strictObject({ vehicleId: z.string(), nextRound: z.string() }),
    refuses: [404, 409, 422],
  },
  'PUT /api/drafts/{id}': {
    does: 'Keeps a lay-up that is not finished, as it is typed',
    body: DraftBody,
    reply: z.strictObject({ id: z.string() }),
    refuses: [409],
  },
  'DELETE /api/drafts/{id}': {
    does: 'Throws a lay-up away that was not finished, with the photographs taken for it',
    reply: z.strictObject({ id: z.string() }),
  },
  'PUT /api/photos/{id}': {
    does: 'Keeps a photograph of a vehicle; the same id again changes nothing',
    sends: ['image/jpeg', 'image/webp', 'image/png'],
    query: { vehicle: 'id of the vehicle, or of its draft', taken: 'UTC instant' },
    reply: z.strictObject({ id: z.string() }),
    refuses: [404, 409],
  },
  'GET /api/photos/{id}': {
    does: 'A photograph',
    gives: ['image/jpeg', 'image/webp', 'image/png'],
    refuses: [404],
  },
  'DELETE /api/photos/{id}': {
    does: 'Erases a photograph for good',
    reply: Kept,
    refuses: [404],
  },
  'DELETE /api/owners/{id}/contact': {
    does: 'Erases for good how an owner is reached',
    reply: Kept,
    refuses: [404],
  },
  'PUT /api/vehicles/{id}/owner': {
    does: 'Puts right whose a vehicle is, how they are reached and what was agreed',
    body: OwnerOf,
    reply: Kept,
    refuses: [404, 409],
  },
  'POST /api/batteries': {
    does: 'Adds a battery to a vehicle, in place of another or beside the others',
    body: NewBattery,
    reply: z.strictObject({ id: z.string() }),
    refuses: [404, 409, 422],
  },
  'POST /api/temperatures': {
    does: 'Takes days of a hall out of a file or a forecast, or a climate from past winters',
    body: DaysOf,
    reply: z.union([
      z.strictObject({ months: z.int() }),
      z.strictObject({
        written: z.int(),
        kept: z.int(),
        foretold: z.int(),
        today: z.string(),
      }),
    ]),
    refuses: [404, 422],
  },
  'POST /api/rules/preview': {
    does: 'Says what a change of the rules would do, and changes nothing',
    body: ToWeigh,
    reply: RuleEffect,
    refuses: [404],
  },
  'GET /api/advice': {
    does: 'What the comparison of one more charger, outlet or bay is reckoned from',
    reply: own<OneMoreData>(),
    refuses: [404],
  },
  'POST /api/setup': {
    does: 'Sets a new site up',
    body: Setup,
    reply: z.strictObject({ name: z.string() }),
    refuses: [409],
  },
  'POST /api/reports': {
    does: 'Takes what a charger or a thermometer reports',
    body: ReportBody,
    reply: z.strictObject({ recorded: z.int(), known: z.int() }),
    refuses: [401, 409, 422, 429],
    byToken: true,
  },
  'PUT /api/site/plan': {
    does: 'Draws the halls and bays of the site anew, from today on',
    body: SitePlan,
    reply: Kept,
    refuses: [409],
  },
  'POST /api/demo/open': {
    does: 'Starts the demo beside a site, to look around in, and says where it is',
    reply: z.strictObject({ href: z.string() }),
    refuses: [409],
  },
  'POST /api/sites': {
    does: 'Adds a site beside this one, with a data file and a port of its own',
    body: NewSite,
    reply: z.strictObject({ href: z.string() }),
    refuses: [409],
  },
  'POST /api/chargers/{id}/send': {
    does: 'Sends a charger to another site of this installation',
    body: ChargerGoes,
    reply: Kept,
    refuses: [404, 409],
  },
  'GET /api/take-out/{what}': {
    does: 'Everything of the site as an archive, or a table of it for a spreadsheet',
    gives: ['application/x-ndjson', 'text/csv; charset=utf-8'],
    refuses: [404],
  },
  'POST /api/bring': {
    does: 'Takes a list of vehicles in, whole or not at all',
    body: Brought,
    reply: z.strictObject({ id: z.string(), vehicles: z.int(), nextRound: z.string() }),
    refuses: [404, 409, 422],
  },
  'GET /api/bring/{id}': {
    does: 'Tells how far a list is on its way in, from 0 to 1; null: it is not on its way',
    reply: z.strictObject({ share: z.number().nullable() }),
  },
  'DELETE /api/bring/{id}': {
    does: 'Takes a list back, whole, within a day; leaves one that is on its way in',
    reply: Kept,
    refuses: [404, 409],
  },
  'POST /api/fuses': {
    does: 'Keeps the fuse list of a model',
    body: FusesOf,
    reply: z.strictObject({ kept: z.int() }),
  },
  'POST /api/fuses/known': {
    does: 'Keeps the house’s own resistances of fuses',
    body: KnownFuses,
    reply: z.strictObject({ kept: z.int() }),
  },
  'POST /api/meter': {
    does: 'Sets name and address of the bench’s meter',
    body: Meter,
    reply: Kept,
    refuses: [422],
  },
  'DELETE /api/meter': { does: 'Takes the bench’s meter away', reply: Kept },
  'GET /api/season/document': {
    does: 'The season as a document that ./ember plan reads',
    reply: SeasonDocument,
    refuses: [404, 503],
  },
  'POST /api/season/plan': {
    does: 'Keeps a plan of the season that was tightened in a browser',
    body: Tightened,
    reply: z.strictObject({ planId: z.int() }),
    refuses: [404, 409, 422],
  },
  'GET /api/season/rounds.ics': {
    does: 'The rounds to come, as a calendar to subscribe to',
    gives: ['text/calendar; charset=utf-8'],
    refuses: [404],
  },
  'GET /api/calendars/{secret}': {
    does: 'The rounds to come, for the calendar of who knows the address',
    gives: ['text/calendar; charset=utf-8'],
    refuses: [404],
  },
  'POST /api/calendars': {
    does: 'Makes a secret address for one’s own calendar and a screen on the wall: it is told once',
    reply: z.strictObject({ calendar: z.url(), wall: z.url() }),
    refuses: [409],
  },
  'POST /api/owner-links': {
    does: 'Makes a link to the record of a vehicle for its owner: it is told once',
    body: LinkFor,
    reply: z.strictObject({ address: z.url() }),
    refuses: [404],
  },
  'DELETE /api/owner-links/{id}': { does: 'Withdraws the link of a vehicle', reply: Kept },
  'DELETE /api/calendars': { does: 'Withdraws the address of one’s own calendar', reply: Kept },
  'POST /api/practised': {
    does: 'Writes a task on one’s own sheet of what was practised',
    body: PractisedBody,
    reply: Kept,
    refuses: [409],
  },
  'POST /api/winters': {
    does: 'One winter of the site’s own batteries, kept by the program under rules that are tried',
    body: WinterBody,
    reply: WinterScore,
    refuses: [409],
  },
  'GET /api/practice/season/{seed}': {
    does: 'The winter of a seed in the small hall of practice, kept by the program’s own plan',
    reply: WinterScore,
    refuses: [404, 409],
  },
  'PUT /api/practice-sheet': {
    does: 'Keeps a sheet of what one practises, or throws it away',
    body: SheetKept,
    reply: Kept,
  },
  'POST /api/devices': {
    does: 'Adds a device that reports, or gives it a new token: it is told once',
    body: Device,
    reply: z.strictObject({ token: z.string() }),
    refuses: [409],
  },
  'DELETE /api/devices/{id}': { does: 'A device that is to report no more', reply: Kept },
  'POST /api/stock': {
    does: 'Keeps a charger, a circuit, an outlet, or the air of a hall',
    body: StockChange,
    reply: Kept,
    refuses: [409],
  },
  'DELETE /api/stock/{what}/{id}': {
    does: 'Takes a charger, circuit or outlet out of the stock',
    reply: Kept,
    refuses: [404, 409],
  },
  'GET /api/live': {
    does: 'What others record and where they stand, as server-sent events',
    gives: ['text/event-stream'],
    refuses: [503],
  },
  'POST /api/live': {
    does: 'Says at which vehicle of the round somebody stands',
    body: StandingAt,
    reply: z.strictObject({ told: z.literal(true) }),
  },
  'GET /api/find': {
    does: 'All that can be found by typing',
    reply: own<readonly Findable[]>(),
    refuses: [404],
  },
  'GET /api/records/{id}': {
    does: 'What the owner of a vehicle gets with it',
    reply: OwnersRecord,
    refuses: [404],
  },
  'GET /api/yard': {
    does: 'Every bay, with who stands in it',
    reply: own<object>(),
    refuses: [404],
  },
  'GET /api/yard/series': {
    does: 'How each battery fares through the season, a JSON value a line',
    gives: ['application/x-ndjson'],
    refuses: [404],
  },
  'POST /api/bench': {
    does: 'One step of a draw test at the bench',
    body: BenchRequest,
    reply: z.strictObject({ test: Test.nullable(), recorded: Range.optional() }),
    refuses: [404, 409],
  },
  'GET /api/bench/trace': { does: 'The running test with all of its samples', reply: TraceReply },
  'POST /api/bench/trace': {
    does: 'Records a draw that a logger wrote down, with its trace',
    body: Logged,
    reply: z.strictObject({ recorded: Range }),
    refuses: [404],
  },
  'GET /api/bench/stream': {
    does: 'Everything that happens on the bench, as server-sent events',
    gives: ['text/event-stream'],
    refuses: [503],
  },
  'POST /api/bench/hands': {
    does: 'Moves the hands at the demo’s bench',
    body: z.looseObject({ do: z.string() }),
    reply: z.strictObject({ done: z.literal(true) }),
    refuses: [404],
  },
  'POST /api/demo/clock': {
    does: 'Moves the demo’s clock, and lets its batteries live through it',
    body: ClockMove,
    reply: Lived,
    refuses: [404, 409, 502],
  },
  'GET /api/demo/sight': {
    does: 'What one would see at a battery of the demo now',
    query: { battery: 'id of the battery' },
    reply: Sight,
    refuses: [404, 502],
  },
} as const satisfies Readonly<
  Record<`${'GET' | 'POST' | 'PUT' | 'DELETE'} /api/${string}`, Endpoint>
>;

export type Api = typeof API;
