import { dayName } from '../../core/day';
import { newEntry } from '../logbook/new-entry';
import { handlePostEntry } from '../logbook/post-entry';
import { roundScreenData } from '../round/load';
import { NOW, demoSite, request, site } from '../server/demo-server.fixture';
import { yardData } from '../yard/load';
import { wallData } from './load';

demoSite();

/** Stands on the wall: `A3`, with what is to be done there. */
const open = (wall: Awaited<ReturnType<typeof wallData>>) =>
  new Map(wall.halls.flatMap(({ stops }) => stops.map(({ bay, needs }) => [bay, needs] as const)));

it('has the stops of the round in its order, and a stop that is done or passed is off it', async () => {
  const before = await wallData(site());
  const round = await roundScreenData(site());
  expect(before.stops).toBe(round.stops.length);
  const left = [...open(before).keys()];
  const inOrder = round.stops.map(({ vehicle }) => vehicle.bayMark);
  expect(left).toEqual(inOrder.filter((mark) => left.includes(mark)));
  expect(before.left).toBeGreaterThan(2);
  const next = round.stops.find(({ vehicle }) => vehicle.bayMark === left[0])!;
  const passed = newEntry('not-reached', next.batteries[0]!.id, NOW, { why: 'blocked in' });
  expect((await handlePostEntry(request(passed))).status).toBe(200);
  const after = await wallData(site());
  expect(after.left).toBe(before.left - 1);
  expect(after.minutes).toBeLessThan(before.minutes);
  expect(open(after).has(left[0]!)).toBe(false);
});

it('says how all stand in the yard’s own words, and who comes within a week, in order', async () => {
  const wall = await wallData(site());
  const { all, under } = yardData(site()).counts;
  expect(wall.summary).toMatch(new RegExp(`^${all} batteries: ${under || 'none'} under`));
  const days = wall.days.map(({ day }) => day);
  expect(days).toEqual([...days].sort((a, b) => a - b));
  for (const day of days)
    expect([dayName(day), day - wall.today < 8]).toEqual([dayName(day), true]);
  expect(wall.days.length).toBeGreaterThan(0);
});
