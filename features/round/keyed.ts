'use client';

import { t } from '../../core/language';
import { useCallback, useMemo } from 'react';
import { putTyped, useAllTyped, useTyped } from '../app-shell/typed';
import { displayOf } from './round-data';

const MAX_DIGITS = 4;
const PREFIX = 'round/';

/** What stands on the keypad of one battery, and the rest that is said of it. */
export interface Keyed {
  readonly digits: string;
  /** Of `RESTS`. */
  readonly restAt: number;
}
const NOTHING: Keyed = { digits: '', restAt: 0 };

/** The digits with one more; a voltage does not begin with nought, and has four at most. */
export const withDigit = (digits: string, digit: string): string =>
  digits.length >= MAX_DIGITS || (digits === '' && digit === '0') ? digits : digits + digit;

/** What is typed for a battery; it stays where it was typed while other stops are looked at. */
export function useKeyed(batteryId: string, bayMark: string) {
  const [keyed, setKeyed] = useTyped(
    `${PREFIX}${batteryId}`,
    NOTHING,
    useCallback((value: Keyed) => wordsOf(value, bayMark), [bayMark]),
  );
  return {
    ...keyed,
    /** A rest that is said of nothing typed is nothing. */
    setDigits: (digits: string) =>
      setKeyed(digits === '' ? NOTHING : { digits, restAt: keyed.restAt }),
    setRest: (restAt: number) =>
      setKeyed(keyed.digits === '' && restAt === 0 ? NOTHING : { ...keyed, restAt }),
    clear: () => setKeyed(NOTHING),
  };
}

const wordsOf = ({ digits }: Keyed, bayMark: string) =>
  digits === '' ? '' : t`${displayOf(digits)} V at ${bayMark}`;

/** Puts volts on the keypad of a battery, to be looked at once more. */
export function keyAgain(batteryId: string, bayMark: string, volts: number): void {
  const value = { ...NOTHING, digits: String(Math.round(volts * 100)) };
  putTyped(`${PREFIX}${batteryId}`, { value, words: wordsOf(value, bayMark) });
}

/** The batteries for which something is typed and not recorded. */
export function useAllKeyed(): ReadonlySet<string> {
  const all = useAllTyped();
  return useMemo(
    () =>
      new Set(
        [...all].flatMap(([key, { words }]) =>
          key.startsWith(PREFIX) && words !== '' ? [key.slice(PREFIX.length)] : [],
        ),
      ),
    [all],
  );
}
