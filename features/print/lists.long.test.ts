import { newEntry } from '../logbook/new-entry';
import { postEntries } from '../logbook/post-entry';
import { NOW, demoSite, request, site } from '../server/demo-server.fixture';
import { condemnedList, hallLists } from './lists-data';

demoSite('some');
const rows = () => hallLists(site()).halls.flatMap(({ bays }) => bays);
const batteries = () => rows().flatMap(({ stay }) => stay?.batteries ?? []);
const record = async (entries: unknown[]) =>
  expect((await postEntries(request(entries))).status).toBe(200);

it('every open bay is on one list, in walking order, and every battery of the yard once', () => {
  const { bays, stays } = site();
  const marks = rows().map(({ mark }) => mark);
  expect([...new Set(marks)]).toEqual(bays.map(({ mark }) => mark));
  const listed = batteries().map(({ id }) => id);
  const all = stays.flatMap((stay) => stay.batteries.map(({ battery }) => battery.id));
  expect(listed.toSorted()).toEqual(all.toSorted());
  expect(rows().filter(({ stay }) => stay === null).length).toBe(
    bays.length - new Set(stays.map(({ bay }) => bay.id)).size,
  );
});

it('says before a clamp is touched what is unlike the others, and of nobody else', () => {
  for (const { stay } of rows()) {
    const vehicle = stay && site().stays.find((one) => one.vehicle.name === stay.vehicle)?.vehicle;
    if (!vehicle) continue;
    const isLooked = vehicle.facts.looked;
    const expected = !isLooked
      ? 'look which post is earthed'
      : vehicle.facts.earth === 'positive'
        ? 'Positive earth: the clamp on the body first'
        : null;
    expect(stay.minds).toBe(expected);
  }
  expect(rows().some(({ stay }) => stay?.minds?.startsWith('Positive earth'))).toBe(true);
});

it('what is condemned is charged on no list, and is on its own with its day and its why', () => {
  const condemned = site().stays.flatMap((stay) =>
    stay.batteries.filter(({ outlook }) => outlook?.condemned).map(({ battery }) => battery.id),
  );
  expect(condemned.length).toBeGreaterThan(0);
  const list = condemnedList(site());
  expect(list.rows.map(({ id }) => id).toSorted()).toEqual(condemned.toSorted());
  for (const one of list.rows) {
    expect(one.todo).toMatch(/Not to be charged/);
    expect(one.outBy).not.toBe('');
  }
  for (const one of batteries()) {
    const isCondemned = condemned.includes(one.id);
    expect(one.next === 'never charge: replace').toBe(isCondemned);
  }
});

it('one that was read just now says so, with the volts, and asks for the round after', async () => {
  const one = batteries().find(({ keeping }) => keeping === 'negative off')!;
  const reading = { volts: 12.34, celsius: null, restedHours: 99, confirmed: true };
  await record([newEntry('reading', one.id, NOW, reading)]);
  const after = batteries().find(({ id }) => id === one.id)!;
  expect(after.lastRead).toMatch(/^12\.34 V, Thu 14 Jan/);
});
