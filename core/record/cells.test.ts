import { at, reading, standing } from './record.fixture';
import { cellSentences, waterFrom, waterSince } from './cells';
import { judge } from '../assessment/judge';
import { plain } from '../words/words';

const said = (state: Parameters<typeof standing>[0]) =>
  cellSentences(standing(state)).map(plain).join(' ');

describe('what single cells say', () => {
  // Spread over 0.050: common practice.
  it('a spread over 0.050 marks a failing cell, 0.050 itself does not', () => {
    const hydrometer = (weakest: number) => ({
      state: {
        hydrometer: {
          at: at('2027-01-12'),
          celsius: 10,
          gravities: [1.26, 1.26, weakest, 1.26, 1.26, 1.26],
        },
      },
    });
    expect(said(hydrometer(1.2))).toMatch(/cell 3 is 0\.060 under the best/);
    expect(said(hydrometer(1.21))).toBe('');
    const verdict = judge(
      standing({ state: { ...hydrometer(1.2).state, readings: [reading('2027-01-12', 12.5)] } }),
    );
    expect(verdict.why.map(plain).join(' ')).toMatch(/failing cell/);
  });

  it('water is judged against the charges since it was last added', () => {
    const water = (addedMl: number[]) => ({
      state: { water: [{ at: at('2027-01-12'), addedMl }] },
    });
    expect(said(water([5, 5, 5, 5, 5, 5]))).toBe('');
    expect(said(water([5, 5, 60, 5, 5, 5]))).toMatch(/cell 3 took far more/);
    expect(said(water([90, 95, 90, 92, 90, 91]))).toMatch(/overcharged/);
  });

  it('counts from the last water, else from when the levels were seen, else from lay-up', () => {
    const { state } = standing();
    const now = at('2027-01-14');
    expect(waterFrom(state, at('2026-11-01'), now)).toBe(at('2026-11-01'));
    const seen = { ...state, levels: { at: at('2026-12-01'), cells: ['mark' as const] } };
    expect(waterFrom(seen, at('2026-11-01'), now)).toBe(at('2026-12-01'));
    const charges = [
      { from: at('2026-12-10'), to: at('2026-12-11'), full: true, ampHours: 12 },
      { from: at('2026-11-10'), to: at('2026-11-11'), full: true, ampHours: 30 },
    ];
    expect(waterSince({ ...state, charges }, at('2026-12-01'), now)).toMatchObject({
      chargedAh: 12,
      maintainedDays: 0,
      days: 44,
    });
  });
});
