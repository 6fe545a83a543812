import { dayName } from '../../core/day';
import { advise, otherwise } from '../../core/plan/adviser';
import { StayDocument, contextOfStay } from '../../core/plan/stay-document';
import { readDocument } from '../document';
import { BadInput, text } from '../flags';
import { rounded } from './rounded';
import { tool } from './tool';

const ALLOWED = 'allowed: a stay as docs/formats.md has it';

/** The document, or one line that names the field and what is wrong with it. */
function readStay(file: string): StayDocument {
  const stay = readDocument('file', file, StayDocument, ALLOWED);
  if (stay.collectOn !== null && stay.collectOn <= stay.now.slice(0, 10)) {
    throw new BadInput(`--file ${file}: collectOn: is not after now; ${ALLOWED}`);
  }
  return stay;
}

export const storagePlansTool = tool({
  about:
    'Every storage plan lived through by one battery: charge, chances, work, money, and which one is recommended.',
  flags: { file: text('a stay as docs/formats.md has it', 'a JSON file') },
  answers: {
    until: 'last day that was looked at',
    recommended: 'the plan that costs least in all; null where none is possible',
    nextBest: 'the one after it',
    decided: 'part, saves: what decided it against the next best, in money',
    otherwise: 'what, best, saves: what would change the answer',
    plans: 'one object for each plan; see docs/formats.md',
  },
  run: (flags) => {
    const context = contextOfStay(readStay(flags.file));
    const advice = advise(context);
    const best = advice.runs.find(({ id }) => id === advice.recommended);
    const parts = (of: object) =>
      Object.fromEntries(
        Object.entries(of).map(([key, value]) => [key, rounded(value as number, 2)]),
      );
    return {
      until: dayName(advice.until),
      fromFull: advice.fromFull,
      recommended: advice.recommended,
      nextBest: advice.nextBest,
      decided: advice.decided.map(({ part, saves }) => ({ part, saves: rounded(saves, 2) })),
      otherwise: best
        ? otherwise(context, best.total).map(({ saves, ...one }) => ({
            ...one,
            saves: rounded(saves, 2),
          }))
        : [],
      plans: advice.runs.map((run) => ({
        plan: run.id,
        possible: run.obstacles.length === 0,
        obstacles: run.obstacles,
        concerns: run.concerns,
        lowestSocPct: {
          likely: rounded(run.kept.lowestPct.likely, 1),
          oneInTen: rounded(run.kept.lowestPct.tenth, 1),
          on: dayName(run.lowestDay),
        },
        chanceUnderLine: rounded(run.kept.chanceUnder, 3),
        chanceFreeze: rounded(run.kept.chanceFreeze, 3),
        chanceNotReady: rounded(run.kept.chanceNotReady, 3),
        chanceFull: rounded(run.kept.chanceFull, 3),
        charges: rounded(run.kept.charges, 2),
        chargerDays: rounded(run.kept.fedDays, 1),
        outlet: run.needsOutlet,
        attendantMinutes: rounded(run.minutes, 1),
        energyKwh: rounded(run.kWh, 2),
        lifeCost: parts(run.lifeParts),
        cost: parts(run.cost),
        total: rounded(run.total, 2),
      })),
    };
  },
});
