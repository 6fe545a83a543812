import { readFileSync, writeFileSync } from 'node:fs';
import type { z } from 'zod';
import { checkPlan } from '../core/season-check/check';
import { LowerBound } from '../core/season/bound';
import { PlanDocument, SeasonDocument } from '../core/season/document';
import { problemOf } from '../core/season/problem';
import { remediesFor } from '../core/season/remedies';
import { firstPlan } from '../core/season/solve';
import { Tightening } from '../core/season/tighten';
import { writePlan } from '../core/season/write-plan';
import { calendarOf } from '../features/season/calendar';
import { randomOne } from '../standins/random';
import { BadInput, number, optional, parseFlags, text, withDefault } from './flags';

/** A document, or one line that names the field and what is wrong with it. */
function read<T extends z.ZodType>(flag: string, file: string, schema: T): z.output<T> {
  const allowed = 'see docs/formats.md';
  let content: unknown;
  try {
    content = JSON.parse(readFileSync(file, 'utf8'));
  } catch (error) {
    const why =
      error instanceof SyntaxError
        ? `is no JSON (${error.message})`
        : `cannot be read (${(error as NodeJS.ErrnoException).code ?? 'unknown'})`;
    throw new BadInput(`--${flag} ${file}: ${why}; ${allowed}`);
  }
  const parsed = schema.safeParse(content);
  if (parsed.success) return parsed.data;
  const issue = parsed.error.issues[0]!;
  const path = [...issue.path, ...(issue.code === 'unrecognized_keys' ? [issue.keys[0]!] : [])];
  throw new BadInput(
    `--${flag} ${file}: ${path.join('.') || 'the document'}: ${issue.message}; ${allowed}`,
  );
}

/** Share of the time that goes into the bound. */
const BOUND_SHARE = 0.3;
const HEAT_MINUTES = 4;

/** `./ember plan`: a season document in, a plan out. */
export function plan(argv: readonly string[]): number {
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
  const season = read('in', flags.in, SeasonDocument);
  const problem = problemOf(season);
  const solution = firstPlan(problem);
  const bound = new LowerBound(problem);
  const began = performance.now();
  const span = flags.seconds * 1000;
  if (span > 0) {
    const tightening = new Tightening(solution, randomOne(1).uniform);
    let inBound = 0;
    for (;;) {
      const gone = performance.now() - began;
      if (gone >= span) break;
      tightening.step(1, HEAT_MINUTES * (1 - gone / span) ** 2);
      const before = performance.now();
      if (!bound.impossible && inBound <= BOUND_SHARE * gone) {
        bound.step(tightening.bestCost);
        inBound += performance.now() - before;
      }
    }
    tightening.finish();
  }
  if (!Number.isFinite(bound.value)) bound.step(solution.cost);
  const proven = bound.impossible ? null : Math.max(0, Math.floor(bound.value + 1e-6));
  const made = writePlan(solution, proven, remediesFor(solution, randomOne(2).uniform));
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
      (made.unmet.length
        ? `${made.unmet.length} left unmet`
        : `no plan can need less than ${made.lowerBoundMinutes ?? 0}`),
  );
  return 0;
}

/** `./ember check-plan`: holds a plan against its season; exit 1 where it breaks a rule silently. */
export function checkPlanFiles(argv: readonly string[]): number {
  const flags = parseFlags({ in: text('the season'), plan: text('the plan') }, argv);
  const season = read('in', flags.in, SeasonDocument);
  const made = read('plan', flags.plan, PlanDocument);
  const { breaches, declared } = checkPlan(season, made);
  console.log(JSON.stringify({ legal: breaches.length === 0, breaches, declared }, null, 2));
  return breaches.length === 0 ? 0 : 1;
}
