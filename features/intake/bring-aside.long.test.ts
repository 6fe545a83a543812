import { resolve } from 'node:path';
import { v4 as uuid } from 'uuid';
import { lastSeq } from '../../store/entries';
import { layUp } from '../lay-up/lay-up.fixture';
import { answer, demoSite, request, site } from '../server/demo-server.fixture';
import { here } from '../server/here';
import { db } from '../server/store';
import { endOfWriting, writingAside } from '../server/writing-aside';
import { deleteBrought, getBrought, postBrought } from './post-brought';

demoSite();
beforeAll(() => {
  process.env.EMBER_BRING = resolve('dist/bring.mjs');
});
afterAll(() => {
  delete process.env.EMBER_BRING;
});

/** A list of so many vehicles, in bays of a row. */
const listOf = (count: number, row: string) => ({
  ...{ id: uuid(), hallId: 'carding-hall' },
  newBays: Array.from({ length: count }, (_, i) => `${row}${i + 1}`),
  vehicles: Array.from({ length: count }, (_, i) => ({
    layUp: layUp({ bayId: `bay-${row}${i + 1}`, name: `Car ${row}${i + 1}` }),
    ...{ since: null, readings: [], notes: [] },
  })),
});
const inRow = (row: string) =>
  site()
    .stays.filter(({ bay }) => bay.mark.startsWith(row))
    .map(({ vehicle }) => vehicle.name);
const shareOf = async (id: string) =>
  ((await getBrought(id).json()) as { share: number | null }).share;
const leave = (id: string) => deleteBrought(new Request('http://127.0.0.1/'), id);

/** Looks until a list is so far. */
async function until(id: string, share: number): Promise<void> {
  while (((await shareOf(id)) ?? 0) < share) await new Promise((later) => setImmediate(later));
}

it('a list goes in beside whoever looks, and it can be seen how far it is', async () => {
  const list = listOf(40, 'Q');
  const sent = answer(postBrought(request(list)));
  await until(list.id, 0.05);
  // The event loop turned meanwhile, and nothing of it was to be seen before all of it was.
  expect(inRow('Q')).toEqual([]);
  expect(await sent).toMatchObject({ status: 200, vehicles: 40 });
  expect(await shareOf(list.id)).toBeNull();
  expect(inRow('Q')).toHaveLength(40);
  // Sent again, it stands there once.
  expect(await answer(postBrought(request(list)))).toMatchObject({ status: 200, vehicles: 40 });
  expect(inRow('Q')).toHaveLength(40);
}, 30_000);

it('left on the way, nothing of it stands there, and it can be brought again', async () => {
  const before = lastSeq(db());
  const list = listOf(60, 'R');
  const sent = answer(postBrought(request(list)));
  await until(list.id, 0.05);
  expect(leave(list.id).status).toBe(200);
  expect(await sent).toMatchObject({
    status: 409,
    reason: expect.stringContaining('nothing of it stands here') as string,
  });
  expect([lastSeq(db()), inRow('R')]).toEqual([before, []]);
  expect(await answer(postBrought(request(list)))).toMatchObject({ status: 200 });
  expect(inRow('R')).toHaveLength(60);
}, 30_000);

it('what cannot be is refused from there as it is here, with the vehicle that it is about', async () => {
  const list = listOf(2, 'S');
  const taken = layUp({ bayId: site().stays[0]!.bay.id, name: 'Late' });
  const vehicles = [list.vehicles[0], { ...list.vehicles[1], layUp: taken }];
  const refused = await answer(postBrought(request({ ...list, vehicles })));
  expect(refused).toMatchObject({
    status: 422,
    field: expect.stringMatching(/^vehicles\.1/) as string,
  });
  expect(inRow('S')).toEqual([]);
});

it('what is written aside goes one after the other, and whoever records waits for the last', async () => {
  const order: string[] = [];
  const write = (name: string, fails: boolean) => async () => {
    order.push(`${name} begins`);
    await new Promise((later) => setTimeout(later, 5));
    order.push(`${name} ends`);
    if (fails) throw new Error(name);
  };
  expect(endOfWriting(here())).toBeNull();
  const first = writingAside(write('first', true));
  const second = writingAside(write('second', false));
  const recording = endOfWriting(here())!.then(() => order.push('recorded'));
  await expect(first).rejects.toThrow('first');
  await second;
  await recording;
  expect(order).toEqual([
    ...['first begins', 'first ends', 'second begins', 'second ends'],
    'recorded',
  ]);
  expect(endOfWriting(here())).toBeNull();
});
