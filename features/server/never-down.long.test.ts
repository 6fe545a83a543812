import { insertEntry } from '../../store/entries';
import { makeEntry, type NewEntry } from '../../core/logbook/entry';
import type { EntryData, EntryKind } from '../../core/logbook/kinds';
import { v7 as uuidv7 } from 'uuid';
import { rebuildStates, readVehicleStates } from '../../store/states';
import { recordEntry } from '../../store/record';
import { postEntries, handlePostEntry } from '../logbook/post-entry';
import { blockedFromCharge } from '../../core/gate/gate';
import { writeAir } from '../../store/stock';
import { newEntry } from '../logbook/new-entry';
import { seasonPlan } from '../season/keeper';
import { judgeable } from '../site/trouble';
import { loadBattery, loadSite } from '../site/load';
import { yardData } from '../yard/load';
import { NOW, answer, demoSite, request, site } from './demo-server.fixture';
import { QUESTIONS, answer as told, type QuestionName } from './questions';
import { db } from './store';

demoSite('some');

/** Every page of the site, as it stands; answers the names of those that fail. */
async function failing(battery: string, vehicle: string): Promise<string[]> {
  const abouts: Partial<Record<QuestionName, unknown>> = {
    vehicle,
    charge: battery,
    bench: battery,
    print: { id: vehicle, base: 'http://127.0.0.1' },
    yardSeason: 0,
  };
  const failed: string[] = [];
  for (const name of Object.keys(QUESTIONS) as QuestionName[]) {
    // Weighed in the soak: it takes long.
    if (name === 'keepTightened' || name === 'ruleEffect') continue;
    try {
      await told({ name, about: abouts[name] ?? null, at: NOW });
    } catch (error) {
      failed.push(`${name}: ${(error as Error).message}`);
    }
  }
  return failed;
}

const post = (entry: NewEntry) => answer(handlePostEntry(request(entry)));
const take = async (entry: NewEntry) => expect(await post(entry)).toMatchObject({ status: 200 });
/** Puts an entry on record that today's checks would not take, as an older version did. */
function putOnRecord<K extends EntryKind>(
  kind: K,
  subjectId: string,
  at: string,
  data: EntryData<K>,
): NewEntry {
  const entry = {
    ...makeEntry(kind, { id: uuidv7(), subjectId, at: NOW, by: 'attendant' }, data),
    at,
  } as NewEntry;
  insertEntry(db(), entry, new Date(NOW).toISOString());
  rebuildStates(db());
  return entry;
}
const vehicleOf = (battery: string) =>
  site().stays.find(({ batteries }) => batteries.some((one) => one.battery.id === battery))!;

describe('one very empty battery', () => {
  /** The smallest or largest battery that nothing feeds, with its negative on. */
  const unfed = (by: (a: number, b: number) => number) =>
    site()
      .stays.flatMap(({ batteries }) => batteries)
      .filter(
        ({ standing: { state }, battery }) =>
          state.negativeOn &&
          state.maintainerSince === null &&
          state.chargeSince === null &&
          battery.chemistry !== 'lfp' &&
          (state.lastFullAt ?? Infinity) < NOW - 21 * 86_400_000,
      )
      .sort((a, b) => by(a.battery.capacityAh, b.battery.capacityAh))[0]!.battery.id;

  it.each([
    ['a small one that its vehicle drew dry', (a: number, b: number) => a - b, 2000],
    ['a large one with lamps on', (a: number, b: number) => b - a, 20_000],
  ])('%s: it is planned like the others, and every page answers', async (_, by, milliamps) => {
    const battery = unfed(by);
    const { vehicle } = vehicleOf(battery);
    await take(newEntry('draw', battery, NOW - 20 * 86_400_000, { milliamps, changed: true }));
    expect(loadBattery(db(), NOW, battery)!.outlook!.soc.value).toBeLessThan(-300);
    expect(await failing(battery, vehicle.id)).toEqual([]);
    const { kept, leftOut } = await seasonPlan(site());
    expect(leftOut).toEqual([]);
    expect(kept!.season.batteries.find(({ id }) => id === battery)!.socPct).toBe(-300);
  });

  it('a pin on a channel that the charger lacks is a wish that is not heard', async () => {
    const { id } = site().stock.chargers.find(
      ({ channels, working }) => channels === 1 && working,
    )!;
    const data = { date: '2027-01-18', jobs: ['connect' as const], chargerId: id, channel: 9 };
    await take(newEntry('pinned', 'battery-033', NOW, data));
    expect(await failing('battery-033', vehicleOf('battery-033').vehicle.id)).toEqual([]);
    expect((await seasonPlan(site())).kept).not.toBeNull();
  });
});

describe('a battery that cannot be judged', () => {
  it('is named in its place with the reason, and all the others go on', () => {
    const loaded = site();
    const bad = loaded.stays[2]!;
    const broken = {
      ...bad.batteries[0]!,
      get outlook(): never {
        throw new Error('its reading has no date');
      },
    };
    const logged = jest.spyOn(console, 'error').mockImplementation(() => undefined);
    const sound = judgeable({
      ...loaded,
      stays: loaded.stays.map((stay) => (stay === bad ? { ...stay, batteries: [broken] } : stay)),
    });
    logged.mockRestore();
    expect(sound.stays[2]!.batteries).toEqual([]);
    expect(sound.stays[2]!.troubled).toMatchObject([
      { why: expect.stringMatching(/makes no sense \(its reading has no date\)/) as string },
    ]);
    expect(sound.stays.flatMap(({ troubled }) => troubled)).toHaveLength(1);
    const shown = yardData(sound).halls.flatMap(({ bays }) =>
      bays.flatMap(({ stay }) => stay ?? []),
    );
    expect(shown.filter(({ troubled }) => troubled.length > 0)).toHaveLength(1);
    expect(shown).toHaveLength(loaded.stays.length);
  });
});

describe('dates that cannot be', () => {
  it.each(['0000-06-01', '0050-01-01', '0099-12-31', '1999-12-31', '2100-01-01', '9999-01-01'])(
    'an entry of %s is asked about and not taken',
    async (day) => {
      const entry = {
        ...newEntry('note', 'battery-001', NOW, { text: 'x' }),
        at: `${day}T09:00:00.000Z`,
      };
      const { status, reason } = await post(entry);
      expect(status).toBe(400);
      expect(reason).toMatch(/at: is the year \d{4} right\?/);
    },
  );

  it('one that an older version took is not counted, stands in the logbook, and breaks no page', async () => {
    const before = loadBattery(db(), NOW, 'battery-002')!.standing.state;
    const strange = putOnRecord('charge-started', 'battery-002', '0050-01-01T09:00:00.000Z', {
      charger: 'x',
    });
    const { vehicle } = vehicleOf('battery-002');
    expect(loadBattery(db(), NOW, 'battery-002')!.standing.state).toEqual(before);
    expect(await failing('battery-002', vehicle.id)).toEqual([]);
    const page = (await told({ name: 'vehicle', about: vehicle.id, at: NOW })) as {
      batteryEntries: Record<string, { id: string }[]>;
    };
    expect(page.batteryEntries['battery-002']!.map(({ id }) => id)).toContain(strange.id);
    await take(newEntry('withdrawn', 'battery-002', NOW, { why: '' }, strange.id, 'battery'));
    expect(await failing('battery-002', vehicle.id)).toEqual([]);
  });

  it('a charge begun in 2090, and collections of 2095, are planned as if they were near', async () => {
    putOnRecord('charge-started', 'battery-027', '2090-01-01T09:00:00.000Z', { charger: 'x' });
    const { vehicle } = vehicleOf('battery-027');
    putOnRecord('collection', vehicle.id, new Date(NOW).toISOString(), { on: '2095-01-01' });
    expect(await failing('battery-027', vehicle.id)).toEqual([]);
    const { kept } = await seasonPlan(site());
    expect(kept!.season.end < '2031-01-01').toBe(true);
  });

  it.each(['2227-01-01', '2727-01-01', '9999-01-01', '2032-01-01'])(
    'a collection on %s is asked about',
    async (on) => {
      const { status, reason } = await post(newEntry('collection', 'vehicle-31', NOW, { on }));
      expect([400, 409]).toContain(status);
      expect(reason).toMatch(/^(data\.)?on: is .* right\?/);
    },
  );

  it('an entry of a week and more to come is one of a wrong clock', async () => {
    const entry = newEntry('lamp', 'battery-001', NOW + 8 * 86_400_000, { state: 'holding' });
    expect(await post(entry)).toMatchObject({
      status: 409,
      reason: expect.stringMatching(/clock/) as string,
    });
  });

  it.each([
    ['1026-10-15', '2027-04-30'],
    ['2026-10-15', '2207-04-30'],
    ['2026-10-15', '9999-04-30'],
  ])('a season from %s to %s on record is cut to what lies around today', async (start, end) => {
    db().prepare('UPDATE site SET season_start = ?, season_end = ?').run(start, end);
    const loaded = site();
    const { mean } = loaded.temperatures.get(loaded.halls[0]!.id)!;
    expect(mean.length).toBeLessThan(3000);
    expect(await failing('battery-001', vehicleOf('battery-001').vehicle.id)).toEqual([]);
    db().prepare("UPDATE site SET season_start = '2026-10-21', season_end = '2027-04-20'").run();
  });
});

describe('entries that belong together are checked beside each other', () => {
  const batch = (entries: NewEntry[]) => answer(postEntries(request(entries)));
  const free = () => {
    const taken = new Set(site().stays.map(({ bay }) => bay.id));
    return site().bays.find(({ id }) => !taken.has(id))!;
  };

  it('two vehicles into one bay: none of it', async () => {
    const bayId = free().id;
    const both = ['vehicle-31', 'vehicle-25'].map((id) => newEntry('moved', id, NOW, { bayId }));
    expect(await batch(both)).toMatchObject({
      status: 409,
      reason: expect.stringMatching(/^Bay .* is taken by .*: choose another/) as string,
    });
    const states = readVehicleStates(db());
    expect([...states.values()].filter((state) => state.bayId === bayId)).toEqual([]);
  });

  it('two that change places: in one bay for a moment is in the way too', async () => {
    const [left, right] = site().stays.slice(5, 7);
    const swap = [
      newEntry('moved', left!.vehicle.id, NOW, { bayId: right!.bay.id }),
      newEntry('moved', right!.vehicle.id, NOW, { bayId: left!.bay.id }),
    ];
    expect((await batch(swap)).status).toBe(409);
    const around = [
      newEntry('moved', left!.vehicle.id, NOW, { bayId: free().id }),
      ...swap.reverse(),
    ];
    expect((await batch(around)).status).toBe(200);
  });

  it('two charges on one channel: none of it', async () => {
    const { chargers } = site().stock;
    const taken = new Set(
      site().stays.flatMap(({ batteries }) =>
        batteries.flatMap(({ standing: { state } }) => state.hook?.chargerId ?? []),
      ),
    );
    const charger = chargers.find(
      ({ id, working, volts, programmes }) =>
        working &&
        !taken.has(id) &&
        volts.includes(12) &&
        programmes.some((one) => one.id === 'normal'),
    )!;
    const hook = {
      chargerId: charger.id,
      channel: 1,
      outletId: null,
      programme: 'normal' as const,
      amps: 4,
      absorptionVolts: 14.4,
      floatVolts: null,
      fromSocPct: 60,
      hours: 9,
      ampHours: 20,
    };
    const start = (id: string) =>
      newEntry('charge-started', id, NOW, { charger: charger.name, hook });
    const two = site()
      .stays.flatMap(({ batteries }) => batteries)
      .filter(
        ({ battery, standing: { state }, hallId }) =>
          battery.chemistry === 'flooded' &&
          battery.nominalVolts === 12 &&
          battery.capacityAh > 30 &&
          (charger.portable || hallId === charger.hallId) &&
          state.hook === null &&
          state.chargeSince === null &&
          state.maintainerSince === null,
      )
      .slice(0, 2)
      .map(({ battery }) => start(battery.id));
    const said = await batch(two);
    expect(said).toMatchObject({ status: 409 });
    expect(said.reason).toMatch(/two batteries never hang on one channel/);
    // The store itself holds it, whoever writes.
    expect(recordEntry(db(), two[0]!, new Date(NOW).toISOString()).outcome).toBe('recorded');
    expect(recordEntry(db(), two[1]!, new Date(NOW).toISOString()).outcome).toBe('conflict');
  });

  it('a charge in a hall with too little air: refused, and with a reason recorded', async () => {
    const [hung] = site()
      .stays.flatMap(({ batteries }) => batteries)
      .filter(
        ({ battery, standing: { state }, context }) =>
          battery.chemistry === 'flooded' &&
          state.chargeSince === null &&
          state.maintainerSince === null &&
          blockedFromCharge(context).length === 0,
      );
    const before = site().stock.air.find(({ hallId }) => hallId === hung!.hallId)!;
    writeAir(db(), { hallId: hung!.hallId, airflowM3PerHour: null, openingCm2: 1 });
    const start = (more: object = {}) =>
      newEntry('charge-started', hung!.battery.id, NOW, { charger: 'borrowed', ...more });
    const refused = await batch([start()]);
    expect(refused).toMatchObject({ status: 409 });
    expect(refused.reason).toMatch(/too little air in .*: open it up first/);
    expect((await batch([start({ despite: 'the doors stand open' })])).status).toBe(200);
    writeAir(db(), before);
  });

  it('an older file that has two in one bay shows both, and each may still be moved', async () => {
    const [left, right] = site().stays.slice(10, 12);
    putOnRecord('moved', right!.vehicle.id, new Date(NOW + 1).toISOString(), {
      bayId: left!.bay.id,
    });
    const here = site().stays.filter(({ bay }) => bay.id === left!.bay.id);
    expect(here.map(({ vehicle }) => vehicle.id).sort()).toEqual(
      [left!.vehicle.id, right!.vehicle.id].sort(),
    );
    const cells = yardData(site()).halls.flatMap(({ bays }) => bays);
    expect(cells.filter(({ mark }) => mark === left!.bay.mark)).toHaveLength(2);
    expect(new Set(cells.map(({ id }) => id)).size).toBe(cells.length);
    await take(newEntry('outing', right!.vehicle.id, NOW, { minutes: 30 }));
    const move = newEntry('moved', right!.vehicle.id, NOW + 2, { bayId: right!.bay.id });
    await take(move);
    expect(site().stays.filter(({ bay }) => bay.id === left!.bay.id)).toHaveLength(1);
  });
});

describe('rows that cannot be read', () => {
  it('are done without: a charger, the meter, a fuse box, facts and details of an older version', async () => {
    const logged = jest.spyOn(console, 'error').mockImplementation(() => undefined);
    const { vehicle, batteries } = site().stays[3]!;
    const { id } = batteries[0]!.battery;
    const chargers = site().stock.chargers.length;
    db().exec(`
      UPDATE charger SET facts = '{"channels":99}' WHERE id = (SELECT max(id) FROM charger);
      UPDATE fuse_list SET circuits = '[{"fuse":""}]';
      INSERT OR REPLACE INTO device (id, kind, name, host, port) VALUES ('meter', 'meter', '', '', 1);
      UPDATE vehicle SET facts = '{"earth":"up"}' WHERE id = '${vehicle.id}';
      UPDATE battery SET details = '{}' WHERE id = '${id}';
      INSERT INTO season_plan (made_at, day, season, plan) VALUES ('2027-01-14', '2027-01-14', '{}', '{"rounds":[{"channel":-1}]}');
    `);
    expect(await failing(id, vehicle.id)).toEqual([]);
    expect(site().stock.chargers).toHaveLength(chargers - 1);
    expect((await seasonPlan(site())).kept).not.toBeNull();
    logged.mockRestore();
  });

  it('a battery of a kind that is not known is named, and all others go on', async () => {
    const logged = jest.spyOn(console, 'error').mockImplementation(() => undefined);
    const { vehicle, batteries } = site().stays[4]!;
    const { id } = batteries[0]!.battery;
    db().prepare("UPDATE battery SET chemistry = 'sodium' WHERE id = ?").run(id);
    expect(await failing('battery-001', vehicle.id)).toEqual([]);
    const { troubled } = (await told({ name: 'frame', about: null, at: NOW })) as {
      troubled: { words: string; href: string }[];
    };
    expect(troubled).toMatchObject([{ href: `/vehicle/${vehicle.id}` }]);
    db().prepare("UPDATE battery SET chemistry = 'flooded' WHERE id = ?").run(id);
    logged.mockRestore();
  });
});

describe('a lay-up that was withdrawn', () => {
  it('leaves its batteries where they can still be written about, and no page fails', async () => {
    const { vehicle, batteries } = site().stays.at(-1)!;
    const { id } = batteries[0]!.battery;
    const laidUp = db()
      .prepare("SELECT id FROM entry WHERE kind = 'laid-up' AND subject_id = ?")
      .pluck()
      .get(vehicle.id) as string;
    await take(newEntry('withdrawn', vehicle.id, NOW, { why: '' }, laidUp, 'vehicle'));
    expect(loadSite(db(), NOW)!.stays.some((stay) => stay.vehicle.id === vehicle.id)).toBe(false);
    const volts = { volts: 12.6, celsius: null, restedHours: 24, confirmed: false };
    await take(newEntry('reading', id, NOW, volts));
    await take(newEntry('note', id, NOW, { text: 'found it in the yard' }));
    expect(await failing(id, vehicle.id)).toEqual([]);
    expect(await told({ name: 'vehicle', about: vehicle.id, at: NOW })).toBeNull();
  });
});
