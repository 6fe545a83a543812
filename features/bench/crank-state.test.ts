import { random } from '../../simulators/random';
import { crankLog, loadTest, meterOf, startAt, startOfKnown } from '../../simulators/start-world';
import { watchedStarts, withStarts } from './crank-state';

const BATTERY = { cells: 6, nominalVolts: 12 };
const truth = startAt(
  startOfKnown({ ratedAmps: 680, capacityAh: 75, isSmall: false, ageYears: 2, left: 1 }, random(4)),
  0.95,
  3,
);

/** What a meter sees twelve times a second: rest, a start of the stand-in's, and what comes after. */
function watched(from: number, quietSeconds = 3) {
  const chance = random(7 + from);
  const { seconds, volts } = crankLog(truth, meterOf(chance), chance);
  const at = (second: number) => volts[Math.min(volts.length - 1, Math.round(20 * second))]!;
  const rest = Array.from({ length: 12 * quietSeconds }, (_, i) => ({
    at: from + (1000 * i) / 12,
    volts: volts[0]!,
  }));
  const begins = rest.at(-1)!.at + 1000 / 12;
  const start = Array.from({ length: Math.floor(12 * seconds.at(-1)!) }, (_, i) => ({
    at: begins + (1000 * i) / 12,
    volts: at(i / 12),
  }));
  return [...rest, ...start];
}

describe('starts that a meter watches', () => {
  it('are seen by themselves once they are over, with what came before and after', () => {
    const samples = watched(5000);
    const [one, ...more] = watchedStarts(samples, BATTERY);
    expect(more).toEqual([]);
    const { found, seconds, volts } = one!;
    expect(found.ran).toBe(true);
    expect(found.restVolts - found.leastVolts).toBeGreaterThan(1);
    expect(seconds[0]).toBeLessThan(-0.5);
    expect(seconds.at(-1)).toBeGreaterThan(found.seconds + 1.5);
    expect(volts).toHaveLength(seconds.length);
    // While it turns it is not judged yet.
    const dip = samples.findIndex((sample) => sample.volts < found.restVolts - 1);
    expect(watchedStarts(samples.slice(0, dip + 8), BATTERY)).toEqual([]);
  });

  it('are the same however often they are looked at, and each is kept once', () => {
    const samples = watched(0, 6);
    let known = withStarts([], watchedStarts(samples, BATTERY));
    expect(known).toHaveLength(1);
    // The window of the meter moves on.
    for (const cut of [5, 20, 40]) {
      const again = withStarts(known, watchedStarts(samples.slice(cut), BATTERY));
      expect(again).toBe(known);
      known = again;
    }
    const second = watched(60_000);
    expect(withStarts(known, watchedStarts(second, BATTERY))).toHaveLength(2);
  });

  it('are none where a probe comes off, and where nothing is seen', () => {
    const off = watched(0).map((sample, i) =>
      i > 30 && i < 60 ? { ...sample, volts: 0.01 } : sample,
    );
    expect(watchedStarts(off, BATTERY)).toEqual([]);
    expect(watchedStarts([], BATTERY)).toEqual([]);
  });

  it('tell the weak from the strong: a worn one falls further', () => {
    const worn = { ...truth, power: 0.4 };
    const meter = meterOf(random(1));
    expect(loadTest(worn, meter).volts).toBeLessThan(loadTest(truth, meter).volts - 0.5);
  });
});
