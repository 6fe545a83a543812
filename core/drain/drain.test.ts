import fc from 'fast-check';
import { drawPctPerDay, lossPctPerDay, reserveDays } from './reserve';
import { ageFactor, arrheniusFactor, selfDischargePctPerDay } from './self-discharge';

describe('self-discharge', () => {
  // Linden's Handbook of Batteries: doubles for about 10 °C near room temperature.
  it('doubles for about ten degrees', () => {
    expect(arrheniusFactor(20)).toBeCloseTo(1, 12);
    expect(arrheniusFactor(25) / arrheniusFactor(15)).toBeCloseTo(2, 9);
    expect(arrheniusFactor(30)).toBeGreaterThan(1.9);
    expect(arrheniusFactor(30)).toBeLessThan(2.1);
  });

  // Data sheets, from memory: AGM at −2 °C loses about 0.02 % a day.
  it('is next to nothing in the cold', () => {
    expect(selfDischargePctPerDay(3, -2)).toBeCloseTo(0.02, 2);
  });

  it('always rises with warmth', () => {
    fc.assert(
      fc.property(fc.double({ min: -40, max: 59, noNaN: true }), (celsius) => {
        expect(arrheniusFactor(celsius + 0.5)).toBeGreaterThan(arrheniusFactor(celsius));
      }),
    );
  });

  it('is more for the old, within limits', () => {
    expect(ageFactor(1)).toBe(1);
    expect(ageFactor(6)).toBeCloseTo(1.4, 9);
    expect(ageFactor(40)).toBe(2);
  });
});

describe('reserve', () => {
  const paper = { capacityAh: 60, drawMa: 5, selfDischargePctPerMonthAt20C: 0 };

  // Common practice: hours = ampere-hours ÷ amps; 60 Ah and 5 mA are the classic 500 days.
  it('on paper is ampere-hours by amps', () => {
    expect(reserveDays(paper, 100, 0, 20)).toBeCloseTo(500, 9);
  });

  it('in truth is less, since only part may be used and self-discharge comes on top', () => {
    const loss = { ...paper, selfDischargePctPerMonthAt20C: 5 };
    expect(reserveDays(loss, 100, 69, 20)).toBeLessThan(0.31 * 500);
  });

  it('is nothing at the line and endless without loss', () => {
    expect(reserveDays(paper, 60, 60, 20)).toBe(0);
    expect(reserveDays(paper, 40, 60, 20)).toBe(0);
    expect(reserveDays({ ...paper, drawMa: 0 }, 90, 60, 20)).toBe(Infinity);
  });

  it('runs below zero: over-discharge is a state', () => {
    expect(reserveDays(paper, 0, -20, 20)).toBeCloseTo(100, 9);
  });

  it('adds up: from a to b and from b to c is from a to c', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 200, noNaN: true }),
        fc.double({ min: 0.5, max: 10, noNaN: true }),
        fc.double({ min: -20, max: 30, noNaN: true }),
        (drawMa, selfDischargePctPerMonthAt20C, celsius) => {
          const loss = { capacityAh: 44, drawMa, selfDischargePctPerMonthAt20C };
          const whole = reserveDays(loss, 97, 41, celsius);
          const parts = reserveDays(loss, 97, 70, celsius) + reserveDays(loss, 70, 41, celsius);
          expect(parts / whole).toBeCloseTo(1, 9);
        },
      ),
    );
  });

  it('loses what it draws', () => {
    expect(drawPctPerDay(50, 60)).toBeCloseTo(2, 9);
    expect(
      lossPctPerDay({ capacityAh: 60, drawMa: 50, selfDischargePctPerMonthAt20C: 3 }, 20),
    ).toBeCloseTo(2.1, 9);
  });
});
