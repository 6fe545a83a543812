import { v7 as uuidv7 } from 'uuid';
import { makeEntry } from '../core/logbook/entry';
import type { EntryData, EntryKind } from '../core/logbook/kinds';
import { countTry, forgetTries } from './attempts';
import { readBrought, readBroughtLately, addBrought, noteTakenBack } from './brought';
import { dataFile, openStore } from './open';
import { recordEntry } from './record';
import { readVehicleStates, rebuildStates } from './states';
import { temporaryStore } from './temporary.fixture';

const AT = Date.UTC(2027, 0, 14, 9);
const here = temporaryStore();

let minutes = 0;
/** Records that something happened, each a minute after the other; answers what became of it. */
function happen<K extends EntryKind>(kind: K, id: string, data: EntryData<K>, strikes?: string) {
  const entry = makeEntry(
    kind,
    {
      id: uuidv7(),
      subjectId: id,
      at: AT + 60_000 * minutes++,
      by: 'attendant',
      ...(strikes ? { strikes } : {}),
      ...(kind === 'withdrawn' ? { subjectKind: 'vehicle' as const } : {}),
    },
    data,
  );
  const done = recordEntry(here.db, entry, new Date(AT).toISOString());
  return { ...done, id: entry.id };
}
const stand = (vehicle: string, bayId: string) => happen('moved', vehicle, { bayId });
const hook = (channel: number, chargerId = 'felt') => ({
  charger: 'Felt four',
  hook: {
    ...{ chargerId, channel, outletId: null, programme: 'normal' as const, amps: 4 },
    ...{ absorptionVolts: 14.4, floatVolts: 13.5, fromSocPct: 60, hours: 8, ampHours: 30 },
  },
});
const hang = (battery: string, channel: number, chargerId?: string) =>
  happen('charge-started', battery, hook(channel, chargerId));
const off = (battery: string) => happen('charge-ended', battery, { full: true, ampHours: null });

describe('a bay', () => {
  it('has one vehicle: the second is told who stands there, and changes nothing', () => {
    expect(stand('v1', 'C3').outcome).toBe('recorded');
    const second = stand('v2', 'C3');
    expect(second).toMatchObject({
      outcome: 'conflict',
      reason: 'Bay C3 is taken by v1: choose another.',
    });
    expect(readVehicleStates(here.db).get('v2')?.bayId ?? null).toBeNull();
  });

  it('is free again once its vehicle is elsewhere, or was never there', () => {
    stand('v1', 'C3');
    stand('v1', 'C4');
    const { id } = stand('v2', 'C3');
    expect(stand('v3', 'C3').outcome).toBe('conflict');
    happen('withdrawn', 'v2', { why: 'it was another one' }, id);
    expect(stand('v3', 'C3').outcome).toBe('recorded');
  });

  it('that its vehicle has already is no conflict with itself', () => {
    stand('v1', 'C3');
    expect(stand('v1', 'C3').outcome).toBe('recorded');
  });

  it('that is taken meanwhile is not given back by striking the move away from it', () => {
    stand('v1', 'C3');
    const { id } = stand('v1', 'C4');
    stand('v2', 'C3');
    const back = happen('withdrawn', 'v1', { why: 'it did not go' }, id);
    expect(back).toMatchObject({
      outcome: 'conflict',
      reason: expect.stringMatching(/C3/) as string,
    });
    expect(readVehicleStates(here.db).get('v1')!.bayId).toBe('C4');
  });
});

describe('a channel of a charger', () => {
  it('has one battery; the others of the charger are free', () => {
    hang('b1', 1);
    expect(hang('b2', 1)).toMatchObject({
      outcome: 'conflict',
      reason: 'Channel 1 of felt is taken: two batteries never hang on one channel.',
    });
    expect(hang('b2', 2).outcome).toBe('recorded');
    expect(hang('b3', 1, 'treadle').outcome).toBe('recorded');
    off('b1');
    expect(hang('b4', 1).outcome).toBe('recorded');
  });

  it('stays taken however often all is folded anew', () => {
    hang('b1', 1);
    stand('v1', 'C3');
    rebuildStates(here.db);
    rebuildStates(here.db);
    expect(hang('b2', 1).outcome).toBe('conflict');
    expect(stand('v2', 'C3').outcome).toBe('conflict');
  });

  it('that was taken off and put on elsewhere is the elsewhere', () => {
    hang('b1', 1);
    off('b1');
    hang('b1', 2);
    expect(hang('b2', 1).outcome).toBe('recorded');
    expect(hang('b3', 2).outcome).toBe('conflict');
  });
});

describe('who tries too often', () => {
  it('waits, each by what it is counted by, until a right one comes', async () => {
    for (let i = 0; i < 8; i++) expect(await countTry(here.db, { person: 'ada' })).toBe(0);
    const wait = await countTry(here.db, { person: 'ada' });
    expect(wait).toBeGreaterThan(0);
    expect(wait).toBeLessThanOrEqual(15 * 60);
    expect(await countTry(here.db, { person: 'ida' })).toBe(0);
    await forgetTries(here.db, { person: 'ada' });
    expect(await countTry(here.db, { person: 'ada' })).toBe(0);
  });

  it('waits for the longest of several counts, and all of them are counted', async () => {
    for (let i = 0; i < 5; i++) await countTry(here.db, { pin: 's1' });
    const both = await countTry(here.db, { person: 'ada', pin: 's1' });
    expect(both).toBeGreaterThan(15 * 60);
    for (let i = 0; i < 7; i++) expect(await countTry(here.db, { person: 'ada' })).toBe(0);
    expect(await countTry(here.db, { person: 'ada' })).toBeGreaterThan(0);
  });

  it('is still waiting after the server was started anew', async () => {
    for (let i = 0; i < 6; i++) await countTry(here.db, { pin: 's1' });
    here.db.close();
    here.db = openStore(dataFile(here.folder));
    expect(await countTry(here.db, { pin: 's1' })).toBeGreaterThan(0);
  });
});

describe('a list that was brought in', () => {
  const list = (id: string, at: number) => ({
    ...{ id, at, by: 'ada', vehicles: 3, firstSeq: 1, lastSeq: 9 },
    ...{ bays: ['C1', 'C2'], takenBackAt: null },
  });

  it('can be taken back within a day, the newest first, and once', () => {
    addBrought(here.db, list('early', AT - 25 * 3_600_000));
    addBrought(here.db, list('one', AT - 3_600_000));
    addBrought(here.db, list('two', AT));
    expect(readBroughtLately(here.db, AT).map(({ id }) => id)).toEqual(['two', 'one']);
    noteTakenBack(here.db, 'two', AT + 1);
    expect(readBroughtLately(here.db, AT).map(({ id }) => id)).toEqual(['one']);
    expect(readBrought(here.db, 'two')).toEqual({ ...list('two', AT), takenBackAt: AT + 1 });
    expect(readBrought(here.db, 'never')).toBeNull();
  });
});
