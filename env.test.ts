import { env } from './env';

afterEach(() => {
  delete process.env.EMBER_PACE;
  delete process.env.EMBER_OUTSIDE;
});

test('what is not set has a default that a newcomer can work with', () => {
  expect(env('EMBER_PACE')).toBe(1);
  expect(env('EMBER_OUTSIDE')).toBe(0);
  process.env.EMBER_PACE = '';
  expect(env('EMBER_PACE')).toBe(1);
});

test('what is set anew is read anew', () => {
  process.env.EMBER_PACE = '40';
  expect(env('EMBER_PACE')).toBe(40);
  process.env.EMBER_PACE = '12';
  expect(env('EMBER_PACE')).toBe(12);
});

test('what cannot be read says which it is', () => {
  process.env.EMBER_OUTSIDE = 'yes';
  expect(() => env('EMBER_OUTSIDE')).toThrow(/^EMBER_OUTSIDE=yes: /);
  process.env.EMBER_PACE = '-3';
  expect(() => env('EMBER_PACE')).toThrow(/^EMBER_PACE=-3: /);
});
