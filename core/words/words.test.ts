import { DEFAULT_RULES } from '../rules/rules';
import {
  figure,
  formatInstant,
  formatLoss,
  formatMoney,
  formatMilliamps,
  formatPctRange,
  formatReserve,
  formatReserveRange,
  formatTemperature,
  formatVolts,
  plain,
  say,
} from './words';

const fahrenheit = { ...DEFAULT_RULES, temperatureUnit: 'fahrenheit' } as const;
const american = { ...DEFAULT_RULES, clock: '12h' } as const;

describe('figures as the house wants them', () => {
  it('volts always have two decimals', () => {
    expect([12, 6.2, 12.526].map(formatVolts)).toEqual(['12.00 V', '6.20 V', '12.53 V']);
  });

  it('temperatures are in the chosen unit, with a true minus and no minus zero', () => {
    expect(formatTemperature(-3.14, DEFAULT_RULES, 1)).toBe('−3.1 °C');
    expect(formatTemperature(-0.2, DEFAULT_RULES)).toBe('0 °C');
    expect(formatTemperature(-18, fahrenheit)).toBe('0 °F');
    expect(formatTemperature(-40, fahrenheit, 1)).toBe('−40 °F');
  });

  it('money is in the site’s own currency, whole from ten on', () => {
    expect(formatMoney(12.6, DEFAULT_RULES)).toBe('€13');
    expect(formatMoney(4.5, { currency: 'USD' })).toBe('$4.50');
    expect(formatMoney(-25, { currency: 'GBP' })).toBe('-£25');
    // Three letters that no machine knows are said as they are.
    expect(formatMoney(20, { currency: 'XQQ' })).toMatch(/XQQ\s20/);
  });

  it('reserves are whole days, long ones only said to be long', () => {
    expect(formatReserve(24.9)).toBe('24');
    expect(formatReserve(Infinity)).toBe('over 365');
    expect(formatReserveRange({ value: 24, low: 19.2, high: 30.8 })).toBe('19–30');
    expect(formatReserveRange({ value: 200, low: 150, high: Infinity })).toBe('150 or more');
    expect(formatReserveRange({ value: 4, low: 4.1, high: 4.8 })).toBe('4');
  });

  it('losses and currents have the digits that matter', () => {
    expect([0.414, 1.26, 0.02, 0.001].map(formatLoss)).toEqual([
      '0.41 %',
      '1.3 %',
      '0.02 %',
      '0 %',
    ]);
    expect([1.64, 38.2].map(formatMilliamps)).toEqual(['1.6 mA', '38 mA']);
    expect(formatPctRange({ value: 14, low: 7.2, high: 20.6 })).toBe('7–21 %');
  });

  it('instants are on the site’s clock', () => {
    const at = Date.parse('2027-01-14T13:05:00Z');
    expect(formatInstant(at, 'Europe/London', DEFAULT_RULES)).toBe('Thu 14 Jan, 13:05');
    expect(formatInstant(at, 'America/New_York', american)).toBe('Thu 14 Jan, 8:05 am');
    expect(formatInstant(Date.parse('2027-01-14T00:30:00Z'), 'UTC', american)).toBe(
      'Thu 14 Jan, 12:30 am',
    );
  });

  it('sentences keep their figures apart from their words', () => {
    const sentence = say`At ${figure('68 %')}, ${'nearly'} done.`;
    expect(sentence).toEqual(['At ', { figure: '68 %' }, ', ', 'nearly', ' done.']);
    expect(plain(sentence)).toBe('At 68 %, nearly done.');
  });
});

it('a range with a minus in it is written out', () => {
  expect(formatPctRange({ value: -4, low: -6.2, high: -2.1 })).toBe('under 0 %');
  expect(formatPctRange({ value: -85, low: -121, high: 92 })).toBe('0–92 %');
  expect(formatPctRange({ value: 14, low: 7, high: 21 })).toBe('7–21 %');
});
