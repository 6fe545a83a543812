import { v4 as uuid } from 'uuid';
import { usualDetails } from '../../core/battery/usual-details';
import { parseDay } from '../../core/day';
import { jobsToday } from '../../core/plan/due';
import { readAllEntries } from '../../store/entries';
import { NOW, answer, request, site, demoSite } from '../server/demo-server.fixture';
import { newEntry } from '../logbook/new-entry';
import { postEntries, handlePostEntry } from '../logbook/post-entry';
import { printData } from '../print/load';
import { roundData } from '../round/load';
import { previewRules } from '../rules/preview';
import { db } from '../server/store';
import { yardData } from '../yard/load';
import { vehicleData } from './load';
import { postBattery } from './post-battery';

demoSite();

const stayIn = (mark: string) => site().stays.find((one) => one.bay.mark === mark)!;
const voltsOf = (mark: string, batteryId: string) =>
  stayIn(mark)
    .batteries.find((one) => one.battery.id === batteryId)!
    .standing.state.readings.map(({ volts }) => volts);
const newBattery = (more: object = {}) => ({
  id: uuid(),
  role: 'leisure',
  place: 'in the garage, left',
  chemistry: 'agm',
  nominalVolts: 12,
  capacityAh: 100,
  fittedYear: 2027,
  details: usualDetails('agm'),
  ...more,
});

describe('readings follow the battery, not its place', () => {
  it('when two batteries of one stay are exchanged', async () => {
    const before = stayIn('Y12');
    const [, left, right] = before.batteries;
    const was = [left!, right!].map((one) => voltsOf('Y12', one.battery.id));
    expect(was[0]).not.toEqual(was[1]);
    const to = (one: typeof left, other: typeof left) =>
      newEntry('fitted', one!.battery.id, NOW, {
        vehicleId: before.vehicle.id,
        role: other!.standing.state.role,
        place: other!.standing.state.place,
      });
    const entries = [to(left, right), to(right, left)];
    expect((await answer(postEntries(request(entries)))).status).toBe(200);
    const after = stayIn('Y12');
    const place = (id: string) =>
      after.batteries.find((one) => one.battery.id === id)!.standing.state.place;
    expect(place(left!.battery.id)).toBe(right!.standing.state.place);
    expect(place(right!.battery.id)).toBe(left!.standing.state.place);
    expect([left!, right!].map((one) => voltsOf('Y12', one.battery.id))).toEqual(was);
    // A new reading goes to the battery that was measured.
    const volts = { volts: 12.83, celsius: null, restedHours: 48, confirmed: true };
    await handlePostEntry(request(newEntry('reading', left!.battery.id, NOW, volts)));
    expect(voltsOf('Y12', left!.battery.id)).toEqual([...was[0]!, 12.83]);
    expect(voltsOf('Y12', right!.battery.id)).toEqual(was[1]);
  });

  it('when a battery is replaced: the new one begins empty, the old one keeps its record', async () => {
    const stay = stayIn('Y18');
    const old = stay.batteries[0]!;
    const body = {
      vehicleId: stay.vehicle.id,
      replaces: old.battery.id,
      onBench: false,
      battery: newBattery({ role: 'starter', chemistry: 'flooded', capacityAh: 85 }),
    };
    // Nothing is bought without its owner’s word, and not the first that comes along.
    const lesser = { ...body, battery: { ...body.battery, capacityAh: 60 } };
    const refused = await answer(postBattery(request(lesser)));
    expect(refused.status).toBe(409);
    expect(refused.reason).toMatch(/Ask its owner first.*60 Ah in the place of 85 Ah.*why/);
    const ask = { answerBy: '2027-01-18', price: 150 };
    await handlePostEntry(request(newEntry('owner-asked', old.battery.id, NOW, ask)));
    const waits = await answer(postBattery(request(body)));
    expect(waits.reason).toMatch(/an answer is wanted by Mon 18 Jan/);
    const yes = { yes: true, said: '' };
    await handlePostEntry(request(newEntry('owner-answered', old.battery.id, NOW + 1, yes)));
    expect((await answer(postBattery(request({ ...body, charged: true })))).status).toBe(200);
    // Sent twice, it is there once.
    expect((await answer(postBattery(request(body)))).status).toBe(200);
    const after = stayIn('Y18');
    expect(after.batteries.map((one) => one.battery.id)).toEqual([body.battery.id]);
    expect(voltsOf('Y18', body.battery.id)).toEqual([]);
    expect(after.batteries[0]!.standing.state.plan).toBe(old.standing.state.plan);
    const page = vehicleData(site(), stay.vehicle.id)!;
    expect(page.gone.map(({ id }) => id)).toEqual([old.battery.id]);
    expect(page.gone[0]!.state.readings).toEqual(old.standing.state.readings);
    expect(page.batteryEntries[old.battery.id]!.length).toBeGreaterThan(
      old.standing.state.readings.length,
    );
    // Charged before it went in, it is full, and what became of the old one stands in its record.
    expect(after.batteries[0]!.standing.state.lastFullAt).toBe(NOW);
    const taken = page.batteryEntries[old.battery.id]!.find(({ kind }) => kind === 'taken-out');
    expect(taken!.data).toMatchObject({ to: 'gone', why: 'replaced; recycled, by local rules' });
    // The condemned one is gone, and nobody is sent to it any more.
    expect(jobsToday(after.batteries[0]!.standing, null).map(({ kind }) => kind)).not.toContain(
      'replace',
    );
  });

  it('when a swap pair changes places', async () => {
    const stay = stayIn('C1');
    const on = stay.batteries[0]!;
    const spare = newBattery({ role: 'starter', chemistry: 'flooded', capacityAh: 55 });
    const added = await answer(
      postBattery(
        request({ vehicleId: stay.vehicle.id, replaces: null, onBench: true, battery: spare }),
      ),
    );
    expect(added.status).toBe(200);
    const pair = stayIn('C1').batteries;
    expect(pair.map((one) => one.standing.state.out !== null)).toEqual([false, true]);
    const { role, place } = on.standing.state;
    const volts = { volts: 12.71, celsius: null, restedHours: 48, confirmed: true };
    const swap = [
      newEntry('reading', spare.id, NOW, volts),
      newEntry('taken-out', on.battery.id, NOW, { to: 'bench', hallId: null, why: 'swap' }),
      newEntry('fitted', spare.id, NOW, { vehicleId: stay.vehicle.id, role, place }),
      newEntry('negative', spare.id, NOW, { on: true }),
    ];
    expect((await answer(postEntries(request(swap)))).status).toBe(200);
    const after = stayIn('C1').batteries;
    const state = (id: string) => after.find((one) => one.battery.id === id)!.standing.state;
    expect(state(on.battery.id).out).not.toBeNull();
    expect(state(on.battery.id).negativeOn).toBe(false);
    expect(state(spare.id)).toMatchObject({ out: null, negativeOn: true, place });
    expect(state(spare.id).readings).toHaveLength(1);
    expect(state(on.battery.id).readings).toEqual(on.standing.state.readings);
  });

  it('a battery for a vehicle that is not here, or in place of one that is not on it, is refused', async () => {
    const body = { vehicleId: 'nobody', replaces: null, onBench: true, battery: newBattery() };
    expect((await answer(postBattery(request(body)))).status).toBe(404);
    const here = { ...body, vehicleId: stayIn('C4').vehicle.id, replaces: 'battery-001' };
    expect((await answer(postBattery(request(here)))).status).toBe(409);
    const wrong = await answer(
      postBattery(request({ ...here, battery: newBattery({ capacityAh: 0 }) })),
    );
    expect(wrong).toMatchObject({ status: 400, field: 'battery.capacityAh' });
    const block = { ...body, vehicleId: stayIn('C17').vehicle.id, replaces: null, onBench: false };
    const uneven = newBattery({ role: 'string', capacityAh: 150, nominalVolts: 8 });
    expect((await answer(postBattery(request({ ...block, battery: uneven })))).reason).toMatch(
      /150 Ah in a string of 170 Ah/,
    );
  });
});

describe('entries that belong together', () => {
  it('are all recorded, or none', async () => {
    const before = readAllEntries(db()).length;
    const note = newEntry('note', 'battery-010', NOW, { text: 'one' });
    const conflict = { ...note, data: { text: 'other' } };
    expect((await answer(postEntries(request([note, conflict])))).status).toBe(409);
    const nobody = newEntry('note', 'battery-999', NOW, { text: 'two' });
    expect((await answer(postEntries(request([note, nobody])))).status).toBe(404);
    expect((await answer(postEntries(request([])))).status).toBe(400);
    expect(readAllEntries(db())).toHaveLength(before);
  });

  it('cannot give a battery more levels than it has cells', async () => {
    const six = Array<'mark'>(6).fill('mark');
    const wickOld = stayIn('C16').batteries[0]!.battery;
    expect(wickOld.cells).toBe(3);
    const levels = newEntry('levels', wickOld.id, NOW, { cells: six, toppedUp: true });
    expect((await answer(handlePostEntry(request(levels)))).reason).toMatch(/6 levels .* 3 cells/);
    const seen = newEntry('inspected', wickOld.id, NOW, { answers: {}, levels: six, note: '' });
    expect((await answer(handlePostEntry(request(seen)))).reason).toMatch(/6 levels .* 3 cells/);
  });
});

it('a battery on the bench is a stop of its own, where the bench is', () => {
  const { stops } = roundData(site());
  const bench = stops.findIndex((stop) => stop.vehicle.bayMark === 'bench');
  // The one that was swapped above, in its own hall; then the next hall begins.
  expect(stops[bench]!.vehicle).toMatchObject({ name: 'Calder 1500', hallId: 'carding-hall' });
  expect(stops[bench + 1]!.vehicle.hallId).toBe('dye-house');
  const [kept] = stayIn('Y17').batteries;
  expect(kept!.standing.hallName).toBe('Carding Hall');
});

describe('moving a vehicle', () => {
  it('to a free bay is done; to a taken one it is refused with the name', async () => {
    const { vehicle } = stayIn('C3');
    const move = (bayId: string) =>
      answer(handlePostEntry(request(newEntry('moved', vehicle.id, NOW, { bayId }))));
    expect(await move('bay-C4')).toMatchObject({
      status: 409,
      reason: expect.stringMatching(/C4 is taken by Hallam 6/) as string,
    });
    expect((await move('bay-Z1')).reason).toMatch(/no bay/);
    expect((await move('bay-C21')).status).toBe(200);
    // Somebody takes the place that was left: the move cannot be struck any more.
    const other = stayIn('C5').vehicle.id;
    await handlePostEntry(request(newEntry('moved', other, NOW, { bayId: 'bay-C3' })));
    const moved = readAllEntries(db()).find(
      (entry) => entry.kind === 'moved' && entry.subjectId === vehicle.id,
    )!;
    const strike = newEntry('withdrawn', vehicle.id, NOW, { why: '' }, moved.id, 'vehicle');
    expect(await answer(handlePostEntry(request(strike)))).toMatchObject({
      status: 409,
      reason: expect.stringMatching(/C3 is taken by Osier 42/) as string,
    });
    const yard = yardData(site());
    const bays = yard.halls.flatMap((hall) => hall.bays);
    expect(bays.find((bay) => bay.mark === 'C3')!.stay!.vehicleId).toBe(other);
    expect(bays.find((bay) => bay.mark === 'C21')!.stay!.vehicleId).toBe(vehicle.id);
  });
});

describe('an outing', () => {
  it('is no charge, and asks for a reading', async () => {
    const stay = stayIn('C15');
    const was = stay.batteries[0]!;
    const outing = newEntry('outing', stay.vehicle.id, NOW - 6 * 3_600_000, { minutes: 40 });
    expect((await answer(handlePostEntry(request(outing)))).status).toBe(200);
    const now = stayIn('C15').batteries[0]!;
    expect(now.standing.state.lastFullAt).toBe(was.standing.state.lastFullAt);
    expect(now.standing.state.charges).toEqual(was.standing.state.charges);
    expect(now.outlook!.nextReadingDay).toBeLessThanOrEqual(parseDay('2027-01-15')!);
  });
});

describe('a verdict that was given', () => {
  it('stays with its reading, under the version of the rules that held', async () => {
    const batteryId = stayIn('C18').batteries[0]!.battery.id;
    const verdicts = () => vehicleData(site(), stayIn('C18').vehicle.id)!.verdicts;
    const volts = { volts: 12.55, celsius: null, restedHours: 48, confirmed: true };
    const first = newEntry('reading', batteryId, NOW, volts);
    await handlePostEntry(request(first));
    expect(verdicts()[first.id]).toMatchObject({ ruleVersion: 1 });
    const change = newEntry('rules-changed', 'house', NOW, { patch: { lineSocPct: { efb: 94 } } });
    expect((await answer(handlePostEntry(request(change)))).status).toBe(200);
    const second = newEntry('reading', batteryId, NOW, volts);
    await handlePostEntry(request(second));
    expect(verdicts()[second.id]).toMatchObject({ ruleVersion: 2, kind: 'recharge-now' });
    expect(verdicts()[first.id]).toMatchObject({ ruleVersion: 1 });
    expect(verdicts()[first.id]!.headline).not.toBe(verdicts()[second.id]!.headline);
  });
});

describe('a rule that is weighed', () => {
  const weigh = (patch: object) => answer(previewRules(request({ patch })));

  it('says what it would do, and changes nothing', async () => {
    const before = readAllEntries(db()).length;
    const tighter = await weigh({ readingDays: 7 });
    expect(tighter).toMatchObject({ status: 200, later: 0 });
    const { earlier, minutes } = tighter as unknown as { earlier: number; minutes: number };
    expect(earlier).toBeGreaterThan(5);
    expect(minutes).toBeGreaterThan(60);
    const looser = (await weigh({ readingDays: 60 })) as unknown as { minutes: number };
    expect(looser.minutes).toBeLessThan(0);
    expect(readAllEntries(db())).toHaveLength(before);
  });

  it('and the same rules again do nothing', async () => {
    const { rules } = site();
    expect(await weigh({ readingDays: rules.readingDays })).toMatchObject({
      earlier: 0,
      later: 0,
      minutes: 0,
    });
  });

  it('is refused where it cannot be', async () => {
    expect((await weigh({ restHours: -1 })).status).toBe(400);
    expect((await weigh({ nonsense: 1 })).status).toBe(400);
  });
});

describe('what is printed', () => {
  it('names the vehicle, its batteries and where the code leads', () => {
    const { vehicle } = stayIn('C2');
    const data = printData(site(), vehicle.id, 'http://127.0.0.1:4870')!;
    expect(data).toMatchObject({
      vehicle: 'Fennick pickup',
      bay: 'C2',
      pluggedIn: true,
      address: `http://127.0.0.1:4870/vehicle/${vehicle.id}`,
    });
    expect(data.batteries[0]!.chemistry).toBe('Enhanced flooded');
    expect(printData(site(), stayIn('C4').vehicle.id, '')!.pluggedIn).toBe(false);
    expect(printData(site(), stayIn('C16').vehicle.id, '')!.positiveEarth).toBe(true);
    expect(printData(site(), 'nobody', '')).toBeNull();
  });
});
