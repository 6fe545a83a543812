import { v7 as uuidv7 } from 'uuid';
import { dayName } from '../../core/day';
import { makeEntry } from '../../core/logbook/entry';
import type { EntryData, EntryKind } from '../../core/logbook/kinds';
import { DISCONNECT } from '../../core/procedures/power';
import { stepsFor } from '../../core/procedures/procedure';
import { readOwners } from '../../store/site';
import { readBatterySheet, readSiteSheet, readVehicleSheet } from '../../store/sheets';
import { readBatteryStates, readVehicleStates, rebuildStates } from '../../store/states';
import { recorder } from '../logbook/recorder';
import { handlePostEntry } from '../logbook/post-entry';
import { NOW, answer, demoSite, request, site } from '../server/demo-server.fixture';
import { db } from '../server/store';
import { loadBattery } from '../site/load';
import { vehicleData } from '../vehicle/load';
import { putOwnerOf } from '../vehicle/owner-routes';

demoSite();

const post = <K extends EntryKind>(
  kind: K,
  subjectId: string,
  data: EntryData<K>,
  more: { strikes?: string; at?: number; id?: string } = {},
) => {
  const about = { id: uuidv7(), at: NOW, by: recorder(), subjectId, ...more };
  const entry = makeEntry(kind, about, data);
  return answer(handlePostEntry(request(entry))).then((said) => ({ ...said, id: entry.id }));
};
const strike = (subjectKind: 'battery' | 'vehicle' | 'hall', subjectId: string, strikes: string) =>
  answer(
    handlePostEntry(
      request(
        makeEntry(
          'withdrawn',
          { id: uuidv7(), at: NOW, by: recorder(), subjectId, subjectKind, strikes },
          { why: 'it was right' },
        ),
      ),
    ),
  );
const why = 'read off the case';
const BATTERY = 'battery-027';
const sheet = () => readBatterySheet(db(), BATTERY)!;

describe('a fact that is corrected', () => {
  it('holds from then on in every judgement, and what was said before stays as it was said', async () => {
    const read = await post('reading', BATTERY, {
      ...{ volts: 12.47, celsius: null, restedHours: 48, confirmed: true },
    });
    const vehicleId = readBatteryStates(db(), BATTERY).get(BATTERY)!.vehicleId!;
    const given = () => vehicleData(site(), vehicleId)!.verdicts[read.id];
    const [said, before] = [given(), loadBattery(db(), NOW, BATTERY)!.outlook!];
    const { capacityAh } = sheet();
    const corrected = { was: { capacityAh }, now: { capacityAh: capacityAh * 2 }, why };
    expect(await post('battery-corrected', BATTERY, corrected)).toMatchObject({ status: 200 });
    const after = loadBattery(db(), NOW, BATTERY)!.outlook!;
    expect(after.loss.usableAh.value).toBeGreaterThan(1.5 * before.loss.usableAh.value);
    expect(given()).toEqual(said);
  });

  it('is refused where it was another one meanwhile, and nothing is overwritten', async () => {
    const { capacityAh } = sheet();
    const stale = { was: { capacityAh: capacityAh + 1 }, now: { capacityAh: 50 }, why };
    const said = await post('battery-corrected', BATTERY, stale);
    expect(said).toMatchObject({ status: 409 });
    expect(JSON.stringify(said)).toContain(`is ${capacityAh} Ah meanwhile`);
    expect(sheet().capacityAh).toBe(capacityAh);
  });

  it('comes back as it was where the correction is struck, unless it was corrected again', async () => {
    const { place, tools } = sheet();
    const first = await post('battery-corrected', BATTERY, {
      ...{ was: { place, tools }, now: { place: 'in the boot', tools: '13 mm' }, why },
    });
    expect(sheet()).toMatchObject({ place: 'in the boot', tools: '13 mm' });
    const second = await post('battery-corrected', BATTERY, {
      ...{ was: { tools: '13 mm' }, now: { tools: '11 mm' }, why },
    });
    expect(await strike('battery', BATTERY, first.id)).toMatchObject({ status: 409 });
    expect(await strike('battery', BATTERY, second.id)).toMatchObject({ status: 200 });
    expect(await strike('battery', BATTERY, first.id)).toMatchObject({ status: 200 });
    expect(sheet()).toMatchObject({ place, tools });
  });

  it('may not be what no such thing is, nor the name of another', async () => {
    const { capacityAh, mark } = sheet();
    const absurd = { was: { capacityAh }, now: { capacityAh: 99_999 }, why };
    expect(await post('battery-corrected', BATTERY, absurd)).toMatchObject({ status: 400 });
    const taken = {
      was: { mark },
      now: { mark: readBatterySheet(db(), 'battery-001')!.mark },
      why,
    };
    expect(await post('battery-corrected', BATTERY, taken)).toMatchObject({ status: 409 });
    const { seasonStart, seasonEnd } = readSiteSheet(db())!;
    const turned = {
      ...{
        was: { seasonStart, seasonEnd },
        now: { seasonStart: seasonEnd, seasonEnd: seasonStart },
        why,
      },
    };
    expect(await post('site-corrected', 'site', turned)).toMatchObject({ status: 409 });
    expect(sheet()).toMatchObject({ capacityAh, mark });
    expect(readSiteSheet(db())).toMatchObject({ seasonStart, seasonEnd });
  });

  it('a hall that is another one since a day was what it was until then; struck, it is as before', async () => {
    const hall = site().halls.find(({ kind }) => kind === 'unheated')!;
    const daysOf = () => {
      const { mean, firstDay } = site().temperatures.get(hall.id)!;
      const at = site().today - firstDay;
      // Of the days before, those on which a thermometer was read.
      return { past: [...mean.slice(at - 60, at - 20)], ahead: [...mean.slice(at + 60)] };
    };
    const before = daysOf();
    const since = dayName(site().today - 10);
    const heated = {
      was: { kind: 'unheated', setpointCelsius: null },
      now: { kind: 'heated' as const, setpointCelsius: 15 },
      why: 'the stove came',
    };
    const late = { ...heated, since: dayName(site().today + 1) };
    expect(await post('hall-corrected', hall.id, late)).toMatchObject({ status: 409 });
    const { id, status } = await post('hall-corrected', hall.id, { ...heated, since });
    expect(status).toBe(200);
    const after = daysOf();
    expect(after.past).toEqual(before.past);
    expect(Math.min(...after.ahead)).toBeGreaterThan(14);
    expect(Math.min(...before.ahead)).toBeLessThan(10);
    expect(await strike('hall', hall.id, id)).toMatchObject({ status: 200 });
    expect(daysOf()).toEqual(before);
    // It always was so: then it was so too.
    const always = await post('hall-corrected', hall.id, heated);
    expect(Math.min(...daysOf().ahead)).toBeGreaterThan(14);
    expect(await strike('hall', hall.id, always.id)).toMatchObject({ status: 200 });
  });

  it('that an older version wrote, and that no such thing is, is put right', async () => {
    const { seasonEnd } = readSiteSheet(db())!;
    db().exec("UPDATE site SET season_end = '9999-04-30'");
    const right = { was: { seasonEnd: '9999-04-30' }, now: { seasonEnd }, why: 'the calendar' };
    expect(await post('site-corrected', 'site', right)).toMatchObject({ status: 200 });
    expect(readSiteSheet(db())!.seasonEnd).toBe(seasonEnd);
  });

  it('takes nothing else down, though its levels were noted of six cells and it has three', async () => {
    const { nominalVolts } = sheet();
    const cells = Array.from({ length: 6 }, () => 'mark' as const);
    await post('levels', BATTERY, { cells, toppedUp: false });
    const six = { was: { nominalVolts }, now: { nominalVolts: 6 }, why };
    const { id, status } = await post('battery-corrected', BATTERY, six);
    expect(status).toBe(200);
    expect(site().stays.every(({ troubled }) => troubled.length === 0)).toBe(true);
    expect(await strike('battery', BATTERY, id)).toMatchObject({ status: 200 });
  });

  it('changes the steps of those who work at it', async () => {
    const { vehicleId } = readBatteryStates(db(), BATTERY).get(BATTERY)!;
    const before = readVehicleSheet(db(), vehicleId!)!;
    const now = { earth: 'positive', looked: false } as const;
    const was = { earth: before.earth, looked: before.looked };
    const { id } = await post('vehicle-corrected', vehicleId!, { was, now, why });
    const steps = () => {
      const { context } = loadBattery(db(), NOW, BATTERY)!;
      return stepsFor(DISCONNECT, context).map(({ id: step }) => step);
    };
    expect(steps()).toContain('look-first');
    await strike('vehicle', vehicleId!, id);
    expect(steps()).not.toContain('look-first');
  });
});

describe('batteries that were taken for each other', () => {
  const [A, B] = ['battery-027', 'battery-028'] as const;
  const state = (id: string) => readBatteryStates(db(), id).get(id)!;
  const volts = (id: string) => state(id).readings.map((one) => one.volts);

  it('have each other’s readings since then, sit in each other’s place, and all goes back when it is struck', async () => {
    const before = { a: state(A), b: state(B) };
    const since = NOW + 1000;
    const reading = { volts: 12.41, celsius: null, restedHours: 48, confirmed: true };
    await post('reading', A, reading, { at: NOW + 2000 });
    const mixed = await post('mixed-up', A, {
      ...{ with: B, mark: 'B', since: new Date(since).toISOString(), why: 'numbers on the cases' },
    });
    expect(mixed.status).toBe(200);
    expect(volts(B).at(-1)).toBe(12.41);
    expect(volts(A)).toEqual(before.a.readings.map((one) => one.volts));
    expect(state(A)).toMatchObject({ vehicleId: before.b.vehicleId, place: before.b.place });
    expect(state(B)).toMatchObject({ vehicleId: before.a.vehicleId, place: before.a.place });
    const kept = { a: state(A), b: state(B) };
    rebuildStates(db());
    expect({ a: state(A), b: state(B) }).toEqual(kept);
    expect(await strike('battery', A, mixed.id)).toMatchObject({ status: 200 });
    expect(volts(A).at(-1)).toBe(12.41);
    expect({ ...state(B) }).toEqual(before.b);
  });
});

describe('whose a vehicle is', () => {
  const put = (vehicleId: string, body: object) => answer(putOwnerOf(request(body), vehicleId));
  const { vehicle } = { vehicle: () => site().stays.find(({ state }) => state.terms.ownerId)! };

  it('is put right without a word of it in the logbook, and another owner is another one', async () => {
    const {
      vehicle: { id },
      state: { terms },
    } = vehicle();
    const { ownerId, ...agreed } = terms;
    const name = () => readOwners(db()).find((one) => one.id === ownerId)!.name;
    const owner = { name: 'Written Right', contact: 'by the mill race' };
    expect(await put(id, { owner, samePerson: true, terms: agreed, why })).toMatchObject({
      status: 200,
    });
    expect(name()).toBe('Written Right');
    const entries = vehicleData(site(), id)!.entries;
    expect(entries.at(-1)).toMatchObject({ kind: 'owner-corrected' });
    expect(JSON.stringify(entries)).not.toContain('mill race');
    const other = {
      owner: { name: 'Somebody Else', contact: '' },
      samePerson: false,
      terms: agreed,
      why: '',
    };
    expect(await put(id, other)).toMatchObject({ status: 200 });
    expect(name()).toBe('Written Right');
    expect(readVehicleStates(db(), id).get(id)!.terms.ownerId).not.toBe(ownerId);
    const clash = { ...other, owner, samePerson: true };
    expect(await put(id, clash)).toMatchObject({ status: 409 });
  });
});
