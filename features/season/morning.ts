import { counted, plural, t } from '../../core/language';
import { dayName, shortDay, toDay, type Day } from '../../core/day';
import { formatVolts } from '../../core/words/words';
import { changes } from '../../core/schedule/replan';
import { wantingIn, type PlanDocument, type SeasonDocument } from '../../core/schedule/document';

export interface MorningQuestion {
  readonly before: { readonly season: SeasonDocument; readonly plan: PlanDocument };
  readonly now: { readonly season: SeasonDocument; readonly plan: PlanDocument };
  readonly today: Day;
  readonly name: (battery: string) => string;
  readonly chargerName: (charger: string) => string;
  /** Readings since the plan of before, by battery: the last one. */
  readonly readings: ReadonlyMap<string, number>;
  /** Days since then on which anything was written down. */
  readonly walked: ReadonlySet<string>;
}

const some = (names: readonly string[], most = 3): string =>
  names.length <= most
    ? names.join(', ')
    : t`${names.slice(0, most).join(', ')} and ${names.length - most} more`;

/**
 * What changed in the plan since the last round and why, in at most three sentences: what
 * happened, which charges it moves, and what that does to the time that is left.
 */
export function morningLine(question: MorningQuestion): string[] {
  const { before, now, today, name, readings } = question;
  const from = dayName(today);
  const moved = changes(before.plan, now.plan, from);
  const happened = reasons(question);
  const minutes = (plan: PlanDocument) =>
    plan.rounds.reduce((sum, round) => (round.date >= from ? sum + round.minutes : sum), 0);
  const more = Math.round(minutes(now.plan) - minutes(before.plan));
  const lines: string[] = [];
  if (happened.length > 0) lines.push(`${happened.join('; ')}.`);
  if (moved.length > 0) {
    const words = moved.map(({ battery, now: dates }) => {
      const read = readings.get(battery);
      const why = read === undefined ? '' : t` (read ${formatVolts(read)})`;
      return `${name(battery)}${why} ${dates[0] ? t`on ${shortDay(toDay(dates[0]), today)}` : t`no more`}`;
    });
    lines.push(
      t`${counted(moved.length, 'battery is', 'batteries are')} charged on other days: ${some(words)}.`,
    );
  }
  const unmet = wantingIn(now.plan).length;
  const wasUnmet = wantingIn(before.plan).length;
  if (unmet !== wasUnmet) {
    lines.push(
      unmet === 0
        ? t`Nothing is left wanting any more.`
        : t`${counted(unmet, 'battery is', 'batteries are')} left wanting, before ${wasUnmet}.`,
    );
  } else if (lines.length > 0 && Math.abs(more) >= 5) {
    lines.push(t`That is ${Math.abs(more)} minutes ${more > 0 ? t`more` : t`less`} until the end.`);
  }
  return lines.slice(0, 3);
}

/** What happened between two plans that may have moved something. */
function reasons(question: MorningQuestion): string[] {
  const { before, now, today, name, chargerName, readings, walked } = question;
  const list: string[] = [];
  const missed = before.plan.rounds.filter(
    ({ date, stops }) => stops.length > 0 && date < dayName(today) && !walked.has(date),
  );
  if (missed.length) {
    const days = missed.map(({ date }) => shortDay(toDay(date), today));
    list.push(t`${plural(missed.length, 'a round was', 'rounds were')} missed: ${some(days)}`);
  }
  const ids = (season: SeasonDocument) => new Map(season.batteries.map((one) => [one.id, one]));
  const old = ids(before.season);
  const made = ids(now.season);
  const arrived = [...made.keys()].filter((id) => !old.has(id));
  const left = [...old.keys()].filter((id) => !made.has(id));
  if (arrived.length) list.push(`new: ${some(arrived.map(name))}`);
  if (left.length) list.push(`gone: ${some(left.map(name))}`);
  const working = (season: SeasonDocument) => new Set(season.chargers.map(({ id }) => id));
  const were = working(before.season);
  const work = working(now.season);
  const own = (id: string) => !id.startsWith('at ');
  const broken = [...were].filter((id) => own(id) && !work.has(id));
  const mended = [...work].filter((id) => own(id) && !were.has(id));
  if (broken.length) list.push(t`${some(broken.map(chargerName))} broken`);
  if (mended.length) list.push(t`${some(mended.map(chargerName))} in use again`);
  const dated = [...made].filter(([id, one]) => {
    const was = old.get(id);
    return (
      was && (was.collect ?? '') !== (one.collect ?? '') && (was.collect ?? '') >= now.season.today
    );
  });
  if (dated.length) {
    list.push(t`another day of collection: ${some(dated.map(([id]) => name(id)))}`);
  }
  const low = [...readings.keys()].filter((id) => {
    const was = old.get(id);
    const is = made.get(id);
    return was && is && is.socPct < was.socPct - LOWER_PCT;
  });
  if (low.length) list.push(t`lower than foreseen: ${some(low.map(name))}`);
  const text = list.join('; ');
  return text ? [text[0]!.toUpperCase() + text.slice(1)] : [];
}

/** A reading so far under what was held is one that surprises, percent. */
const LOWER_PCT = 6;
