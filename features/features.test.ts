import { parseVolts } from './vehicle/parse-volts';
import { nextMark } from './lay-up/mark';
import {
  FULL_RESERVE_DAYS,
  RESERVE_STOPS,
  reserveColour,
  scaleColour,
} from './theme/reserve-colour';
import {
  digitsWanted,
  displayOf,
  nextPosition,
  voltsOfDigits,
  type StopView,
} from './round/round-data';
import { Setup } from './setup/schema';

/** Relative luminance, WCAG 2.2. */
function luminance(colour: string): number {
  const channels = colour.startsWith('#')
    ? [1, 3, 5].map((at) => parseInt(colour.slice(at, at + 2), 16))
    : colour.match(/\d+/g)!.map(Number);
  const [r, g, b] = channels.map((value) => {
    const s = value / 255;
    return s <= 0.04045 ? s / 12.92 : ((s + 0.055) / 1.055) ** 2.4;
  });
  return 0.2126 * r! + 0.7152 * g! + 0.0722 * b!;
}

describe('the scale of reserve', () => {
  it('grows lighter from empty to full, so that it reads in grey', () => {
    let before = -1;
    for (let days = 0; days <= FULL_RESERVE_DAYS; days++) {
      const light = luminance(reserveColour(days));
      expect(light).toBeGreaterThan(before);
      before = light;
    }
  });

  it('ends where it is said to', () => {
    expect(luminance(scaleColour(0))).toBeCloseTo(luminance(RESERVE_STOPS[0]), 9);
    expect(reserveColour(400)).toBe(scaleColour(1));
    expect(reserveColour(-3)).toBe(scaleColour(0));
  });
});

describe('volts as they are typed', () => {
  it('on the keypad have two decimals', () => {
    expect(voltsOfDigits('1252')).toBe(12.52);
    expect(voltsOfDigits('625')).toBe(6.25);
    expect(displayOf('12')).toBe('0.12');
    expect(displayOf('')).toBe('–.––');
    expect([6, 8, 12, 48].map(digitsWanted)).toEqual([3, 3, 4, 4]);
  });

  it('in a form have a point or a comma', () => {
    expect(parseVolts(' 12.52 ')).toEqual({ ok: true, volts: 12.52 });
    expect(parseVolts('12,52')).toEqual({ ok: true, volts: 12.52 });
    expect(parseVolts('1252')).toMatchObject({
      ok: false,
      reason: expect.stringContaining('12.52?') as string,
    });
    for (const nonsense of ['', 'full', '-12', '1e3', '12.5.2']) {
      expect(parseVolts(nonsense).ok).toBe(false);
    }
  });
});

describe('the walk', () => {
  const stop = (done: boolean[], passed = false) =>
    ({
      steps: done.map((one) => ({ done: one })),
      passed,
      done: done.every(Boolean),
    }) as unknown as StopView;

  it('goes to what is left at this stop, then to the next stop with something left', () => {
    const views = [stop([true, false, false]), stop([true]), stop([false]), stop([false], true)];
    expect(nextPosition(views, { stop: -1, step: -1 })).toEqual({ stop: 0, step: 1 });
    expect(nextPosition(views, { stop: 0, step: 1 })).toEqual({ stop: 0, step: 2 });
    expect(nextPosition(views, { stop: 2, step: 0 })).toEqual({ stop: 0, step: 1 });
    expect(nextPosition([stop([true]), stop([false])], { stop: 0, step: 0 })).toEqual({
      stop: 1,
      step: 0,
    });
  });

  it('comes back to a skipped stop at the end, and ends when nothing is left', () => {
    const views = [stop([false]), stop([true])];
    expect(nextPosition(views, { stop: 1, step: 0 })).toEqual({ stop: 0, step: 0 });
    expect(nextPosition([stop([true]), stop([true])], { stop: 1, step: 0 })).toBeNull();
  });
});

describe('a new site', () => {
  const good = {
    name: 'Mill',
    timeZone: 'UTC',
    seasonStart: '2026-10-15',
    seasonEnd: '2027-04-30',
    climate: 'inland',
    halls: [{ name: 'Shed', kind: 'unheated', setpointCelsius: null, rows: ['A1–A4'] }],
  };
  const first = (change: object) =>
    Setup.safeParse({ ...good, ...change }).error?.issues[0]?.message ?? 'taken';

  it('says what is wrong with what was typed', () => {
    expect(first({})).toBe('taken');
    expect(first({ name: ' ' })).toContain('name');
    expect(first({ seasonEnd: '2026-10-01' })).toContain('after it starts');
    expect(first({ halls: [] })).toContain('at least one hall');
    expect(first({ halls: [good.halls[0], { ...good.halls[0], name: 'Other' }] })).toContain(
      'is in Shed too',
    );
    expect(first({ halls: [{ ...good.halls[0], rows: ['7!'] }] })).toContain('letters');
  });
});

describe('marks of batteries', () => {
  it('go on from the highest', () => {
    expect(nextMark([])).toBe('B001');
    expect(nextMark(['B009', 'B085', 'spare'])).toBe('B086');
  });
});
