import fc from 'fast-check';
import { WEEKDAYS, instantAt, shortDay, toDay, weekdayIndex } from '../day';
import { at, falling, reading, standing } from '../record/record.fixture';
import { chargeForecastOf } from '../assessment/charge-forecast';
import { today, type BatteryRecord } from '../record/battery-record';
import { handWorkDue, jobsToday, roundsAhead } from './due';
import { isRound, roundFor, roundOnOrAfter, roundOnOrBefore, roundsEvery } from '../rules/rounds';

const rules = { roundWeekdays: ['mon', 'thu'] as ('mon' | 'thu')[] };

describe('rounds', () => {
  it('meet what is due on a day without a round in the round before it', () => {
    const today = toDay('2027-01-14');
    expect(shortDay(roundFor(rules, toDay('2027-01-24'), today))).toBe('Thu 21 Jan');
    expect(roundFor(rules, toDay('2027-01-25'), today)).toBe(toDay('2027-01-25'));
  });

  it('meet what is overrun, or due before the next one, in the next one', () => {
    const friday = toDay('2027-01-15');
    expect(shortDay(roundFor(rules, toDay('2026-12-01'), friday))).toBe('Mon 18 Jan');
    expect(shortDay(roundFor(rules, toDay('2027-01-17'), friday))).toBe('Mon 18 Jan');
  });

  it('are never late where it can be helped', () => {
    fc.assert(
      fc.property(
        fc.subarray([...WEEKDAYS], { minLength: 1 }),
        fc.integer({ min: 20_000, max: 21_000 }),
        fc.integer({ min: -40, max: 90 }),
        (roundWeekdays, today, ahead) => {
          const at = roundFor({ roundWeekdays }, today + ahead, today);
          expect(isRound({ roundWeekdays }, at)).toBe(true);
          expect(at).toBeGreaterThanOrEqual(today);
          const next = roundOnOrAfter({ roundWeekdays }, today);
          expect(at).toBeLessThanOrEqual(Math.max(next, today + ahead));
          expect(at).toBe(Math.max(next, roundOnOrBefore({ roundWeekdays }, today + ahead)));
        },
      ),
    );
  });
});

describe('rounds of something that may not wait long', () => {
  it('are each as late as the interval allows, and never later', () => {
    fc.assert(
      fc.property(
        fc.subarray([...WEEKDAYS], { minLength: 1 }),
        fc.integer({ min: 20_000, max: 20_500 }),
        fc.integer({ min: 1, max: 40 }),
        fc.option(fc.integer({ min: 0, max: 30 })),
        (roundWeekdays, from, every, ago) => {
          const last = ago === null ? null : from - ago;
          const until = from + 120;
          const days = roundsEvery({ roundWeekdays }, from, until, last, every);
          const gap = 7;
          for (let i = 0; i < days.length; i++) {
            expect(isRound({ roundWeekdays }, days[i]!)).toBe(true);
            const before = i === 0 ? last : days[i - 1]!;
            if (before === null) continue;
            // One round later would have been too late; this one is not, where rounds allow.
            expect(roundOnOrAfter({ roundWeekdays }, days[i]! + 1) - before).toBeGreaterThan(every);
            if (i > 0) expect(days[i]! - before).toBeLessThanOrEqual(Math.max(every, gap));
          }
        },
      ),
    );
  });

  it('are each round where it is to be done each round', () => {
    const from = toDay('2027-01-14');
    const days = roundsEvery(rules, from, from + 20, from - 3, 1);
    expect(days.map((day) => shortDay(day))).toEqual([
      'Thu 14 Jan',
      'Mon 18 Jan',
      'Thu 21 Jan',
      'Mon 25 Jan',
      'Thu 28 Jan',
      'Mon 1 Feb',
    ]);
    expect(roundsEvery(rules, from, from + 20, from - 3, 14).map((day) => shortDay(day))).toEqual([
      'Mon 25 Jan',
    ]);
  });
});

describe('jobs of a round', () => {
  const jobs = (more: Parameters<typeof standing>[0]) => {
    const kept = standing(more);
    return jobsToday(kept, chargeForecastOf(kept)).map(
      (job) =>
        `${job.kind}${job.kind === 'procedure' ? ` ${job.procedure}` : ''}${job.done ? ' done' : ''}`,
    );
  };
  const quiet = { negativeOn: false, readings: [reading('2027-01-11', 12.62)] };

  it('are none for a battery that was looked at and holds', () => {
    expect(jobs({ state: quiet })).toEqual([]);
  });

  it('ask for a reading where none was taken yet, or the last was too soon', () => {
    expect(jobs({ state: { readings: [], charges: [], lastFullAt: null } })).toEqual(['reading']);
    const soon = reading('2027-01-13', 12.9, { restedHours: 1 });
    expect(jobs({ state: { ...quiet, readings: [...quiet.readings, soon] } })).toEqual(['reading']);
  });

  it('ask for a reading after a charge, to see whether it holds', () => {
    const read = (ended: string) => {
      const charges = [{ from: at('2027-01-02'), to: at(ended), full: true }];
      return jobs({ state: { ...quiet, charges, lastFullAt: at(ended), readings: [] } });
    };
    expect(read('2027-01-04')).toEqual(['reading']);
    // Until ten days after it, it is read wherever the plan has one pass by.
    expect(read('2027-01-11')).toEqual([]);
  });

  it('not after each charge, once it has been seen to come up and nothing speaks against it', () => {
    const first = { from: at('2026-11-02'), to: at('2026-11-05'), full: true };
    const again = { from: at('2027-01-02'), to: at('2027-01-04'), full: true };
    const readings = [reading('2026-11-09', 12.66), reading('2026-12-10', 12.63)];
    const charged = { ...quiet, lastFullAt: at('2027-01-04') };
    expect(jobs({ state: { ...charged, charges: [first, again], readings } })).toEqual([]);
    // The only reading came a month after its charge: that tells nothing of how full it was.
    const late = { ...charged, charges: [first, again], readings: readings.slice(1) };
    expect(jobs({ state: late })).toEqual(['reading']);
  });

  it('never right after a charge: it has to rest until the next round first', () => {
    const ended = { from: at('2027-01-11'), to: at('2027-01-14'), full: true };
    const state = { ...quiet, charges: [ended], lastFullAt: at('2027-01-14'), readings: [] };
    expect(jobs({ state })).toEqual(['take-off done']);
  });

  it('nothing is charged unread: what was left on would be hidden', () => {
    const december = { drawMa: 45, readings: [reading('2026-12-17', 12.45)] };
    expect(jobs({ state: december })).toEqual(['reading', 'recharge']);
  });

  it('a loss in doubt has its draw measured once more, and not for ever where that sleeps', () => {
    const tests = (...measured: string[]) => {
      const one = falling(true, ...measured);
      const morning = instantAt(today(one), 0, 0, one.timeZone);
      return handWorkDue(one, chargeForecastOf(one), morning).filter(
        ({ job }) => job === 'drawTest',
      );
    };
    expect(tests()).toEqual([{ job: 'drawTest', urgent: true }]);
    expect(tests('2026-12-05')).toEqual([]);
    expect(tests('2026-11-20', '2026-12-05')).toEqual([]);
  });

  it('a draw test that is only usual waits for its turn in the plan; one in doubt does not', () => {
    const connected = { readings: [reading('2027-01-11', 12.62)], drawMa: null };
    const kept = standing({ state: connected });
    const day = toDay('2027-01-14');
    const open = (planned: BatteryRecord['planned'], more: Partial<BatteryRecord> = {}) => {
      const one = { ...kept, ...more, planned: planned ?? null };
      return jobsToday(one, chargeForecastOf(one)).some(
        (job) => job.kind === 'procedure' && job.procedure === 'draw-test',
      );
    };
    expect(open(null)).toBe(true);
    expect(open({ day, jobs: [], chargerId: null })).toBe(false);
    expect(open({ day, jobs: ['drawTest'], chargerId: null })).toBe(true);
    const fell = standing({
      state: {
        readings: [
          reading('2026-12-21', 12.62),
          reading('2026-12-31', 12.4),
          reading('2027-01-11', 12.15),
        ],
        drawMa: null,
      },
    });
    expect(open({ day, jobs: [], chargerId: null }, fell)).toBe(true);
  });

  it('ask for a lamp at each maintainer once a week, and for levels now and then', () => {
    const maintainerSince = at('2026-11-02');
    const lamp = { state: 'holding' as const, at: at('2027-01-07') };
    const levels = { at: at('2026-12-01'), cells: ['mark' as const] };
    expect(jobs({ state: { maintainerSince, lamp, levels } })).toEqual(['lamp']);
    const seen = { ...lamp, at: at('2027-01-14') };
    expect(jobs({ state: { maintainerSince, lamp: seen, levels } })).toEqual(['lamp done']);
    // Levels by the house's interval: 60 days on a maintainer.
    expect(jobs({ state: { maintainerSince, lamp: seen } })).toEqual([
      'lamp done',
      'procedure unhook',
      'procedure top-up',
    ]);
    // Taken off for it, it is still to be topped up, and goes back on by its plan.
    const off = {
      lamp: seen,
      plan: 'maintained-connected' as const,
      maintained: [{ from: maintainerSince, to: at('2027-01-14'), full: true }],
      procedures: { unhook: at('2027-01-14') },
    };
    expect(jobs({ state: off })).toEqual([
      'reading',
      'procedure unhook done',
      'procedure top-up',
      'procedure hook-up',
    ]);
  });

  it('ask for a recharge where it is due, and take what is on charge off', () => {
    expect(jobs({ state: { drawMa: 45, readings: [reading('2027-01-11', 12.3)] } })).toEqual([
      'recharge',
    ]);
    const chargeSince = at('2027-01-11');
    expect(jobs({ state: { ...quiet, chargeSince } })).toEqual(['take-off']);
  });

  it('stay on the list when they are done', () => {
    const readings = [reading('2026-12-21', 12.6), reading('2027-01-14', 12.55)];
    expect(jobs({ state: { readings } })).toContain('reading done');
    const chargeSince = at('2027-01-14');
    const low = { readings: [reading('2027-01-14', 12.2)], chargeSince };
    expect(jobs({ state: low })).toEqual(['reading done', 'recharge done']);
  });

  it('are foreseen on round days until collection', () => {
    const kept = standing({ state: quiet });
    const days = roundsAhead(kept, chargeForecastOf(kept), toDay('2027-04-30'));
    expect(days.length).toBeGreaterThan(1);
    for (const day of days) {
      expect([0, 3]).toContain(weekdayIndex(day));
      expect(day).toBeLessThanOrEqual(kept.collectDay!);
    }
  });
});
