import { readRow, rowText } from '../../core/site/rows';
import { rowsOf } from '../../store/plan';
import { readBays, readClosed, readHalls } from '../../store/site';
import { readEntriesOf } from '../../store/entries';
import { readVehicleStates } from '../../store/states';
import { wasHereData } from '../hand-back/was-here-load';
import { roundData } from '../round/load';
import { siteSeason } from '../season/from-site';
import { postEntries } from '../logbook/post-entry';
import { newEntry } from '../logbook/new-entry';
import { NOW, answer, demoSite, request, site } from '../server/demo-server.fixture';
import { db } from '../server/store';
import { putPlan } from './post-plan';
import type { SitePlan } from './schema';

demoSite('some');

type Drawn = SitePlan['halls'][number];
const drawn = (): Drawn[] =>
  readHalls(db()).map(({ id, name, kind, setpointCelsius, place }) => ({
    ...{ id, name, kind, setpointCelsius, place },
    rows: rowsOf(readBays(db()).filter(({ hallId }) => hallId === id)).map(rowText),
  }));
const put = (halls: Drawn[], moves: SitePlan['moves'] = [], places: SitePlan['places'] = []) =>
  answer(putPlan(request({ halls, moves, places })));
const told = () => readEntriesOf(db(), 'site', 'site').filter(({ kind }) => kind === 'plan-drawn');
const marks = () => readBays(db()).map(({ mark }) => mark);

it('drawn as it is, nothing changes, and nothing is told', async () => {
  const before = [marks(), readHalls(db()).map(({ name }) => name)];
  expect(await put(drawn())).toMatchObject({ status: 200 });
  expect([marks(), readHalls(db()).map(({ name }) => name)]).toEqual(before);
  expect(told()).toEqual([]);
});

it('a row that a list made longer than one may be is drawn as several, walked as before', () => {
  const bays = Array.from({ length: 450 }, (_, i) => ({
    ...{ mark: `Q${i + 1}`, rowMark: 'Q', walkOrder: i },
  }));
  const rows = rowsOf(bays);
  expect(rows.map((row) => row.length)).toEqual([200, 200, 50]);
  expect(rows.flat()).toEqual(bays.map(({ mark }) => mark));
  expect(rows.map((row) => readRow(rowText(row)).ok)).toEqual([true, true, true]);
});

it('a hall more, in the walking order that is drawn, with a gap that stays one', async () => {
  const loft: Drawn = {
    ...{ id: 'hall-loft', name: 'Wool Loft', kind: 'unheated', setpointCelsius: null, place: null },
    rows: ['W1–W3 _ W5', 'X9–X7'],
  };
  const halls = [...drawn()];
  expect(await put([loft, ...halls])).toMatchObject({ status: 200 });
  expect(readHalls(db())[0]).toMatchObject({ name: 'Wool Loft' });
  expect(marks().slice(0, 7)).toEqual(['W1', 'W2', 'W3', 'W5', 'X9', 'X8', 'X7']);
  expect(drawn()[0]!.rows).toEqual(loft.rows);
  expect(told().at(-1)).toMatchObject({ data: { halls: ['Wool Loft'] } });
  expect(site().temperatures.has('hall-loft')).toBe(true);
});

it('walked in another order alone is told too: halls, and bays of one hall', async () => {
  const [first, second, ...rest] = drawn();
  expect(await put([second!, first!, ...rest])).toMatchObject({ status: 200 });
  const names = [second!, first!, ...rest].map(({ name }) => name);
  expect(told().at(-1)).toMatchObject({ data: { halls: [], bays: [], walked: names } });
  const count = told().length;
  // Its rows the other way round.
  const halls = drawn();
  const many = halls.findIndex(({ rows }) => rows.length > 1);
  halls[many] = { ...halls[many]!, rows: [...halls[many]!.rows].reverse() };
  expect(await put(halls)).toMatchObject({ status: 200 });
  expect(told()).toHaveLength(count + 1);
  expect(told().at(-1)).toMatchObject({ data: { walked: [halls[many]!.name] } });
  // As it is again, nothing is told.
  expect(await put(drawn())).toMatchObject({ status: 200 });
  expect(told()).toHaveLength(count + 1);
});

/** Without a bay. */
const without = (halls: Drawn[], mark: string): Drawn[] =>
  halls.map((hall) => ({
    ...hall,
    rows: hall.rows.flatMap((text) => {
      const read = readRow(text);
      const left = read.ok ? read.row.filter((one) => one !== mark) : [];
      return left.length > 0 ? [rowText(left)] : [];
    }),
  }));

it('a bay in which somebody stands asks where they go; they are moved, and what was there stays on record', async () => {
  const stay = site().stays[0]!;
  const refused = await put(without(drawn(), stay.bay.mark));
  expect(refused).toMatchObject({ status: 409 });
  expect(refused.reason).toContain(`${stay.vehicle.name} in ${stay.bay.mark}`);
  expect(marks()).toContain(stay.bay.mark);
  const moves = [{ from: stay.bay.mark, to: 'W1' }];
  expect(await put(without(drawn(), stay.bay.mark), moves)).toMatchObject({ status: 200 });
  expect(readVehicleStates(db()).get(stay.vehicle.id)).toMatchObject({ bayId: 'bay-W1' });
  expect(marks()).not.toContain(stay.bay.mark);
  expect(site().bayMarks[stay.bay.id]).toBe(stay.bay.mark);
});

it('moved into a bay where somebody stands, nothing is changed', async () => {
  const [one, other] = site().stays.slice(0, 2);
  const moves = [{ from: one!.bay.mark, to: other!.bay.mark }];
  const before = marks();
  expect(await put(without(drawn(), one!.bay.mark), moves)).toMatchObject({ status: 409 });
  expect(marks()).toEqual(before);
});

it('a closed bay that is drawn again is the one it was; a hall’s name is no matter of the drawing', async () => {
  const closed = readClosed(db()).bays[0]!;
  const halls = drawn();
  const [a, b] = [halls[0]!, halls[1]!];
  halls[0] = { ...a, name: 'Another name', kind: 'outdoors', rows: [...a.rows, closed.mark] };
  expect(await put(halls)).toMatchObject({ status: 200 });
  expect(readBays(db()).find(({ mark }) => mark === closed.mark)).toMatchObject({
    ...{ id: closed.id, hallId: a.id },
  });
  expect(
    readHalls(db())
      .map(({ name }) => name)
      .slice(0, 2),
  ).toEqual([a.name, b.name]);
});

it('who was handed back out of a hall that is no more stays in the archive, judged as before', async () => {
  const loft = drawn().find(({ rows }) => rows.some((row) => row.startsWith('W')))!;
  const stay = site().stays.find(({ hall }) => hall.id === loft.id)!;
  const back = newEntry('handed-back', stay.vehicle.id, NOW, { to: 'its owner', signed: true });
  const said = await answer(postEntries(request([back])));
  expect(said.reason ?? '').toBe('');
  const others = site().stays.filter(({ hall }) => hall.id === loft.id);
  expect(others).toEqual([]);
  expect(await put(drawn().filter(({ id }) => id !== loft.id))).toMatchObject({ status: 200 });
  const archived = wasHereData(site(), stay.vehicle.id)!;
  expect(archived.batteries.length).toBeGreaterThan(0);
  expect(archived.troubled).toEqual([]);
});

it('a hall that one drives to: the drive is told, counts in the plan, and is walked in one piece', async () => {
  const [first, second, ...rest] = drawn();
  const far = (hall: Drawn) => ({ ...hall, place: 'Canal Shed' });
  const drive = [{ name: 'Canal Shed', driveMinutes: 25 }];
  expect(await put([first!, far(second!), ...rest])).toMatchObject({
    status: 400,
    reason: expect.stringMatching(/how long is the drive to Canal Shed/) as string,
  });
  const torn = [far(first!), second!, ...rest.map(far)];
  expect(await put(torn, [], drive)).toMatchObject({
    status: 400,
    reason: expect.stringMatching(/walked one after the other/) as string,
  });
  const before = siteSeason(site(), null).season;
  expect(await put([first!, far(second!), ...rest], [], drive)).toMatchObject({ status: 200 });
  expect(told().at(-1)!.data).toMatchObject({
    drives: [`${second!.name} is at Canal Shed`, 'Canal Shed is 25 min there and back'],
  });
  const { season } = siteSeason(site(), null);
  expect(season.places).toEqual([{ id: 'Canal Shed', minutes: 25 }]);
  expect(season.halls.filter(({ place }) => place !== undefined).map(({ id }) => id)).toEqual([
    second!.id,
  ]);
  const round = roundData(site());
  expect(round.halls.find(({ id }) => id === second!.id)!.place).toBe('Canal Shed');
  // No drive any more: the season is the one that it was.
  expect(await put(drawn().map((hall) => ({ ...hall, place: null })))).toMatchObject({
    status: 200,
  });
  expect(siteSeason(site(), null).season).toEqual(before);
});

it('a hall of a name that was closed is that hall again', async () => {
  const { id } = readClosed(db()).halls.find(({ name }) => name === 'Wool Loft')!;
  const again: Drawn = {
    ...{
      id: 'another-id',
      name: 'Wool Loft',
      kind: 'unheated',
      setpointCelsius: null,
      place: null,
    },
    rows: ['W1–W2'],
  };
  expect(await put([...drawn(), again])).toMatchObject({ status: 200 });
  expect(readHalls(db()).find(({ name }) => name === 'Wool Loft')).toMatchObject({ id });
});

it('a hall that is taken out and drawn again at once is the one it was, and none goes by another’s name', async () => {
  const loft = drawn().find(({ name }) => name === 'Wool Loft')!;
  const others = drawn().filter(({ id }) => id !== loft.id);
  expect(await put([...others, { ...loft, id: 'new-again' }])).toMatchObject({ status: 200 });
  expect(readHalls(db()).map(({ id }) => id)).toContain(loft.id);
  expect(await put(others)).toMatchObject({ status: 200 });
  // Closed now: a hall that is here does not become it by its name.
  const [first, ...rest] = others;
  expect(await put([{ ...first!, name: 'Wool Loft' }, ...rest])).toMatchObject({ status: 200 });
  expect(readHalls(db()).map(({ id }) => id)).toEqual(others.map(({ id }) => id));
});

it('a hall in which a charger hangs is not closed before that has another place', async () => {
  const halls = drawn();
  const { chargers } = site().stock;
  const gone = halls.find(({ id }) => chargers.some(({ hallId }) => hallId === id))!;
  const free = halls.find(({ id }) => id !== gone.id)!;
  const moves = site()
    .stays.filter(({ hall }) => hall.id === gone.id)
    .map(({ bay }, i) => ({ from: bay.mark, to: `Z${i + 1}` }));
  const widened = halls
    .filter(({ id }) => id !== gone.id)
    .map((hall) => (hall.id === free.id ? { ...hall, rows: [...hall.rows, 'Z1–Z60'] } : hall));
  const refused = await put(widened, moves);
  expect(refused).toMatchObject({ status: 409 });
  expect(refused.reason).toContain('say in the stock where it is now');
});

it('one bay in two halls, or two halls of one name, is refused with the field', async () => {
  const [a, b, ...rest] = drawn();
  const twice = await put([a!, { ...b!, rows: [...b!.rows, a!.rows[0]!] }, ...rest]);
  expect(twice).toMatchObject({ status: 400 });
  expect(twice.reason).toContain(`is in ${a!.name} too`);
  expect(await put([a!, { ...b!, name: a!.name }, ...rest])).toMatchObject({ status: 400 });
});
