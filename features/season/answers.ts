import { t } from '../../core/language';
import 'server-only';
import { dayName } from '../../core/day';
import { checkPlan } from '../../core/schedule-validation/check';
import {
  isDearer,
  wantingIn,
  type PlanDocument,
  type SeasonDocument,
} from '../../core/schedule/document';
import { keepPlan, readSequences } from '../../store/season-plans';
import { db } from '../server/store';
import type { SiteSnapshot } from '../site/snapshot';
import { oneLine } from '../../core/text';
import { readinessWords } from '../../core/hand-back/readiness';
import { readOwners } from '../../store/site';
import { atTheirEnd, backRow } from '../hand-back/load';
import { calendarOf, type CalendarDay } from './calendar';
import { seasonPlan } from './keeper';
import { namesOf } from './load';

/** Rounds begin at nine. */
const ROUND_HOUR = 9;

/** An answer, or the status and the words of a refusal. */
export type OrRefused<T> =
  | { readonly ok: true; readonly value: T }
  | { readonly ok: false; readonly status: number; readonly why: string };

const refused = (status: number, why: string) => ({ ok: false, status, why }) as const;
const noPlan = (why: string) => refused(503, t`There is no plan of the season: ${why}`);

/** The rounds of the plan as a calendar file. */
export async function roundsCalendar(loaded: SiteSnapshot): Promise<OrRefused<string>> {
  const { kept, why } = await seasonPlan(loaded);
  if (!kept) return noPlan(why);
  const sequences = readSequences(db());
  const { batteryName, hallName, chargerName } = namesOf(loaded);
  const value = calendarOf({
    plan: kept.plan,
    days: daysOf(loaded),
    siteName: loaded.site.name,
    // A hall keeps its id for ever; a site may be renamed.
    siteId: loaded.halls[0]!.id,
    timeZone: loaded.site.timeZone,
    madeAt: kept.madeAt,
    sequence: (date) => sequences.get(date) ?? 0,
    hour: ROUND_HOUR,
    batteryName,
    hallName,
    chargerName,
  });
  return { ok: true, value };
}

/** Owners who come, each with whether it is ready, and owners who are to be asked. */
export function daysOf(loaded: SiteSnapshot): CalendarDay[] {
  const { today } = loaded;
  const owners = new Map(readOwners(db()).map(({ id, name }) => [id, name]));
  const comes = loaded.stays.flatMap((stay): CalendarDay[] => {
    const { vehicle, bay, collectDay } = stay;
    if (collectDay === null || collectDay < today) return [];
    const { readiness, todo } = backRow(stay, today, owners);
    const words = readiness ? `: ${readinessWords(readiness, today)}` : '';
    return [
      {
        id: `back-${vehicle.id}`,
        day: collectDay,
        summary: t`${bay.mark} ${vehicle.name} goes back${words}`,
        description: todo.map(({ label }) => oneLine(label)).join('\n'),
      },
    ];
  });
  const asked = atTheirEnd(loaded).flatMap((row): CalendarDay[] =>
    row.consent.by === null
      ? []
      : [
          {
            id: `ask-${row.batteryId}`,
            day: Math.max(today, row.consent.by),
            summary: `${row.consent.stands === 'asked' ? t`Answer of` : t`Ask`} ${row.owner ?? t`the owner`}: ${row.bayMark} ${row.name}, ${row.battery}`,
            description: [...row.why, row.consent.say].map((line) => oneLine(line)).join('\n'),
          },
        ],
  );
  return [...comes, ...asked];
}

/** The season as a document. */
export async function seasonDocument(loaded: SiteSnapshot): Promise<OrRefused<SeasonDocument>> {
  const { kept, why } = await seasonPlan(loaded);
  return kept ? { ok: true, value: kept.season } : noPlan(why);
}

/** A plan that was tightened in a browser, and the one that it grew from. */
export interface Tightened {
  readonly planId: number;
  readonly plan: PlanDocument;
}

/** Keeps a tightened plan if it is one, for the season as it stands; answers its id. */
export async function keepTightened(
  loaded: SiteSnapshot,
  { planId, plan }: Tightened,
): Promise<OrRefused<number>> {
  const { kept: current, why } = await seasonPlan(loaded);
  if (!current) return noPlan(why);
  if (current.id !== planId) {
    return refused(409, t`The season has changed meanwhile: tighten the new plan.`);
  }
  const { breaches } = checkPlan(current.season, plan);
  if (breaches.length > 0) {
    const { rule, date, why: broken } = breaches[0]!;
    return refused(422, t`plan: it breaks a rule (${rule}, ${date}): ${broken}`);
  }
  const wanting = (one: PlanDocument) => wantingIn(one).length;
  const worse =
    wanting(plan) > wanting(current.plan) ||
    (wanting(plan) === wanting(current.plan) && isDearer(plan, current.plan));
  if (worse) return refused(422, t`plan: the one that is kept needs less.`);
  const value = keepPlan(db(), {
    madeAt: loaded.now,
    day: dayName(loaded.today),
    season: current.season,
    plan,
    tightened: true,
    underWay: current.underWay,
  });
  return { ok: true, value };
}
