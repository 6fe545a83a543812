import { clockWords, noteAnswer, serverNow } from './server-time';

/** An answer that says what time it is at the server. */
const at = (instant: number) =>
  noteAnswer(new Response('', { headers: { date: new Date(instant).toUTCString() } }));
const MINUTE = 60_000;

it.each([
  [-4, null],
  [4, null],
  [40, /40 min behind the server’s/],
  [-40, /40 min ahead of the server’s/],
  [60 * 26, /26 h behind/],
  [-60 * 24 * 400, /400 days ahead/],
])('a server that is %i minutes ahead', (minutes, words) => {
  const there = Date.now() + minutes * MINUTE;
  at(there);
  // What is recorded bears the server’s time, to the second in which it said so.
  expect(Math.abs(serverNow()! - there)).toBeLessThan(1500);
  if (words === null) expect(clockWords()).toBeNull();
  else expect(clockWords()).toMatch(words);
});

it('an answer without a time changes nothing', () => {
  at(Date.now() + 40 * MINUTE);
  noteAnswer(new Response(''));
  noteAnswer(new Response('', { headers: { date: 'noon' } }));
  expect(clockWords()).toMatch(/40 min behind/);
});
