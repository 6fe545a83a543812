import { dayName, toDay } from '../../core/day';
import { CHARGING, CONDEMNED, HELD, UNKNOWN } from '../../core/assessment/reserve-marks';
import { readAllEntries } from '../../store/entries';
import { readRuleBook } from '../../store/states';
import { readHallDays, hallDayStamp, writeHallDay } from '../../store/temperatures';
import { ribbonData } from '../app-shell/timeline-data';
import { newEntry } from '../logbook/new-entry';
import { handlePostEntry } from '../logbook/post-entry';
import { postSetup } from '../setup/post-setup';
import { loadBattery } from '../site/load';
import { vehicleData } from '../vehicle/load';
import { dataOf, textOf } from '../site/page-text';
import { firstBays, seasonLines, yardData, yardSeason } from '../yard/load';
import type { YardData } from '../yard/yard-data';
import { getYard } from '../yard/yard-route';
import type { SeasonLine } from '../yard/yard-data';
import { refuseForeign } from './origin-guard';
import { db } from './store';
import { NOW, answer, request, site, demoSite } from './demo-server.fixture';

demoSite();

describe('recording an entry', () => {
  const volts = (value: number, confirmed = false) => ({
    volts: value,
    celsius: null,
    restedHours: 48,
    confirmed,
  });

  it('takes a believable reading, and the battery is judged by it at once', async () => {
    const entry = newEntry('reading', 'battery-027', NOW, volts(12.47));
    expect(await answer(handlePostEntry(request(entry)))).toMatchObject({
      status: 200,
      outcome: 'recorded',
    });
    const kept = loadBattery(db(), NOW, 'battery-027')!;
    expect(kept.standing.state.readings.at(-1)!.volts).toBe(12.47);
    expect(kept.outlook!.anchor).toMatchObject({ kind: 'reading' });
    expect(await answer(handlePostEntry(request(entry)))).toMatchObject({ outcome: 'known' });
  });

  it.each([
    ['21.5 V', volts(21.5), NOW, /more than this battery can show/],
    ['6.2 V', volts(6.2), NOW, /6 V battery/],
    ['a date before lay-up', volts(12.5), NOW - 200 * 86_400_000, /before the vehicle was laid up/],
    ['a day to come', volts(12.5), NOW + 2 * 86_400_000, /later than now/],
  ])('asks about %s, and takes it when confirmed', async (_, data, at, question) => {
    const asked = await answer(
      handlePostEntry(request(newEntry('reading', 'battery-031', at, data))),
    );
    expect(asked.status).toBe(422);
    expect(asked.reason).toMatch(question);
    const confirmed = newEntry('reading', 'battery-031', at, { ...data, confirmed: true });
    expect((await answer(handlePostEntry(request(confirmed)))).status).toBe(200);
    const withdrawal = newEntry('withdrawn', 'battery-031', NOW, { why: '' }, confirmed.id);
    expect((await answer(handlePostEntry(request(withdrawal)))).status).toBe(200);
  });

  it('judges a correction against the record without what it strikes', async () => {
    const wrong = newEntry('reading', 'battery-034', NOW, volts(11.2, true));
    await handlePostEntry(request(wrong));
    const right = newEntry('reading', 'battery-034', NOW, volts(12.69), wrong.id);
    expect((await answer(handlePostEntry(request(right)))).status).toBe(200);
    expect(
      loadBattery(db(), NOW, 'battery-034')!.standing.state.readings.map((one) => one.volts),
    ).not.toContain(11.2);
  });

  it('refuses what is no entry, is about nobody, or comes twice with other content', async () => {
    const before = readAllEntries(db()).length;
    const good = newEntry('note', 'battery-001', NOW, { text: 'green growth on the clamp' });
    const status = async (body: unknown, type?: string) =>
      (await handlePostEntry(request(body, type))).status;
    expect(await status('{"half": ')).toBe(400);
    expect(await status({ ...good, by: '' })).toBe(400);
    expect(await status(good, 'text/plain')).toBe(415);
    expect(await status({ ...good, subjectId: 'battery-999' })).toBe(404);
    expect(await status({ ...newEntry('moved', 'vehicle-99', NOW, { bayId: 'bay-C14' }) })).toBe(
      404,
    );
    expect(await status({ ...newEntry('rules-changed', 'pub', NOW, { patch: {} }) })).toBe(404);
    expect(readAllEntries(db())).toHaveLength(before);
    expect(await status(good)).toBe(200);
    expect(await status({ ...good, data: { text: 'other' } })).toBe(409);
  });

  it('changes the rules, and every date is counted by them', async () => {
    const before = site().stays[0]!.batteries[0]!.outlook!.nextReadingDay;
    const change = newEntry('rules-changed', 'house', NOW, { patch: { readingDays: 14 } });
    expect((await answer(handlePostEntry(request(change)))).status).toBe(200);
    expect(readRuleBook(db()).rules.readingDays).toBe(14);
    expect(site().stays[0]!.batteries[0]!.outlook!.nextReadingDay).toBeLessThanOrEqual(before);
    const back = newEntry('rules-changed', 'house', NOW, { patch: { readingDays: 30 } });
    await handlePostEntry(request(back));
  });
});

describe('what the screens are given', () => {
  it('the Yard: every bay of every hall, free ones too', () => {
    const yard = yardData(site());
    expect(yard.halls.map((hall) => hall.bays.length)).toEqual([22, 24, 22]);
    const batteries = yard.halls.flatMap((hall) =>
      hall.bays.flatMap((bay) => bay.stay?.batteries ?? []),
    );
    expect(batteries.length).toBeGreaterThanOrEqual(85);
    for (const { reserve } of batteries) {
      expect(reserve >= 0 || [HELD, CHARGING, UNKNOWN, CONDEMNED].includes(reserve)).toBe(true);
    }
  });

  it('a page comes with the first bays of a large yard, and the rest is fetched', async () => {
    const whole = yardData(site());
    expect(firstBays({ ...whole, halls: whole.halls.slice(0, 2) }).more).toBe(0);
    expect(whole.counts.all).toBe(
      whole.halls.flatMap(({ bays }) => bays.flatMap((bay) => bay.stay?.batteries ?? [])).length,
    );
    const large = { ...whole, halls: [...whole.halls, ...whole.halls] };
    const first = firstBays(large);
    const count = (yard: YardData) => yard.halls.reduce((sum, { bays }) => sum + bays.length, 0);
    expect(count(first)).toBe(60);
    expect(count(first) + first.more).toBe(count(large));
    first.halls.forEach(({ bays }, i) =>
      expect(bays).toEqual(large.halls[i]!.bays.slice(0, bays.length)),
    );
    expect(dataOf(await (await getYard()).text())).toEqual(dataOf(textOf(whole)));
  });

  it('the season agrees with the Yard about today, and only falls from there', async () => {
    const loaded = site();
    const lines: SeasonLine[] = [];
    const part = async (first: number) => yardSeason(loaded, first);
    for await (const line of seasonLines(part)) lines.push(line);
    // How far it has come, ever further, then all of it.
    const far = lines.slice(0, -1).map((line) => ('done' in line ? line.done : NaN));
    expect(far.length).toBeGreaterThan(3);
    expect(far).toEqual([...far].sort((a, b) => a - b));
    expect(far.at(-1)).toBeLessThan(loaded.stays.length);
    const last = lines.at(-1)!;
    if (!('season' in last)) throw new Error('the season did not come');
    const { season } = last;
    const at = loaded.today - season.from;
    for (const bay of yardData(loaded).halls.flatMap((hall) => hall.bays)) {
      for (const battery of bay.stay?.batteries ?? []) {
        const { reserve } = season.batteries[battery.id]!;
        expect(reserve).toHaveLength(182);
        if (battery.reserve < 0) continue;
        expect(reserve[at]).toBe(battery.reserve);
        if (battery.reserve < 400) expect(reserve[at + 5]!).toBeLessThanOrEqual(battery.reserve);
      }
    }
  });

  it('the ribbon: the season’s days and rounds, past and foreseen', () => {
    const ribbon = ribbonData(site());
    expect([dayName(ribbon.from), dayName(ribbon.to)]).toEqual(['2026-10-21', '2027-04-20']);
    expect(ribbon.halls.every((hall) => hall.mean.length === 182)).toBe(true);
    const past = ribbon.rounds.filter(([day]) => day < ribbon.today);
    const ahead = ribbon.rounds.filter(([day]) => day > ribbon.today);
    expect(past.length).toBeGreaterThan(15);
    expect(ahead.length).toBeGreaterThan(15);
    for (const [, stops] of ribbon.rounds) expect(stops).toBeGreaterThan(0);
  });

  it('a vehicle with its logbook, and none for one that is not here', () => {
    const data = vehicleData(site(), 'vehicle-31')!;
    expect(data.batteries).toHaveLength(1);
    expect(data.entries.map((entry) => entry.kind)).toContain('laid-up');
    expect(vehicleData(site(), 'vehicle-777')).toBeNull();
  });
});

describe('the edges', () => {
  it('set a site up once only', async () => {
    const setup = {
      name: 'Barn',
      timeZone: 'UTC',
      seasonStart: '2026-10-15',
      seasonEnd: '2027-04-30',
      climate: 'cold',
      halls: [{ name: 'Shed', kind: 'heated', setpointCelsius: 8, rows: ['A1–A3'] }],
    };
    expect(await answer(postSetup(request(setup)))).toMatchObject({ status: 409 });
    expect((await answer(postSetup(request({ ...setup, timeZone: 'Moon' })))).reason).toMatch(
      /timeZone/,
    );
  });

  it('answer to the machine’s own names, and let no other site write', () => {
    const ask = (host: string, method: string, origin?: string) =>
      refuseForeign(
        new Request('http://x/', { method, headers: { host, ...(origin ? { origin } : {}) } }),
      )?.status ?? 200;
    expect(ask('127.0.0.1:4870', 'GET')).toBe(200);
    expect(ask('localhost:4870', 'POST', 'http://localhost:4870')).toBe(200);
    expect(ask('127.0.0.1:4870', 'POST', 'http://evil.test')).toBe(403);
    expect(ask('evil.test', 'GET')).toBe(421);
  });

  it('notice a thermometer that was read or corrected', () => {
    const before = hallDayStamp(db());
    const day = toDay('2027-01-13');
    const known = readHallDays(db(), day, day).get('dye-house')![0]!;
    const old = site().temperatures.get('dye-house');
    writeHallDay(db(), 'dye-house', { ...known, mean: known.mean - 5 });
    expect(hallDayStamp(db())).not.toBe(before);
    expect(site().temperatures.get('dye-house')).not.toBe(old);
    writeHallDay(db(), 'dye-house', known);
  });
});
