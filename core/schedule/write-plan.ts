import { t } from '../language';
import { dayName } from '../day';
import { costOf, type Bound, type PlanDocument, type SeasonDocument } from './document';
import { SEASON_JOBS, type SeasonJob } from '../logbook/season-jobs';
import { CONNECT, JOB_BITS } from './job-bits';
import type { Solution } from './solve';
import { fateOf } from './unmet';
import { hangings } from './usage';

const tenth = (value: number) => Math.round(value * 10) / 10;

/** Jobs of a visit, in the order in which they are done. */
export const jobsOf = (bits: number): SeasonJob[] =>
  SEASON_JOBS.filter((job) => bits & JOB_BITS[job]);

/** The plan as a document, with what is proven of all plans, or null. */
export function writePlan(
  solution: Solution,
  bound: Bound | null,
  remedies: PlanDocument['remedies'] = [],
): PlanDocument {
  const { problem, paths, usage } = solution;
  const { document, today, roundDay } = problem;
  const fates = problem.units.map((unit) => fateOf(problem, unit, paths[unit.index]!));
  const channels = channelsOf(solution);
  const rounds = Array.from(roundDay, (day, round) => {
    const visits = problem.units.flatMap((unit) => {
      const visit = paths[unit.index]?.visits.find((one) => one.round === round);
      return visit ? [{ unit, visit }] : [];
    });
    visits.sort(
      (a, b) =>
        a.unit.hall - b.unit.hall || a.unit.order - b.unit.order || a.unit.index - b.unit.index,
    );
    const stops: PlanDocument['rounds'][number]['stops'] = [];
    for (const { unit, visit } of visits) {
      const source = document.batteries[unit.index]!;
      let stop = stops.find((one) => one.stop === source.stop && one.hall === source.hall);
      if (!stop) stops.push((stop = { stop: source.stop, hall: source.hall, visits: [] }));
      stop.visits.push({
        battery: unit.id,
        jobs: jobsOf(visit.jobs),
        ...(visit.jobs & CONNECT
          ? {
              charger: problem.chargers[visit.charger]!.id,
              channel: channels.get(`${unit.index}/${round}`)!,
            }
          : {}),
      });
    }
    return { date: dayName(today + day), minutes: tenth(usage.roundMinutes[round]!), stops };
  }).filter(({ stops }) => stops.length > 0);
  const otherChannels = problem.units.flatMap((unit) =>
    [...unit.pins].flatMap(([round, pin]) => {
      const given = channels.get(`${unit.index}/${round}`);
      if (pin.channel < 0 || !(pin.jobs & CONNECT) || given === undefined) return [];
      if (given === pin.channel) return [];
      return [
        {
          battery: unit.id,
          rule: 'pin' as const,
          day: roundDay[round]!,
          why: t`Channel ${pin.channel} is taken then: it hangs on channel ${given}.`,
        },
      ];
    }),
  );
  const unmet = [
    ...[...fates.flatMap((fate) => fate.unmet), ...otherChannels].map(
      ({ battery, rule, day, why }) => ({
        battery,
        rule,
        date: dayName(today + day),
        why,
      }),
    ),
    ...problem.impossiblePins.map(({ pin, why }) => ({
      battery: document.pins[pin]!.battery,
      rule: 'pin' as const,
      date: document.pins[pin]!.date,
      why,
    })),
  ];
  return {
    version: 'velvet-ember/plan@1',
    rounds,
    totals: {
      minutes: tenth(usage.minutes),
      rounds: rounds.length,
      charges: fates.reduce((sum, { charges }) => sum + charges, 0),
      underLineDays: fates.reduce((sum, { underLineDays }) => sum + underLineDays, 0),
      ...(document.prices
        ? { cost: costOf(document.prices, usage.minutes + solution.besides) }
        : {}),
    },
    lowestSocPct: problem.units.map((unit, i) => ({
      battery: unit.id,
      date: dayName(today + fates[i]!.lowest.day),
      socPct: tenth(fates[i]!.lowest.socPct),
    })),
    ...lowerBounds(document, unmet.length ? null : bound),
    unmet,
    remedies: [...remedies],
  };
}

const lowerBounds = ({ prices }: SeasonDocument, bound: Bound | null) => ({
  lowerBoundMinutes: bound && 'minutes' in bound ? bound.minutes : null,
  ...(prices ? { lowerBoundCost: bound && 'cost' in bound ? bound.cost : null } : {}),
});

/** A stretch on a charger, as channels are given to it. */
interface Hung {
  readonly unit: number;
  readonly from: number;
  readonly to: number;
  /** Hangs there already, and stays there; or decided by hand, and kept where it is free. */
  readonly own: number | null;
  readonly wish: number | null;
}

/**
 * A channel for each charge, by battery and round of its beginning. As many as hang on a charger
 * at once are never more than its channels, so taking a free one in order of time suffices: what
 * hangs already comes first of all, each on its own. A channel that somebody decided on is left
 * to it where another one is free.
 */
function channelsOf({ problem, paths }: Solution): Map<string, number> {
  const byCharger = new Map<number, Hung[]>();
  for (const unit of problem.units) {
    const path = paths[unit.index];
    if (!path) continue;
    const hangs = unit.onCharge ?? unit.kept;
    hangings(problem, unit, path).forEach(({ charger, from, to }, i) => {
      const list = byCharger.get(charger) ?? [];
      byCharger.set(charger, list);
      const own = i === 0 && hangs ? hangs.channel : null;
      const pinned = unit.pins.get(from)?.channel ?? -1;
      list.push({
        unit: unit.index,
        from: own === null ? from : -1,
        to,
        own,
        wish: own === null && pinned > 0 ? pinned : null,
      });
    });
  }
  const channels = new Map<string, number>();
  for (const [charger, list] of byCharger) {
    const all = Array.from({ length: problem.chargers[charger]!.channels }, (_, i) => i + 1);
    const placed: { from: number; to: number; channel: number }[] = [];
    list.sort((a, b) => a.from - b.from || Number(b.wish !== null) - Number(a.wish !== null));
    for (const one of list) {
      const free = all.filter(
        (channel) =>
          !placed.some((p) => p.channel === channel && p.from < one.to && one.from < p.to),
      );
      const wished = (channel: number) =>
        list.some((p) => p.wish === channel && p.from < one.to && one.from < p.to);
      const channel =
        one.own ??
        (one.wish !== null && free.includes(one.wish)
          ? one.wish
          : (free.find((n) => !wished(n)) ?? free[0]));
      if (channel === undefined) {
        throw new Error(
          `${problem.chargers[charger]!.id} has no channel left for ${problem.units[one.unit]!.id}`,
        );
      }
      placed.push({ ...one, channel });
      channels.set(`${one.unit}/${one.from}`, channel);
    }
  }
  return channels;
}
