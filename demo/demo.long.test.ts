import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { parseEntry } from '../core/logbook/entry';
import { judge } from '../core/assessment/judge';
import { plain } from '../core/words/words';
import { loadSite } from '../features/site/load';
import type { SiteSnapshot } from '../features/site/snapshot';
import { dataFile, openStore, type Db } from '../store/open';
import { readBatteryStates, readVehicleStates, rebuildStates } from '../store/states';
import { hashOf, makeDemo } from './make';
import { runDemoSeason, type DemoHistory } from './season';
import { DEMO_NOW, DEMO_SEED } from './site';

let folder: string;
let history: DemoHistory;
let db: Db;
let site: SiteSnapshot;

beforeAll(() => {
  folder = mkdtempSync(join(tmpdir(), 'velvet-demo-'));
  history = makeDemo(folder);
  db = openStore(dataFile(folder));
  site = loadSite(db, Date.parse(DEMO_NOW))!;
});
afterAll(() => {
  db.close();
  rmSync(folder, { recursive: true });
});

const kept = () => site.stays.flatMap((stay) => stay.batteries.map((one) => ({ ...one, stay })));
const inBay = (mark: string, n = 0) =>
  site.stays.find((stay) => stay.bay.mark === mark)!.batteries[n]!;

describe('the demo site', () => {
  it('has 64 vehicles and some 85 batteries in three halls', () => {
    expect(site.stays).toHaveLength(64);
    expect(kept()).toHaveLength(85);
    expect(site.halls.map((hall) => hall.kind)).toEqual(['heated', 'unheated', 'outdoors']);
    expect(new Set(kept().map((one) => one.battery.chemistry)).size).toBe(5);
  });

  it('gives the same entries for the same seed, and others for another', () => {
    expect(hashOf(runDemoSeason(DEMO_SEED).entries)).toBe(hashOf(history.entries));
    expect(hashOf(runDemoSeason(DEMO_SEED + 1).entries)).not.toBe(hashOf(history.entries));
  });

  it('has only entries that the edge would take, each id once', () => {
    for (const entry of history.entries) expect(parseEntry(entry)).toMatchObject({ ok: true });
    expect(new Set(history.entries.map((entry) => entry.id)).size).toBe(history.entries.length);
  });

  it('has a cache that a rebuild does not change', () => {
    const before = [readBatteryStates(db), readVehicleStates(db)];
    rebuildStates(db);
    expect([readBatteryStates(db), readVehicleStates(db)]).toEqual(before);
  });

  it('lies in a winter that freezes', () => {
    const lows = history.hallDays.get('loading-yard')!.map((day) => day.min);
    expect(Math.min(...lows)).toBeLessThan(-8);
    const heated = history.hallDays.get('carding-hall')!.map((day) => day.mean);
    expect(Math.min(...heated)).toBeGreaterThan(10);
  });
});

describe('judgement against the hidden truth, which has structure that the judge does not know', () => {
  it('holds the true state of charge in its 90 % range for most, and is close', () => {
    const truth = new Map(history.truth.map((one) => [one.batteryId, one]));
    const judged = kept().filter(({ outlook }) => outlook && !outlook.held && !outlook.onCharge);
    const inside = judged.filter(({ battery, outlook }) => {
      const { socPct } = truth.get(battery.id)!;
      return socPct >= outlook!.soc.low - 0.1 && socPct <= outlook!.soc.high + 0.1;
    });
    // A key that was left on since the last round is for the next reading to find.
    const known = judged.filter(({ battery }) => truth.get(battery.id)!.trouble !== 'left-on');
    const error = known.reduce(
      (sum, { battery, outlook }) =>
        sum + Math.abs(truth.get(battery.id)!.socPct - outlook!.soc.value),
      0,
    );
    expect(judged.length).toBeGreaterThan(50);
    // All its batteries bend off the scales to one side: harder than a population about them.
    expect(inside.length / judged.length).toBeGreaterThan(0.72);
    expect(error / known.length).toBeLessThan(2);
  });

  const why = (mark: string, n = 0) => judge(inBay(mark, n).standing).why.map(plain).join(' ');

  it('finds the hidden draw', () => expect(why('B4')).toMatch(/look for a draw of about \d+ mA/));

  it('finds the failing cell of a battery with its negative off', () =>
    expect(why('C11')).toContain('a failing cell or a dirty case'));

  it('counts the loss of the sulfated one in what it can still hold', () => {
    const { battery, outlook } = inBay('Y8', 1);
    const { lossPctPerDay } = history.truth.find((one) => one.batteryId === battery.id)!;
    expect(outlook!.loss.now.low).toBeLessThan(lossPctPerDay);
    expect(outlook!.loss.now.high).toBeGreaterThan(lossPctPerDay);
  });

  it('knows that nobody got at the one in the frost, and puts it into the round', () => {
    const { standing } = inBay('Y4');
    expect(standing.state.notReachedAt).not.toBeNull();
    expect(standing.state.readings).toHaveLength(1);
    expect(standing.state.readings[0]!.volts).toBeCloseTo(12.1, 1);
  });
});
