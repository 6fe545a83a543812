import loadHighs from 'highs';
import { writeFileSync } from 'node:fs';
import { checkPlan } from '../core/schedule-validation/check';
import { PlanDocument, SeasonDocument, boundIn, type Bound } from '../core/schedule/document';
import { problemOf } from '../core/schedule/problem';
import { remediesFor } from '../core/schedule/remedies';
import { firstPlan } from '../core/schedule/solve';
import { boundOf } from '../core/schedule/bound';
import { tightenFor } from '../core/schedule/tighten-over';
import { writePlan } from '../core/schedule/write-plan';
import { calendarOf } from '../features/season/calendar';
import { randomOne } from '../simulators/random';
import { readDocument } from './document';
import { number, optional, parseFlags, text, withDefault } from './flags';

const ALLOWED = 'see docs/formats.md';

/** `./ember plan`: a season document in, a plan out. */
export async function plan(argv: readonly string[]): Promise<number> {
  const flags = parseFlags(
    {
      in: text('the season', 'a JSON file as docs/formats.md has it'),
      out: optional(text('where the plan goes; left out: printed')),
      ics: optional(text('the rounds as a calendar besides')),
      seconds: withDefault(number(0, 3600, 's', 'how long to tighten it'), 2),
      zone: withDefault(text('time zone of the calendar', 'as Europe/London'), 'Europe/London'),
    },
    argv,
  );
  const season = readDocument('in', flags.in, SeasonDocument, ALLOWED);
  const problem = problemOf(season);
  const { solution, bound } = tightenFor(
    firstPlan(problem),
    flags.seconds * 1000,
    randomOne(1).uniform,
    () => performance.now(),
    await loadHighs(),
  );
  const made = writePlan(
    solution,
    boundOf(problem, bound),
    remediesFor(solution, randomOne(2).uniform),
  );
  const json = JSON.stringify(made, null, 2);
  if (flags.out) writeFileSync(flags.out, `${json}\n`);
  else console.log(json);
  if (flags.ics) {
    const name = (id: string) => id;
    const calendar = calendarOf({
      plan: made,
      siteName: 'The site',
      siteId: 'plan',
      timeZone: flags.zone,
      madeAt: Date.parse(`${season.today}T00:00:00Z`),
      sequence: () => 0,
      hour: 9,
      batteryName: name,
      hallName: name,
      chargerName: name,
    });
    writeFileSync(flags.ics, calendar);
  }
  const { minutes, rounds, charges } = made.totals;
  console.error(
    `${minutes} minutes in ${rounds} rounds, ${charges} charges; ` +
      (made.unmet.length ? `${made.unmet.length} left unmet` : provenWords(boundIn(made))),
  );
  return 0;
}

const provenWords = (bound: Bound | null) =>
  bound === null
    ? 'nothing is proven of other plans'
    : 'cost' in bound
      ? `no plan can cost less than ${bound.cost.toFixed(2)}`
      : `no plan can need less than ${bound.minutes}`;

/** `./ember check-plan`: holds a plan against its season; exit 1 where it breaks a rule silently. */
export function checkPlanFiles(argv: readonly string[]): number {
  const flags = parseFlags({ in: text('the season'), plan: text('the plan') }, argv);
  const season = readDocument('in', flags.in, SeasonDocument, ALLOWED);
  const made = readDocument('plan', flags.plan, PlanDocument, ALLOWED);
  const { breaches, declared } = checkPlan(season, made);
  console.log(JSON.stringify({ legal: breaches.length === 0, breaches, declared }, null, 2));
  return breaches.length === 0 ? 0 : 1;
}
