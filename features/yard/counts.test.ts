import fc from 'fast-check';
import { CHARGING, CONDEMNED, HELD, UNKNOWN } from '../../core/assessment/reserve-marks';
import { countsOf, summary, type Counted } from './counts';

const battery = (patch: Partial<Counted> = {}): Counted => ({
  reserve: 40,
  frost: false,
  under: 0,
  ...patch,
});

const ANY = fc.record({
  reserve: fc.oneof(fc.constantFrom(UNKNOWN, HELD, CHARGING, CONDEMNED, 0), fc.nat(400)),
  frost: fc.boolean(),
  under: fc.option(fc.nat(100)),
});

describe('how many stand how', () => {
  it('counts one that is under, one that may be, one that could freeze, one to be replaced', () => {
    expect(
      countsOf([
        battery(),
        battery({ reserve: 0, under: 70 }),
        battery({ under: 10 }),
        battery({ under: 9 }),
        battery({ frost: true }),
        battery({ reserve: CONDEMNED, under: null }),
      ]),
    ).toEqual({ all: 6, under: 1, doubtful: 1, frost: 1, condemned: 1 });
  });

  it('none that is held, on charge or condemned is doubtful, whatever it would be by itself', () => {
    for (const reserve of [HELD, CHARGING, CONDEMNED, UNKNOWN]) {
      expect(countsOf([battery({ reserve, under: 99 })]).doubtful).toBe(0);
    }
  });

  it('two yards together have what each of them has; the order does not matter', () => {
    fc.assert(
      fc.property(fc.array(ANY), fc.array(ANY), (here, there) => {
        const [one, other] = [countsOf(here), countsOf(there)];
        const both = countsOf([...there, ...here]);
        for (const name of Object.keys(both) as (keyof typeof both)[]) {
          expect(both[name]).toBe(one[name] + other[name]);
        }
        // Nobody is both under the line and only doubtful.
        expect(both.under + both.doubtful + both.condemned).toBeLessThanOrEqual(both.all);
      }),
    );
  });
});

describe('the line over the yard', () => {
  const NONE = { all: 3, under: 0, doubtful: 0, frost: 0, condemned: 0 };

  it('says first how many are under their line, and only what there is', () => {
    expect(summary({ ...NONE, under: 2, frost: 1 }, 0)).toBe(
      '3 batteries: 2 under their line, 1 could freeze.',
    );
    expect(summary(NONE, 0)).toBe('3 batteries: none under its line.');
    expect(summary({ ...NONE, condemned: 1, doubtful: 2 }, 0)).toBe(
      '3 batteries: none under its line, 2 doubtful, 1 to be replaced.',
    );
  });

  it('of one battery speaks of one', () => {
    expect(summary({ ...NONE, all: 1, under: 1 }, 0)).toBe('1 battery: 1 under its line.');
  });

  it('says of another day whether it was, or is only foreseen', () => {
    expect(summary(NONE, 12)).toMatch(/^Forecast, nobody charging: /);
    expect(summary(NONE, -12)).toMatch(/^As recorded: /);
    expect(summary({ ...NONE, all: 0 }, 12)).toBe('Nothing is laid up yet.');
  });
});
