import { reasonOfTrial, triedRows, type TriedWinter } from './tried';

const score = (more: Partial<TriedWinter['asIs']>) => ({
  ...{ batteries: 80, ready: 79, advised: 1, needless: 0, lost: 0, letDown: 0 },
  ...{ readings: 500, charges: 150, minutes: 5400, cost: 2500 },
  ...more,
});
const row = (winters: readonly TriedWinter[], what: string) =>
  triedRows(winters).find((one) => one.what === what)!;

test('a change is told by the same winters, with its range, and as chance where it may be', () => {
  const winters = [0, 60, 120, 30].map((noise) => ({
    asIs: score({ minutes: 5400 + noise, lost: noise % 60 ? 1 : 0 }),
    tried: score({ minutes: 5100 + noise, lost: noise > 100 ? 1 : 0 }),
  }));
  // All winters gain the same five hours: what differs between them is no doubt about that.
  expect(row(winters, 'Hours')).toMatchObject({
    asIs: '90.9',
    tried: '85.9',
    changes: '−5.0 (−5.0 to −5.0)',
  });
  expect(row(winters, 'Lost').changes).toContain('may be chance');
  expect(row(winters, 'Readings').changes).toBe('the same');
  expect(reasonOfTrial(winters)).toContain('Tried on 4 played winters');
  expect(reasonOfTrial(winters)).toContain('Hours: 85.9 instead of 90.9');
});

test('one winter has no range', () => {
  const winters = [{ asIs: score({}), tried: score({ charges: 120 }) }];
  expect(row(winters, 'Charges').changes).toBe('−30, of one winter');
});
