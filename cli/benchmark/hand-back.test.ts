import { benchHandBack } from './hand-back';
import { random } from '../../simulators/random';
import {
  anyStart,
  crankAmps,
  crankLog,
  loadedVolts,
  meterOf,
  type StartTruth,
} from '../../simulators/start-world';

const truth = (more: Partial<StartTruth> = {}): StartTruth => ({
  ...anyStart(random(5)),
  ...{ ratedAmps: 540, power: 1, soc: 1, celsius: -18 },
  ...more,
});

describe('the world of starts', () => {
  // SAE J537: at its rated amps and −18 °C not under 7.2 V after 30 s.
  it('a sound battery meets the definition of its own rating', () => {
    expect(loadedVolts(truth(), 540, 30)).toBeGreaterThan(7.2);
    expect(loadedVolts(truth({ power: 0.7 }), 540, 30)).toBeLessThan(7.2);
  });

  it('more amps, cold and age leave fewer volts', () => {
    expect(loadedVolts(truth(), 300, 5)).toBeGreaterThan(loadedVolts(truth(), 500, 5));
    expect(loadedVolts(truth({ celsius: 20 }), 300, 5)).toBeGreaterThan(
      loadedVolts(truth(), 300, 5),
    );
    expect(crankAmps(truth({ power: 0.35 }))).toBeLessThan(crankAmps(truth()));
  });

  it('logs twenty samples a second, and a start that fails clicks', () => {
    const chance = random(9);
    const { seconds, sound } = crankLog(truth({ power: 0.2, soc: 0.3 }), meterOf(chance), chance);
    expect(seconds[1]! - seconds[0]!).toBeCloseTo(0.05, 9);
    expect(sound).toBe('clicks');
  });
});

test('tests at the vehicle are judged rightly in it, on seeds of this test', () => {
  const log = jest.spyOn(console, 'log').mockImplementation(() => undefined);
  const { weakFound, soundBlamed, jointNamed, chargingTold } = benchHandBack(400, 41_000);
  log.mockRestore();
  expect(weakFound).toBeGreaterThan(0.9);
  expect(soundBlamed).toBeLessThan(0.05);
  expect(jointNamed).toBeGreaterThan(0.93);
  expect(chargingTold).toBeGreaterThan(0.85);
});
