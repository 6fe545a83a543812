import type { BrowserContext } from '@playwright/test';
import { PAIRED_COOKIE, SESSION_COOKIE } from '../features/access/cookies';
import { putIn } from '../store/sessions.fixture';
import { dataFile, openStore } from '../store/open';

/**
 * Whether every test runs over TLS against a server open to the building, with somebody signed in:
 * `EMBER_TEST_LAN=1 npx playwright test durability never-down round`. Who is signed in bears the name
 * that is on entries where nobody signs in, so that tests need not know.
 */
export const isToTheBuilding = process.env.EMBER_TEST_LAN === '1';

/** The same for every server: cookies do not tell one port from another. */
const SHOWN = {
  key: 'key-of-the-test-desk-that-is-long-enough',
  token: 'token-of-the-test-desk-that-is-long-enough',
};
const COOKIES = { [PAIRED_COOKIE]: SHOWN.key, [SESSION_COOKIE]: SHOWN.token };

/** Has somebody signed in on the desk of the tests, in a data folder that no server has open. */
export function signInto(folder: string): void {
  const db = openStore(dataFile(folder));
  putIn(db, { name: 'attendant', role: 'manager' }, SHOWN);
  db.close();
}

/** Flags of a browser that takes each server's own certificate. */
export const TRUSTING = isToTheBuilding ? ['--ignore-certificate-errors'] : [];

/** Gives a browser the cookies of who is signed in; they are for every port. */
export const giveCookies = (context: BrowserContext): Promise<void> =>
  context.addCookies(
    Object.entries(COOKIES).map(([name, value]) => ({
      ...{ name, value, url: 'https://127.0.0.1', secure: true, httpOnly: true },
    })),
  );

// What tests ask by themselves carries the same cookies. The chain is tested elsewhere.
if (isToTheBuilding) {
  process.env.NODE_TLS_REJECT_UNAUTHORIZED = '0';
  const asked = globalThis.fetch;
  const cookie = Object.entries(COOKIES)
    .map(([name, value]) => `${name}=${value}`)
    .join('; ');
  globalThis.fetch = (what, init = {}) => {
    const headers = new Headers(init.headers);
    if (!headers.has('cookie')) headers.set('cookie', cookie);
    return asked(what, { ...init, headers });
  };
}
