import { demoWorld } from '../../../demo/played';
import { MINUTES } from '../../../core/plan/jobs';
import { dayName } from '../../../core/day';
import { SeasonDocument } from '../../../core/schedule/document';
import { checkPlan } from '../../../core/schedule-validation/check';
import { ByTheProgram } from '../../winters/program';
import { PlayedSite, READY_PCT } from '../../../simulators/played/site';
import { EverythingMonthly, MonthlyReading, type Way } from '../../../simulators/played/strategies';

/** A site kept in some way for so many rounds. */
function played(seed: number, rounds: number, wayFor: (site: PlayedSite) => Way): PlayedSite {
  const site = new PlayedSite(seed, demoWorld());
  const way = wayFor(site);
  for (const day of site.rounds.slice(0, rounds)) {
    site.liveTo(day);
    site.beginRound();
    way.round(site, day);
  }
  if (way instanceof ByTheProgram) way.close();
  return site;
}
const nobody = (): Way => ({ name: 'nobody', round: () => undefined });
const truths = (site: PlayedSite) =>
  site.batteries.map(({ id, truth, trouble, from, day }) => {
    const { drawMa, ...nature } = truth;
    return { id, nature, draws: [0, 60, 150].map(drawMa), trouble, from, day };
  });

describe('a played season', () => {
  it('has the same weather and batteries whoever keeps them, and others with another seed', () => {
    const site = played(11, 8, nobody);
    const other = played(11, 8, () => new EverythingMonthly());
    expect(truths(other)).toEqual(truths(site));
    expect([...other.hallDays]).toEqual([...site.hallDays]);
    expect(truths(new PlayedSite(12, demoWorld()))).not.toEqual(truths(site));
  });

  it('has troubles of each kind, of which nobody is told', () => {
    for (const seed of [1, 2, 3, 4, 5]) {
      const kinds = new PlayedSite(seed, demoWorld()).batteries.flatMap(
        ({ trouble }) => trouble?.kind ?? [],
      );
      expect(kinds.sort()).toEqual([
        'hidden-draw',
        'hidden-draw',
        'left-on',
        'sulfated',
        'weak-cell',
      ]);
    }
  });

  it('counts a hall and a stop once a round, and each job', () => {
    const site = new PlayedSite(3, demoWorld());
    const [first] = site.batteries;
    const neighbour = site.batteries.find(
      (one) => one.hallId === first!.hallId && one.vehicleId !== first!.vehicleId,
    )!;
    site.beginRound();
    site.spend(first!, 5);
    expect(site.walked).toBeCloseTo(MINUTES.hall + MINUTES.stop + 5, 9);
    site.spend(first!, 2);
    site.spend(neighbour, 1);
    expect(site.walked).toBeCloseTo(MINUTES.hall + 2 * MINUTES.stop + 8, 9);
    site.turnBack();
    site.spend(first!, 0);
    expect(site.walked).toBeCloseTo(2 * MINUTES.hall + 3 * MINUTES.stop + 8, 9);
    site.beginRound();
    expect(site.walked).toBe(0);
  });

  it('two batteries never hang on one channel', () => {
    const site = played(21, 16, () => new EverythingMonthly());
    const taken = site.hanging.map(({ hook }) => `${hook!.chargerId}/${hook!.channel}`);
    expect(taken.length).toBeGreaterThan(6);
    expect(new Set(taken).size).toBe(taken.length);
  });

  it('a lead that comes off feeds nothing until somebody sees the dark lamp', () => {
    const site = new PlayedSite(51, demoWorld());
    const knocked = ({ knocks, from, day }: (typeof site.batteries)[number]) =>
      [...knocks].find((hour) => hour > (from + 1) * 24 && hour < (day - 12) * 24);
    const one = site.batteries.find(
      (each) => knocked(each) !== undefined && site.hookFor(each, 'charge') !== null,
    )!;
    const before = Math.floor(knocked(one)! / 24) - 1;
    site.liveTo(before);
    site.hang(one, site.hookFor(one, 'charge')!);
    site.liveTo(before + 3);
    expect(one.lamp).toBeNull();
    const stood = one.battery.restPct;
    site.liveTo(before + 10);
    expect(one.battery.restPct).toBeLessThan(stood);
    expect(site.tally.chargerDays).toBeCloseTo(10, 0);
    site.beginRound();
    site.plugIn(one);
    expect(site.walked).toBeGreaterThan(MINUTES.hall + MINUTES.stop);
    site.liveTo(before + 12);
    expect(one.lamp).not.toBeNull();
    expect(one.battery.restPct).toBeGreaterThan(stood);
  });

  it('left alone some are lost; read once a month, fewer', () => {
    const left = played(31, 60, nobody);
    left.liveTo(left.lastDay + 1);
    const lost = left.batteries.filter(PlayedSite.lost).length;
    expect(lost).toBeGreaterThan(3);
    const kept = played(31, 60, () => new MonthlyReading());
    kept.liveTo(kept.lastDay + 1);
    expect(kept.batteries.filter(PlayedSite.lost).length).toBeLessThan(lost);
    const ready = (site: PlayedSite) =>
      site.batteries.filter(({ readyPct }) => readyPct! >= READY_PCT).length;
    expect(ready(kept)).toBeGreaterThan(ready(left));
  });

  it('by the program every plan on the way is legal, and a repair ends a hidden draw', () => {
    const site = new PlayedSite(41, demoWorld());
    const way = new ByTheProgram(site, 'program');
    for (const day of site.rounds.slice(0, 8)) {
      site.liveTo(day);
      site.beginRound();
      way.round(site, day);
      const { season, plan } = way.current!;
      expect(season.today).toBe(dayName(day));
      expect(checkPlan(SeasonDocument.parse(season), plan).breaches).toEqual([]);
    }
    way.close();
    expect(site.tally.readings).toBeGreaterThan(20);
    const hidden = site.batteries.find(({ trouble }) => trouble?.kind === 'hidden-draw')!;
    const age = 200;
    expect(hidden.truth.drawMa(age)).toBeGreaterThan(2 * hidden.draws[0]!.milliamps);
    site.repair(hidden, hidden.from + age);
    expect(hidden.truth.drawMa(age)).toBeCloseTo(hidden.draws[0]!.milliamps, 9);
    expect(hidden.truth.drawMa(age - 1)).toBeGreaterThan(2 * hidden.draws[0]!.milliamps);
  });
});
