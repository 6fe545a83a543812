import fc from 'fast-check';
import { Solver } from 'odex';
import { CHEMISTRY_IDS } from '../battery/chemistries';
import { toDay } from '../day';
import { DEFAULT_RULES } from '../rules/rules';
import { acceptanceHours, charge, type ChargeQuestion } from './charge';
import { solarAmpHours, sunOfDay } from './sun';
import { overcharge, ventilation } from './ventilation';
import { chargeVoltages } from './voltages';

const healthy = (more: Partial<ChargeQuestion> = {}): ChargeQuestion => ({
  chemistry: 'flooded',
  cells: 6,
  capacityAh: 60,
  fromSocPct: 50,
  chargerAmps: 6,
  celsius: 25,
  ageYears: 1,
  drawAmps: 0,
  absorptionVolts: 14.4,
  ...more,
});

describe('a charge', () => {
  // The trade's data sheets, from memory: where a healthy flooded battery meets its limit.
  it.each([
    [20, 94, 97],
    [10, 85, 92],
    [3, 65, 80],
  ])('at C/%d from half, 25 °C, the limit is met between %d and %d %%', (rate, low, high) => {
    const { limitSocPct } = charge(healthy({ chargerAmps: 60 / rate }))!;
    expect(limitSocPct).toBeGreaterThanOrEqual(low);
    expect(limitSocPct).toBeLessThanOrEqual(high);
  });

  it.each([3, 10, 20])('at C/%d the last tenth takes three to six hours', (rate) => {
    const last = charge(healthy({ fromSocPct: 90, chargerAmps: 60 / rate }))!;
    expect(last.totalHours).toBeGreaterThan(3);
    expect(last.totalHours).toBeLessThan(6);
  });

  // Common practice: a mower or motorcycle battery takes 6–8 h or a night on a small charger.
  it('a mower battery of 22 Ah at 2 A from half takes a night', () => {
    const { totalHours } = charge(healthy({ capacityAh: 22, chargerAmps: 2 }))!;
    expect(totalHours).toBeGreaterThan(6);
    expect(totalHours).toBeLessThan(11);
  });

  const any = fc.record({
    chemistry: fc.constantFrom(...CHEMISTRY_IDS),
    capacityAh: fc.double({ min: 4, max: 200, noNaN: true }),
    fromSocPct: fc.double({ min: -10, max: 99, noNaN: true }),
    rate: fc.double({ min: 0.01, max: 0.5, noNaN: true }),
    celsius: fc.double({ min: -15, max: 40, noNaN: true }),
    ageYears: fc.double({ min: 0, max: 9, noNaN: true }),
    draw: fc.double({ min: 0, max: 0.5, noNaN: true }),
  });
  type Any = typeof any extends fc.Arbitrary<infer T> ? T : never;
  const asked = ({ rate, draw, ...rest }: Any) =>
    healthy({
      ...rest,
      chargerAmps: rate * rest.capacityAh,
      drawAmps: draw * rate * rest.capacityAh,
    });

  it('conserves ampere-hours to 0.01 %: what flows in is what is kept, times the factor, and the draw', () => {
    fc.assert(
      fc.property(any, (one) => {
        const question = asked(one);
        const answer = charge(question)!;
        // The current of each stage in closed form, integrated piece by piece between points.
        const tau = acceptanceHours(question.chemistry, question.celsius, question.ageYears);
        const factor = { flooded: 1.1, efb: 1.1, agm: 1.07, gel: 1.07, lfp: 1.01 }[
          question.chemistry
        ];
        let flowed = 0;
        for (let i = 1; i < answer.course.length; i++) {
          const [a, b] = [answer.course[i - 1]!, answer.course[i]!];
          const hours = b.hours - a.hours;
          const [i0, i1] = [a.amps - question.drawAmps, b.amps - question.drawAmps];
          const falls = i0 - i1 > 1e-9 * i0;
          flowed += falls ? (i0 - i1) * tau * factor : i0 * hours;
          flowed += question.drawAmps * hours;
        }
        expect(flowed / answer.ampHours).toBeCloseTo(1, 4);
      }),
    );
  });

  it('agrees with an independent integrator of the same equations to 0.5 %', () => {
    fc.assert(
      fc.property(any, (one) => {
        const question = asked(one);
        const answer = charge(question)!;
        const { capacityAh, chargerAmps, drawAmps } = question;
        const tau = acceptanceHours(question.chemistry, question.celsius, question.ageYears);
        const factor = { flooded: 1.1, efb: 1.1, agm: 1.07, gel: 1.07, lfp: 1.01 }[
          question.chemistry
        ];
        const slope = (_: number, [at]: number[]) => {
          const most = (capacityAh * (1.005 - at!)) / tau;
          return [Math.min(chargerAmps - drawAmps, most) / (factor * capacityAh)];
        };
        const start = [question.fromSocPct / 100];
        // Steps short against the bend where the limit is met: over it a long one misses its way.
        const solver = new Solver(1);
        solver.maxStepSize = answer.totalHours / 200;
        const [s] = solver.solve(slope, 0, start, answer.totalHours).y;
        // Half way too: the stages, not just their end.
        const half = answer.course[96]!;
        const [h] = solver.solve(slope, 0, start, half.hours).y;
        expect(Math.abs(h! - half.socPct / 100)).toBeLessThan(0.005);
        expect(Math.abs(s! - 1)).toBeLessThan(0.005);
      }),
      { numRuns: 25 },
    );
  });

  it('colder, older, emptier and weaker take longer', () => {
    fc.assert(
      fc.property(any, fc.double({ min: 1.05, max: 2, noNaN: true }), (one, more) => {
        const question = asked({ ...one, draw: 0 });
        const hours = (change: Partial<ChargeQuestion>) =>
          charge({ ...question, ...change })!.totalHours;
        const here = hours({});
        expect(hours({ celsius: question.celsius - 10 * more })).toBeGreaterThanOrEqual(
          here - 1e-6,
        );
        expect(hours({ ageYears: question.ageYears + more })).toBeGreaterThanOrEqual(here - 1e-6);
        expect(hours({ fromSocPct: question.fromSocPct - 5 })).toBeGreaterThan(here);
        expect(hours({ chargerAmps: question.chargerAmps / more })).toBeGreaterThanOrEqual(
          here - 1e-6,
        );
      }),
    );
  });

  it('a charger that gives no more than the vehicle draws never fills it', () => {
    expect(charge(healthy({ chargerAmps: 0.8, drawAmps: 0.8 }))).toBeNull();
    expect(charge(healthy({ fromSocPct: 100 }))!.totalHours).toBeCloseTo(0, 9);
  });

  it('volts begin between rest and limit, and end at it', () => {
    const { course, wattHours, ampHours } = charge(healthy())!;
    expect(course[0]!.volts).toBeGreaterThan(12.2);
    expect(course[0]!.volts).toBeLessThan(14.4);
    expect(course.at(-1)!.volts).toBeCloseTo(14.4, 6);
    expect(wattHours / ampHours).toBeGreaterThan(12.5);
    expect(wattHours / ampHours).toBeLessThan(14.4);
  });
});

describe('charging voltages', () => {
  it('are the house’s at 25 °C, and more in the cold for lead (−3 to −5 mV a cell and kelvin)', () => {
    const at = (celsius: number) =>
      chargeVoltages({ chemistry: 'flooded', cells: 6 }, celsius, DEFAULT_RULES);
    expect(at(25).absorptionVolts).toBeCloseTo(14.4, 9);
    expect(at(25).floatVolts).toBeCloseTo(13.5, 9);
    expect(at(5).absorptionVolts - 14.4).toBeGreaterThanOrEqual(0.36);
    expect(at(5).absorptionVolts - 14.4).toBeLessThanOrEqual(0.6);
    // Within limits.
    expect(at(-40)).toEqual(at(-5));
    expect(
      chargeVoltages({ chemistry: 'flooded', cells: 3 }, 25, DEFAULT_RULES).absorptionVolts,
    ).toBeCloseTo(7.2, 9);
  });

  it('lithium is not compensated and not floated', () => {
    const at = (celsius: number) =>
      chargeVoltages({ chemistry: 'lfp', cells: 4 }, celsius, DEFAULT_RULES);
    expect(at(5)).toEqual(at(35));
    expect(at(5)).toEqual({ absorptionVolts: 14.2, floatVolts: null });
  });
});

describe('gas', () => {
  // IEC 62485-2: 0.05 · 6 · 5 · 100 · 10⁻³ = 0.15 m³/h for a vented 12 V of 100 Ah on float.
  it.each([
    ['vented', 'float', 0.15],
    ['vented', 'boost', 0.6],
    ['valve-regulated', 'float', 0.03],
    ['valve-regulated', 'boost', 0.24],
  ] as const)('%s, %s: %d m³/h of air', (type, stage, air) => {
    const one = ventilation({ type, stage, cells: 6, capacityAh: 100, count: 1 });
    expect(one.airflowM3PerHour).toBeCloseTo(air, 9);
    expect(one.openingCm2).toBeCloseTo(28 * air, 9);
    const three = ventilation({ type, stage, cells: 6, capacityAh: 100, count: 3 });
    expect(three.airflowM3PerHour).toBeCloseTo(3 * air, 9);
  });

  it('a charger that is not regulated counts with its full current', () => {
    const ask = { type: 'vented', stage: 'boost', cells: 6, capacityAh: 60, count: 1 } as const;
    expect(ventilation({ ...ask, gasAmps: 6 }).airflowM3PerHour).toBeCloseTo(1.8, 9);
  });

  // Faraday's law: 0.418 l of hydrogen and 0.336 g of water for an ampere-hour and cell.
  it('water and hydrogen from overcharge', () => {
    const gone = overcharge(10, 6);
    expect(gone.hydrogenLitres).toBeCloseTo(25.08, 2);
    expect(gone.waterGrams).toBeCloseTo(20.16, 2);
    // From the constants: 22.414 l/mol · 3600 s / (2 · 96485 C/mol); 18.015 g/mol likewise.
    expect(overcharge(1, 1).hydrogenLitres).toBeCloseTo((22.414 * 3600) / (2 * 96_485), 3);
    expect(overcharge(1, 1).waterGrams).toBeCloseTo((18.015 * 3600) / (2 * 96_485), 3);
  });
});

describe('the winter sun', () => {
  // FAO 56, examples 8 and 9: 3 September, 20° S: Ra 32.2 MJ/m², N 11.7 h.
  it('the published examples', () => {
    const sun = sunOfDay(-20, toDay('2026-09-03'));
    expect(sun.extraterrestrialMJ).toBeCloseTo(32.2, 0);
    expect(sun.dayLengthHours).toBeCloseTo(11.7, 1);
  });

  it('is short in winter, and gone beyond the polar circle', () => {
    expect(sunOfDay(54, toDay('2026-12-21')).dayLengthHours).toBeLessThan(8);
    const night = sunOfDay(75, toDay('2026-12-21'));
    expect(night).toEqual({ extraterrestrialMJ: 0, dayLengthHours: 0 });
    expect(
      solarAmpHours({
        latitude: 75,
        day: toDay('2026-12-21'),
        watts: 100,
        clearness: 0.5,
        tilt: 60,
      }),
    ).toBe(0);
  });

  it('a panel gives in proportion to its watts, more in summer, and more tilted in winter', () => {
    const at = (date: string, tilt: number, watts = 10) =>
      solarAmpHours({ latitude: 54, day: toDay(date), watts, clearness: 0.4, tilt });
    expect(at('2026-12-21', 0, 20)).toBeCloseTo(2 * at('2026-12-21', 0), 9);
    expect(at('2026-06-21', 0)).toBeGreaterThan(8 * at('2026-12-21', 0));
    expect(at('2026-12-21', 60)).toBeGreaterThan(1.5 * at('2026-12-21', 0));
    // South of the line it faces north, half a year later.
    const south = solarAmpHours({
      latitude: -54,
      day: toDay('2026-06-21'),
      watts: 10,
      clearness: 0.4,
      tilt: 60,
    });
    expect(south / at('2026-12-21', 60)).toBeGreaterThan(0.85);
    expect(south / at('2026-12-21', 60)).toBeLessThan(1.15);
  });
});
