import 'server-only';
import { z } from 'zod';
import type { Day } from '../../core/day';
import { jobsToday, roundsAhead } from '../../core/plan/due';
import { minutesOf } from '../../core/plan/jobs';
import { drawsFor, runPlan } from '../../core/plan/adviser';
import { planInUse } from '../../core/plan/storage-plans';
import { applyPatch, type RulePatch } from '../../core/rules/rules';
import { db } from '../server/store';
import { judgeable } from '../site/trouble';
import { loadSite } from '../site/load';
import { planContext } from '../site/plan-context';
import type { SiteSnapshot } from '../site/snapshot';

/** What a change of the rules would do to this site. */
export const RuleEffect = z.strictObject({
  batteries: z.int(),
  /** Due in an earlier round than now. */
  earlier: z.int(),
  later: z.int(),
  /** Batteries that would stand under their line, and that do now. */
  underAfter: z.int(),
  underBefore: z.int(),
  /** More minutes of the attendant's time until the last collection; less where negative. */
  minutes: z.number(),
});
export type RuleEffect = z.infer<typeof RuleEffect>;

interface Seen {
  readonly due: Day;
  readonly under: boolean;
  readonly minutes: number;
}

/** The middle of many ways is enough to compare two sets of rules. */
const PREVIEW_DRAWS = 80;

/** Each battery's next due round and its work through the stay. */
function seen(loaded: SiteSnapshot): Map<string, Seen> {
  const far = loaded.today + 400;
  return new Map(
    loaded.stays.flatMap((stay) =>
      stay.batteries.map((kept): [string, Seen] => {
        const { standing, outlook } = kept;
        const open = jobsToday(standing, outlook).filter((job) => !job.done);
        const stayed = runPlan(
          planInUse(standing.state),
          planContext(loaded, kept, stay),
          drawsFor(standing, PREVIEW_DRAWS),
        );
        const work = open
          .filter((job) => job.kind === 'procedure')
          .reduce((sum, job) => sum + minutesOf(job), 0);
        return [
          kept.battery.id,
          {
            due: open.length ? loaded.today : (roundsAhead(standing, outlook, far)[0] ?? far),
            under: outlook !== null && !outlook.held && outlook.soc.value <= outlook.lineSocPct,
            minutes: stayed.minutes + work,
          },
        ];
      }),
    ),
  );
}

/** Compares the site under its rules with the same site under others. */
function effectOf(before: SiteSnapshot, after: SiteSnapshot): RuleEffect {
  const was = seen(before);
  const is = seen(after);
  const count = (test: (was: Seen, is: Seen) => boolean) =>
    [...was].filter(([id, one]) => is.has(id) && test(one, is.get(id)!)).length;
  const total = (of: Map<string, Seen>) =>
    [...of.values()].reduce((sum, one) => sum + one.minutes, 0);
  return {
    batteries: was.size,
    earlier: count((a, b) => b.due < a.due),
    later: count((a, b) => b.due > a.due),
    underBefore: count((a) => a.under),
    underAfter: count((_, b) => b.under),
    minutes: Math.round(total(is) - total(was)),
  };
}

/** What a change would do to a site as it stands. */
export function ruleEffect(before: SiteSnapshot, patch: RulePatch): RuleEffect {
  const after = loadSite(db(), before.now, applyPatch(before.rules, patch))!;
  return effectOf(before, judgeable(after));
}
