import fc from 'fast-check';
import { seasonOfChance } from '../../simulators/seasons';
import { randomOne } from '../../simulators/random';
import { checkPlan } from '../schedule-validation/check';
import { dayName, toDay } from '../day';
import { SeasonDocument, type PlanDocument } from './document';
import { problemOf } from './problem';
import { replan } from './replan';
import { writePlan } from './write-plan';

const planOf = (season: SeasonDocument, earlier: PlanDocument | null = null) =>
  writePlan(
    replan(problemOf(season), earlier, () => 0.5),
    null,
  );

const channelsIn = ({ rounds }: PlanDocument) =>
  rounds.flatMap(({ stops }) =>
    stops.flatMap(({ visits }) => visits.flatMap(({ channel }) => channel ?? [])),
  );

/** The same season some days on, as life leaves it: other things hang, some are emptier. */
function laterBy(season: SeasonDocument, days: number, seed: number): SeasonDocument {
  const chance = randomOne(seed);
  const today = toDay(season.today) + days;
  const free = season.chargers.flatMap(({ id, channels, chemistries, nominalVolts, halls }) =>
    Array.from({ length: channels }, (_, i) => ({
      id,
      channel: i + 1,
      chemistries,
      nominalVolts,
      halls,
    })),
  );
  const standsIn = new Map<string, string>();
  return SeasonDocument.parse({
    ...season,
    today: dayName(today),
    pins: season.pins.filter(({ date }) => date >= dayName(today)),
    batteries: season.batteries.flatMap((one) => {
      if (one.collect !== undefined && one.collect < dayName(today)) return [];
      const battery = { ...one, charging: undefined };
      const at = free.findIndex(
        ({ id, chemistries, nominalVolts, halls }) =>
          (standsIn.get(id) ?? one.hall) === one.hall &&
          chemistries.includes(one.chemistry) &&
          nominalVolts.includes(one.nominalVolts) &&
          (!halls || halls.includes(one.hall)),
      );
      const hangs = !one.kept && at >= 0 && chance.uniform() < 0.3;
      const [channel] = hangs ? free.splice(at, 1) : [];
      if (channel) standsIn.set(channel.id, one.hall);
      const on = one.kept ?? null;
      if (on) standsIn.set(on.charger, one.hall);
      return [
        {
          ...battery,
          socPct: Math.max(-300, one.socPct - chance.between(0, 80)),
          ...(channel
            ? {
                charging: {
                  charger: channel.id,
                  channel: channel.channel,
                  since: dayName(today - 1),
                  finishedOn: dayName(today + Math.floor(chance.between(0, 6))),
                },
              }
            : {}),
        },
      ];
    }),
  });
}

describe('a plan that is made anew', () => {
  it('breaks no rule without saying so, whatever hangs by now that the earlier one did not know', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 10_000 }),
        fc.integer({ min: 1, max: 30 }),
        (seed, days) => {
          const season = seasonOfChance(seed, { batteries: 12, chargers: 3, weeks: 12 });
          const earlier = planOf(season);
          const now = laterBy(season, days, seed);
          const plan = planOf(now, earlier);
          expect(checkPlan(now, plan).breaches).toEqual([]);
        },
      ),
      { numRuns: 15, seed: 7 },
    );
  });

  it('gives each charge a channel that there is, though some were decided by hand', () => {
    for (let seed = 1; seed <= 10; seed++) {
      const season = seasonOfChance(seed, { batteries: 10, chargers: 2, weeks: 12 });
      const first = planOf(season);
      const charges = first.rounds.flatMap(({ date, stops }) =>
        stops.flatMap(({ visits }) =>
          visits.flatMap(({ battery, charger, jobs }) =>
            charger && jobs.includes('connect') ? [{ battery, date, charger }] : [],
          ),
        ),
      );
      // All on channel 1: some of them cannot have it.
      const pins = charges.slice(0, 6).map((one) => ({ ...one, jobs: ['connect'], channel: 1 }));
      const pinned = SeasonDocument.parse({ ...season, pins });
      const plan = planOf(pinned, first);
      expect(channelsIn(plan).every((channel) => channel >= 1)).toBe(true);
      expect(checkPlan(pinned, plan).breaches).toEqual([]);
    }
  });
});

describe('what a season may be', () => {
  const season = seasonOfChance(1, { batteries: 1, chargers: 1, weeks: 4 });
  it.each([
    ['end', { end: '2727-01-01' }, /end/],
    ['end, in no calendar of ours', { end: '9999-01-01' }, /year 9999/],
    ['today', { today: '0050-01-01' }, /year 0050/],
    [
      'collection',
      { batteries: [{ ...season.batteries[0]!, collect: '2099-01-01' }] },
      /1100 days/,
    ],
  ])('is refused with a far %s', (_, patch, why) => {
    const read = SeasonDocument.safeParse({ ...season, ...patch });
    expect(read.success).toBe(false);
    expect(JSON.stringify(read.error!.issues)).toMatch(why);
  });
});
