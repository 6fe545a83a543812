import { readFileSync } from 'node:fs';
import { intakeOf } from '../../core/intake/list';
import { jobsToday } from '../../core/plan/due';
import { readAllEntries, readEntriesOf } from '../../store/entries';
import { rebuildStates } from '../../store/states';
import { baysOf } from '../lay-up/post-lay-up';
import { newEntry } from '../logbook/new-entry';
import { handlePostEntry } from '../logbook/post-entry';
import { NOW, answer, demoSite, request, site } from '../server/demo-server.fixture';
import { db } from '../server/store';
import { roundScreenData } from '../round/load';
import { bringReducer, type BringState } from './bring-state';
import { broughtOf } from './brought-of';
import { bringData } from './load';
import { deleteBrought, postBrought } from './post-brought';
import { rowsOfText } from './rows-of-text';

demoSite();

/** The list as the page has it, with what is wrong in it. */
function seen(list: BringState) {
  const data = bringData(site());
  const bays = new Map(data.bays.map(({ mark, takenBy }) => [mark, takenBy]));
  const intake = intakeOf(list.rows, list.reading, { today: data.today, bays });
  const wrong = intake.rows.flatMap(({ row, remarks }) =>
    remarks.flatMap((one) => (one.kind === 'wrong' ? [{ row, ...one }] : [])),
  );
  const body = () =>
    broughtOf(
      list.id,
      intake.vehicles,
      new Map(data.bays.map(({ mark, id }) => [mark, id])),
      intake.newBays,
      data.halls[0]!.id,
      data,
    );
  return { ...intake, wrong, body };
}

const opened = async (text: string) =>
  bringReducer(null, { do: 'list', rows: await rowsOfText(text), hallId: 'x' })!;
const send = (body: unknown) => answer(postBrought(request(body as object)));

it('a list as people keep it: what is in doubt is mended in place, and all of it stands in the round', async () => {
  let list = await opened(readFileSync('docs/examples/list.csv', 'utf8'));
  expect(list.reading.columns).toEqual([
    ...['bay', 'name', 'owner', 'contact', 'battery', 'fitted', 'volts', 'readOn'],
    ...['collectOn', 'note'],
  ]);
  const mend = (field: string, text: (cell: string) => string) => {
    for (const { row } of seen(list).wrong.filter((one) => one.field === field)) {
      const at = list.reading.columns.indexOf(field as 'volts');
      const cell = list.rows[row + 1]![at]!;
      list = bringReducer(list, { do: 'cell', row, at, text: text(cell) })!;
    }
  };
  expect(seen(list).wrong.map(({ words }) => words)).toEqual(['“31.2.2027” is no day']);
  mend('collectOn', () => '31.3.2027');
  // 1264 is asked about; here it is mended.
  const asked = seen(list).rows.filter(({ remarks }) =>
    remarks.some(({ field, kind }) => field === 'volts' && kind === 'asked'),
  );
  expect(asked.map(({ battery }) => battery.volts)).toEqual([1264]);
  const voltsAt = list.reading.columns.indexOf('volts');
  list = bringReducer(list, { do: 'cell', row: asked[0]!.row, at: voltsAt, text: '12,64' })!;
  const { wrong, vehicles, newBays, body } = seen(list);
  expect([wrong, vehicles.length, newBays.length]).toEqual([[], 60, 60]);
  const sent = body();
  expect(await send(sent)).toMatchObject({ status: 200, vehicles: 60 });
  // Sent twice, each stands there once.
  expect(await send(sent)).toMatchObject({ status: 200, vehicles: 60 });
  const here = site();
  const stays = here.stays.filter(({ bay }) => bay.mark.startsWith('L'));
  expect(stays).toHaveLength(60);
  expect(stays.flatMap(({ troubled }) => troubled)).toEqual([]);
  // What was read is what is stored, each at its own day.
  const readings = vehicles.flatMap(({ rows }) =>
    rows.flatMap(({ bay, battery: { volts } }) => (volts === null ? [] : [`${bay} ${volts}`])),
  );
  const stored = stays.flatMap(({ bay, batteries }) =>
    batteries.flatMap(({ battery }) =>
      readEntriesOf(db(), 'battery', battery.id).flatMap((entry) =>
        entry.kind === 'reading' ? [`${bay.mark} ${entry.data.volts}`] : [],
      ),
    ),
  );
  expect(stored.sort()).toEqual(readings.sort());
  // Without a day it goes at the season’s end, and is not one that must start at any time.
  expect(stays.filter(({ collectDay }) => collectDay === null)).toEqual([]);
  // What a list cannot know is said where somebody works at the battery.
  const noted = stays.flatMap(({ batteries }) =>
    batteries.filter(({ battery }) =>
      readEntriesOf(db(), 'battery', battery.id).some(
        (entry) => entry.kind === 'note' && /before a lead comes off/.test(entry.data.text),
      ),
    ),
  );
  expect(noted).toHaveLength(60);
  // The first round has work at them, and its page comes.
  const jobs = stays.flatMap(({ batteries }) =>
    batteries.flatMap(({ standing, outlook }) => jobsToday(standing, outlook)),
  );
  expect(jobs.length).toBeGreaterThan(20);
  const round = await roundScreenData(here);
  expect(
    round.stops.filter(({ vehicle }) => vehicle.bayMark.startsWith('L')).length,
  ).toBeGreaterThan(20);
  const before = JSON.stringify(here.stays.map(({ state }) => state));
  rebuildStates(db());
  expect(JSON.stringify(site().stays.map(({ state }) => state))).toBe(before);
});

type Body = ReturnType<typeof broughtOf>;
type OneOf = Body['vehicles'][number];
/** The list with one of its vehicles changed. */
const changed =
  (at: number, change: (one: OneOf) => object) =>
  (body: Body): object => ({
    ...body,
    vehicles: body.vehicles.map((one, i) => (i === at ? { ...one, ...change(one) } : one)),
  });
const into = (bayId: string) => changed(1, ({ layUp }) => ({ layUp: { ...layUp, bayId } }));

describe('whole or not at all', () => {
  const LIST = 'Bay;Vehicle;Volts;Checked\nM1;One;12,6;2027-01-04\nM2;Two;;\n';

  it.each<[string, number, (body: Body) => object]>([
    ['a bay that is taken', 422, into('bay-C1')],
    ['two in one bay', 422, into('bay-M1')],
    ['no such hall', 404, (body) => ({ ...body, hallId: 'nowhere' })],
    [
      'a reading of tomorrow',
      422,
      changed(0, ({ readings }) => ({
        readings: readings.map((one) => ({ ...one, on: '2027-02-01' })),
      })),
    ],
    ['a reading before it came', 422, changed(0, () => ({ since: '2027-01-10' }))],
    [
      'a battery of no capacity',
      400,
      changed(0, ({ layUp }) => ({
        layUp: { ...layUp, batteries: layUp.batteries.map((one) => ({ ...one, capacityAh: 0 })) },
      })),
    ],
  ])('%s: %d, and nothing is stored', async (_, status, change) => {
    const body = seen(await opened(LIST)).body();
    const before = [readAllEntries(db()).length, baysOf(site()).size];
    const reply = await send(change(body));
    expect([readAllEntries(db()).length, baysOf(site()).size]).toEqual(before);
    expect(reply.status).toBe(status);
    expect(reply.reason).toMatch(/\w{4}/);
  });
});

describe('a list that was the wrong one', () => {
  const LIST = 'Bay;Vehicle;Volts;Checked\nN1;One;12,6;2027-01-04\nN2;Two;;\n';
  const back = (id: string) =>
    answer(Promise.resolve(deleteBrought(new Request('http://127.0.0.1/api/bring'), id)));
  const standing = () => site().stays.filter(({ bay }) => bay.mark.startsWith('N')).length;

  it('is taken back whole, with the bays made for it, and can be brought again', async () => {
    const before = [site().stays.length, baysOf(site()).size];
    const body = seen(await opened(LIST)).body();
    await send(body);
    expect(standing()).toBe(2);
    expect(bringData(site()).lately[0]).toMatchObject({ id: body.id, vehicles: 2 });
    expect(await back(body.id)).toMatchObject({ status: 200 });
    expect([site().stays.length, baysOf(site()).size]).toEqual(before);
    // Twice is once.
    expect(await back(body.id)).toMatchObject({ status: 200 });
    expect(bringData(site()).lately.map(({ id }) => id)).not.toContain(body.id);
    rebuildStates(db());
    expect(standing()).toBe(0);
    const again = seen(await opened(LIST)).body();
    expect(await send(again)).toMatchObject({ status: 200, vehicles: 2 });
    expect(standing()).toBe(2);
  });

  it('is not where somebody has worked on it since, nor a day later, nor where there is none', async () => {
    const { id } = bringData(site()).lately[0]!;
    const battery = site().stays.find(({ bay }) => bay.mark === 'N1')!.batteries[0]!.battery.id;
    const reading = { volts: 12.5, celsius: null, restedHours: 48, confirmed: true };
    const entry = newEntry('reading', battery, NOW, reading);
    expect(await answer(handlePostEntry(request(entry)))).toMatchObject({ status: 200 });
    expect(await back(id)).toMatchObject({
      status: 409,
      reason: 'Something was recorded since of One: strike that first.',
    });
    const struck = newEntry('withdrawn', battery, NOW, { why: 'mistyped' }, entry.id);
    expect(await answer(handlePostEntry(request(struck)))).toMatchObject({ status: 200 });
    db().prepare('UPDATE brought SET at = at - 90000000 WHERE id = ?').run(id);
    expect(await back(id)).toMatchObject({ status: 409 });
    db().prepare('UPDATE brought SET at = at + 90000000 WHERE id = ?').run(id);
    expect(await back(id)).toMatchObject({ status: 200 });
    expect(await back('nowhere')).toMatchObject({ status: 404 });
  });
});

it('five thousand rows are one request, and each stands there', async () => {
  const rows = Array.from({ length: 5000 }, (_, i) => `Q${i};Car ${i};AGM 70Ah;12,5;2027-01-04`);
  const list = await opened(['Bay;Vehicle;Battery;Volts;Checked', ...rows].join('\n'));
  const { body, wrong } = seen(list);
  expect(wrong).toEqual([]);
  expect(await send(body())).toMatchObject({ status: 200, vehicles: 5000 });
  expect(site().stays.filter(({ bay }) => bay.mark.startsWith('Q'))).toHaveLength(5000);
}, 60_000);

it('what hangs on a maintainer hangs on it from now on, and its volts of before were taken at rest', async () => {
  const list = await opened(
    [
      'Bay,Vehicle,Earth,Battery,Volts,Read on,Maintainer',
      'U1,Calder 1500,negative,flooded 60 Ah,12.71,2027-01-12,yes',
      'U2,Calder 1600,negative,flooded 60 Ah,12.65,2027-01-12,Bobbin 9',
      'U3,Calder 1700,negative,flooded 60 Ah,12.65,2027-01-12,no',
    ].join('\n'),
  );
  expect(list.reading.columns.at(-1)).toBe('maintainer');
  expect(await send(seen(list).body())).toMatchObject({ status: 200 });
  const states = ['U1', 'U2', 'U3'].map(
    (mark) => site().stays.find(({ bay }) => bay.mark === mark)!.batteries[0]!.standing.state,
  );
  expect(states.map(({ maintainerSince }) => maintainerSince)).toEqual([NOW, NOW, null]);
  expect(states.map(({ charger }) => charger)).toEqual(['', 'Bobbin 9', '']);
  expect(states.map(({ readings }) => readings.map(({ fed }) => fed))).toEqual([
    [false],
    [false],
    [false],
  ]);
});
