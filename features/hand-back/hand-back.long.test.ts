import { v4 as uuid } from 'uuid';
import { usualDetails } from '../../core/battery/usual-details';
import { MS_PER_DAY, MS_PER_HOUR, dayName, toDay } from '../../core/day';
import { readinessWords } from '../../core/hand-back/readiness';
import { walkBack } from '../../core/hand-back/walk';
import type { EntryData, EntryKind } from '../../core/logbook/kinds';
import { jobsToday } from '../../core/plan/due';
import { readEntriesOf } from '../../store/entries';
import { recordEntry } from '../../store/record';
import { putBattery } from '../../store/site';
import { readBatteryStates, readVehicleStates } from '../../store/states';
import { findIn } from '../find/find-data';
import { findables } from '../find/load';
import { newEntry } from '../logbook/new-entry';
import { accountData } from '../account/load';
import { ownersNotices } from '../owners-record/notices';
import { ownersRecord } from '../owners-record/load';
import { OwnersRecord } from '../owners-record/record-document';
import { NOW, demoSite } from '../server/demo-server.fixture';
import { db } from '../server/store';
import { loadSite } from '../site/load';
import { vehicleData } from '../vehicle/load';
import { yardData } from '../yard/load';
import { archived } from './archive';
import { groupsOf } from './hand-back';
import { backBatteriesOf, handBackData } from './load';
import { wasHereData } from './was-here-load';

demoSite();

let at = NOW;
const site = () => loadSite(db(), at)!;
const stayIn = (mark: string) => site().stays.find(({ bay }) => bay.mark === mark);
function record<K extends EntryKind>(kind: K, subject: string, data: EntryData<K>, when = at) {
  const recorded = recordEntry(
    db(),
    newEntry(kind, subject, when, data),
    new Date(when).toISOString(),
  );
  expect(recorded).toMatchObject({ outcome: 'recorded' });
}
const walkOf = (mark: string) => {
  const stay = stayIn(mark)!;
  return walkBack(backBatteriesOf(stay), stay.collectDay)!;
};
const openOf = (mark: string) =>
  walkOf(mark)
    .stages.filter(({ state }) => state !== 'done')
    .map(({ id }) => id);

const VOLTS = { celsius: null, restedHours: 48, confirmed: true } as const;
const SEEN = {
  answers: { case: 'sound', walls: 'straight', posts: 'bright' },
  levels: null,
  note: '',
} as const;

describe('a camper with three batteries, from "comes on Tuesday" to the next autumn', () => {
  const BAY = 'Y12';
  let vehicleId = '';
  let ids: string[] = [];

  it('comes on a day that is set with one touch, and the list says whether it will be ready', () => {
    const stay = stayIn(BAY)!;
    vehicleId = stay.vehicle.id;
    ids = stay.batteries.map(({ battery }) => battery.id);
    expect(ids).toHaveLength(3);
    const [starter, first, second] = ids as [string, string, string];
    // One stands on the bench, one is condemned, one hangs on a maintainer.
    record('taken-out', first, { to: 'bench', hallId: null, why: 'frost' });
    record('inspected', second, { ...SEEN, answers: { case: 'cracked' } });
    record('maintainer', starter, { on: true });
    record('collection', vehicleId, { on: dayName(toDay('2027-01-19')) });
    const row = handBackData(site()).rows.find((one) => one.vehicleId === vehicleId)!;
    expect(readinessWords(row.readiness!, site().today)).toBe('Not without a replacement');
    expect(row.start).toBeNull();
    const weeks = groupsOf(handBackData(site()));
    expect(weeks.find(({ title }) => title === 'This week')!.rows).toContainEqual(row);
    expect(openOf(BAY)).toEqual(
      expect.arrayContaining(['replace', 'charge', 'unhook', 'put-back', 'reconnect', 'crank']),
    );
  });

  it('a new battery takes the place of the condemned one, and is asked for its own draw test', () => {
    const [, , second] = ids as [string, string, string];
    const fresh = uuid();
    putBattery(db(), {
      id: fresh,
      mark: 'Z900',
      chemistry: 'agm',
      nominalVolts: 12,
      cells: 6,
      capacityAh: 100,
      fittedYear: 2027,
      details: usualDetails('agm'),
    });
    record('taken-out', second, { to: 'gone', hallId: null, why: 'recycled' });
    record('fitted', fresh, { vehicleId, role: 'leisure', place: 'in the garage, right' });
    ids = [ids[0]!, ids[1]!, fresh];
    expect(walkOf(BAY).readiness.kind).not.toBe('replace');
    expect(openOf(BAY)).toContain('draw-test');
  });

  it('is walked stage by stage; whoever comes next finds it as it was left', () => {
    at = NOW + 2 * MS_PER_DAY;
    for (const id of ids) {
      record('charge-ended', id, { full: true, ampHours: null });
      record('inspected', id, SEEN);
    }
    at += 2 * MS_PER_HOUR;
    record('maintainer', ids[0]!, { on: false });
    record('fitted', ids[1]!, { vehicleId, role: 'leisure', place: 'in the garage, left' });
    for (const id of ids) record('negative', id, { on: true });
    for (const id of ids) record('draw', id, { milliamps: 11 });
    at = NOW + 3 * MS_PER_DAY;
    for (const id of ids) record('reading', id, { volts: 12.86, ...VOLTS });
    expect(openOf(BAY)).toEqual(['crank', 'charging-test', 'hand-over']);
    record('cranked', ids[0]!, {
      ...{ sound: 'normal', ran: true, restVolts: 12.8, leastVolts: 10.6, seconds: 1.1 },
      ...{ amps: null, celsius: -1 },
    });
    record('charging-tested', ids[0]!, {
      ...{ idleVolts: 14.2, raisedVolts: 14.3, loadedVolts: 13.9, rippleVolts: 0.1 },
      restVolts: 12.8,
    });
    const walk = walkOf(BAY);
    expect(walk.readiness).toEqual({ kind: 'ready' });
    expect(walk.next!.id).toBe('hand-over');
    expect(walk.next!.because).toEqual([]);
  });

  it('is handed over: its bay is free, nothing is planned, and its record can be printed', () => {
    at = NOW + 5 * MS_PER_DAY;
    record('handed-back', vehicleId, { to: 'its owner', signed: true });
    expect(stayIn(BAY)).toBeUndefined();
    const bays = yardData(site()).halls.flatMap((hall) => hall.bays);
    expect(bays.find(({ mark }) => mark === BAY)!.stay).toBeNull();
    const state = readBatteryStates(db(), ids[0]).get(ids[0]!)!;
    expect(state).toMatchObject({ awaySince: at, plan: null, pins: [] });
    const paper = OwnersRecord.parse(ownersRecord(site(), vehicleId));
    expect(paper).toMatchObject({ takenBy: 'its owner', to: '2027-01-19' });
    expect(paper.batteries).toHaveLength(3);
    const starter = paper.batteries.find(({ role }) => role === 'starter')!;
    expect(starter.tests.map(({ what }) => what)).toEqual(
      expect.arrayContaining(['Start', 'Charging']),
    );
    expect(starter.life.join(' ')).toMatch(/% that it is still good next year/);
    expect(starter.readings.length).toBeGreaterThan(3);
    expect(JSON.stringify(paper)).not.toMatch(/undefined|NaN/);
  });

  it('stays to be looked at: its habits, its life and its logbook, found by name or mark', () => {
    expect(vehicleData(site(), vehicleId)).toBeNull();
    const was = wasHereData(site(), vehicleId)!;
    expect(was.stays).toEqual([expect.objectContaining({ to: toDay('2027-01-19') })]);
    expect(was.batteries).toHaveLength(3);
    for (const { facts, life } of was.batteries) {
      expect(Object.fromEntries(facts)).toMatchObject({ Draws: '11 mA, measured' });
      expect(life.length).toBeGreaterThan(1);
    }
    expect(was.lines[0]).toMatchObject({ what: 'handed back', of: '' });
    expect(was.lines.map(({ of }) => of)).toContain('Z900');
    const [found] = findIn(findables(site()), 'Z900');
    expect(found).toMatchObject({ href: `/vehicle/${vehicleId}`, hall: 'archive' });
    // A hand-over by mistake is struck, and all is as it was.
    const went = was.handedBack!;
    const struck = newEntry('withdrawn', vehicleId, at, { why: 'it never left' }, went, 'vehicle');
    recordEntry(db(), struck, new Date(at).toISOString());
    expect(stayIn(BAY)!.batteries).toHaveLength(3);
    expect(wasHereData(site(), vehicleId)).toBeNull();
    record('handed-back', vehicleId, { to: 'its owner', signed: true });
    expect(stayIn(BAY)).toBeUndefined();
  });

  it('comes again in autumn, to any bay, with its habits known and nothing believed of its charge', () => {
    const data = handBackData(site());
    const [row] = archived(data.archive, 'Z900');
    expect(row).toMatchObject({ vehicleId, stays: 1 });
    expect(archived(data.archive, 'no such thing')).toEqual([]);
    const before = readBatteryStates(db(), ids[0]).get(ids[0]!)!.readings.length;
    at = Date.parse('2027-10-20T09:00:00Z');
    const bay = site().bays.find(({ mark }) => mark === BAY)!;
    record('laid-up', vehicleId, { bayId: bay.id, collectOn: '2028-04-10' });
    record('agreed', vehicleId, row!.terms);
    const stay = stayIn(BAY)!;
    const starter = stay.batteries.find(({ battery }) => battery.id === ids[0])!;
    const { state } = starter.standing;
    expect(state).toMatchObject({ awaySince: null, lastFullAt: null, drawMa: 11 });
    expect(state.aways).toHaveLength(1);
    expect(state.readings).toHaveLength(before);
    // The summer was on the road: it has not lost what a parked one would have.
    expect(starter.outlook!.soc.value).toBeGreaterThan(50);
    expect(starter.outlook!.soc.high - starter.outlook!.soc.low).toBeGreaterThan(10);
    at += MS_PER_DAY;
    const jobs = stayIn(BAY)!.batteries.map(({ standing, outlook }) =>
      jobsToday(standing, outlook).map(({ kind }) => kind),
    );
    for (const kinds of jobs) expect(kinds).toContain('reading');
    // What it draws was measured last winter: it may have got something new since.
    const works = stayIn(BAY)!.batteries.flatMap(({ standing, outlook }) =>
      jobsToday(standing, outlook).flatMap((job) =>
        job.kind === 'procedure' ? [job.procedure] : [],
      ),
    );
    expect(works).toContain('draw-test');
    expect(readVehicleStates(db(), vehicleId).get(vehicleId)!.stays).toHaveLength(1);
    expect(readEntriesOf(db(), 'vehicle', vehicleId).map(({ kind }) => kind)).toContain(
      'handed-back',
    );
  });
});

describe('at the end, and before the next', () => {
  it('the season is accounted for: what was lost, what it took, what to change', () => {
    at = NOW + 6 * MS_PER_DAY;
    const so = accountData(site());
    expect(so).toMatchObject({ isClosed: false, cranked: 1, ran: 1, handedBack: 1 });
    expect(so.ready).toBe(1);
    expect(so.lost.map(({ says }) => says)).toContain('its walls are swollen.');
    expect(so.worked.minutes / 60).toBeGreaterThan(20);
    expect(so.worked.readings).toBeGreaterThan(200);
    const { labour, energy } = so.cost;
    expect(labour).toBeCloseTo((so.worked.minutes / 60) * site().rules.moneyPerHour, 6);
    expect(energy).toBeGreaterThan(0);
    for (const { says } of so.changes) expect(says).toMatch(/^“.+” instead of “.+”: about .+ less/);
    expect(so.changes.length).toBeGreaterThan(0);
  });

  it('owners of old batteries are told in time, and those of condemned ones are asked instead', () => {
    const { notices } = ownersNotices(site());
    expect(notices.length).toBeGreaterThan(2);
    expect(notices.map(({ bay }) => bay)).not.toContain('Y18');
    for (const { batteries, answerBy } of notices) {
      expect(answerBy).toMatch(/^\w{3} \d+ \w{3}/);
      for (const { says } of batteries) {
        expect(says.join(' ')).toMatch(/years? old|unknown/);
        expect(says.at(-1)).toMatch(/without your word|before it is done/);
      }
    }
  });
});

describe('a weekend with its owner', () => {
  it('keeps the bay, leaves the round alone, and asks for a reading when it is back', () => {
    at = NOW;
    const stay = stayIn('C9')!;
    const { id } = stay.vehicle;
    const battery = stay.batteries[0]!.battery.id;
    record('taken-along', id, { backOn: '2027-01-17' });
    const away = stayIn('C9')!;
    expect(away.batteries[0]!.outlook).toBeNull();
    expect(jobsToday(away.batteries[0]!.standing, null)).toEqual([]);
    const row = handBackData(site()).rows.find(({ vehicleId }) => vehicleId === id)!;
    expect(row).toMatchObject({ backOn: toDay('2027-01-17'), readiness: null, start: null });
    at = NOW + 3 * MS_PER_DAY;
    record('brought-back', id, {});
    at += MS_PER_DAY;
    const back = stayIn('C9')!;
    expect(back.state.away).toBeNull();
    const { standing, outlook } = back.batteries[0]!;
    expect(jobsToday(standing, outlook).map(({ kind }) => kind)).toContain('reading');
    expect(readBatteryStates(db(), battery).get(battery)!.aways).toHaveLength(1);
  });
});
