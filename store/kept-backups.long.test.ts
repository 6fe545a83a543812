import fc from 'fast-check';
import { cpSync, mkdirSync, mkdtempSync, readdirSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { dayName, toDay } from '../core/day';
import { examine } from './doctor';
import {
  backupTrouble,
  daysToDrop,
  isBackupDue,
  listBackups,
  makeBackup,
  readBackupReport,
} from './kept-backups';
import { dataFile, openStore } from './open';
import { rebuildStates } from './states';

const TODAY = toDay('2027-01-14');
const HOUR = 3_600_000;
const AT = Date.parse('2027-01-14T09:00:00.000Z');

describe('which days are kept', () => {
  it('of two years of days: fourteen days, and the first of each of twelve months', () => {
    const all = Array.from({ length: 730 }, (_, i) => TODAY - i);
    const dropped = new Set(daysToDrop(all, TODAY));
    const kept = all.filter((day) => !dropped.has(day)).map(dayName);
    expect(kept.slice(0, 14)).toEqual(all.slice(0, 14).map(dayName));
    expect(kept.slice(14)).toEqual([
      ...['2026-12-01', '2026-11-01', '2026-10-01', '2026-09-01', '2026-08-01', '2026-07-01'],
      ...['2026-06-01', '2026-05-01', '2026-04-01', '2026-03-01', '2026-02-01'],
    ]);
  });

  it('never the newest goes, never one of the last fourteen days, and thinned twice is thinned once', () => {
    const days = fc.uniqueArray(fc.integer({ min: TODAY - 900, max: TODAY }), { minLength: 1 });
    fc.assert(
      fc.property(days, (all) => {
        const dropped = daysToDrop(all, TODAY);
        const kept = all.filter((day) => !dropped.includes(day));
        expect(dropped).not.toContain(Math.max(...all));
        expect(dropped.every((day) => day <= TODAY - 14)).toBe(true);
        expect(daysToDrop(kept, TODAY)).toEqual([]);
        expect(kept.length).toBeLessThanOrEqual(14 + 12 + 1);
      }),
    );
  });
});

describe('what is told of them', () => {
  const report = { goodAt: AT, entries: 10, wrong: null, triedAt: AT };
  it('is nothing while the last good one is younger than two days, and loud after', () => {
    expect(backupTrouble(report, AT, AT + 48 * HOUR)).toBeNull();
    expect(backupTrouble(report, AT, AT + 49 * HOUR)).toBe('The last good backup is 2 days old.');
    const failed = { ...report, wrong: 'the disk is full', triedAt: AT + 30 * HOUR };
    expect(backupTrouble(failed, AT, AT + 73 * HOUR)).toContain('The last try: the disk is full');
  });
  it('is nothing of a site that is younger itself, and loud where there never was one', () => {
    expect(backupTrouble(null, null, AT)).toBeNull();
    expect(backupTrouble(null, AT, AT + 24 * HOUR)).toBeNull();
    expect(backupTrouble(null, AT, AT + 72 * HOUR)).toBe('There is no backup of 3 days of work.');
  });
  it('a copy that did not get to the stick is told at once', () => {
    const alone = { ...report, wrong: 'the folder /stick is not there: is it plugged in?' };
    expect(backupTrouble(alone, AT, AT + HOUR)).toContain('/stick');
  });
  it('a new one is due once a day, and an hour after one that failed', () => {
    expect(isBackupDue(null, AT)).toBe(true);
    expect(isBackupDue(report, AT + 20 * HOUR)).toBe(false);
    expect(isBackupDue(report, AT + 23 * HOUR)).toBe(true);
    expect(isBackupDue({ ...report, wrong: 'no' }, AT + 2 * HOUR)).toBe(true);
  });
});

describe('a backup that is kept', () => {
  let folder: string;
  let data: string;
  beforeEach(() => {
    folder = mkdtempSync(join(tmpdir(), 'velvet-kept-'));
    data = join(folder, 'data');
    cpSync(process.env.EMBER_SOME_TEMPLATE!, data, { recursive: true });
  });
  afterEach(() => rmSync(folder, { recursive: true }));

  it('is sealed, opened and folded anew, copied to the stick, and listed', () => {
    const stick = join(folder, 'stick');
    mkdirSync(stick);
    const report = makeBackup(data, TODAY, AT, stick);
    expect(report).toMatchObject({ goodAt: AT, wrong: null });
    expect(readBackupReport(data)).toEqual(report);
    expect(listBackups(data)).toMatchObject([{ day: TODAY, entries: report.entries }]);
    expect(readdirSync(stick)).toEqual(['velvet-ember-2027-01-14.sqlite']);
    expect(makeBackup(data, TODAY, AT + HOUR, join(folder, 'gone'))).toMatchObject({
      goodAt: AT + HOUR,
      wrong: expect.stringContaining('is it plugged in') as string,
    });
    expect(listBackups(data)).toHaveLength(1);
  });

  it('on the stick the older ones are thinned alike, and nothing else that lies there goes', () => {
    const stick = join(folder, 'stick');
    mkdirSync(stick);
    const others = ['2026-01-02.sqlite', 'holiday.jpg', 'velvet-ember-2026-13-45.sqlite'];
    const old = ['2026-11-03', '2026-11-09', '2027-01-02'].map(
      (day) => `velvet-ember-${day}.sqlite`,
    );
    for (const name of [...others, ...old]) writeFileSync(join(stick, name), 'x');
    expect(makeBackup(data, TODAY, AT, stick)).toMatchObject({ wrong: null });
    expect(readdirSync(stick).sort()).toEqual(
      [...others, old[0]!, old[2]!, 'velvet-ember-2027-01-14.sqlite'].sort(),
    );
  });

  it('is not good where its states are not what its entries amount to; the older one stays good', () => {
    makeBackup(data, TODAY - 1, AT - 24 * HOUR, null);
    const db = openStore(dataFile(data));
    db.exec(`UPDATE state SET data = json_set(data, '$.place', 'elsewhere')
              WHERE subject_kind = 'battery' AND subject_id = 'battery-001'`);
    db.close();
    const report = makeBackup(data, TODAY, AT, null);
    expect(report).toMatchObject({ goodAt: AT - 24 * HOUR });
    expect(report.wrong).toContain('battery battery-001 is not what its entries amount to');
    expect(listBackups(data).map(({ day }) => day)).toEqual([TODAY - 1]);
  });

  it('what cannot be written is told, and nothing falls over', () => {
    writeFileSync(join(data, 'backups'), 'no folder');
    const told = jest.spyOn(console, 'error').mockImplementation(() => undefined);
    expect(makeBackup(data, TODAY, AT, null)).toMatchObject({ goodAt: null });
    expect(told).toHaveBeenCalledTimes(1);
    told.mockRestore();
  });
});

describe('who looks through a data file', () => {
  let folder: string;
  beforeEach(() => {
    folder = mkdtempSync(join(tmpdir(), 'velvet-doctor-'));
    cpSync(process.env.EMBER_SOME_TEMPLATE!, folder, { recursive: true });
  });
  afterEach(() => rmSync(folder, { recursive: true }));
  const open = () => openStore(dataFile(folder));
  const wrong = (db: ReturnType<typeof open>) =>
    examine(db).flatMap((finding) => finding.wrong.map((words) => `${finding.what}: ${words}`));

  it('finds the demo sound, and nothing changes by looking', () => {
    const db = open();
    const before = db.prepare('SELECT total_changes()').pluck().get();
    expect(wrong(db)).toEqual([]);
    expect(db.prepare('SELECT total_changes()').pluck().get()).toBe(before);
    db.close();
  });

  it('finds states that are not as they should be, and they are mended by folding anew', () => {
    const db = open();
    db.exec("DELETE FROM state WHERE subject_id = 'battery-002'");
    expect(wrong(db)).toEqual([expect.stringContaining('nothing is kept of battery battery-002')]);
    rebuildStates(db);
    expect(wrong(db)).toEqual([]);
    db.close();
  });

  it('finds facts that were lost, and entries that this program would not take', () => {
    const db = open();
    db.pragma('foreign_keys = OFF');
    db.exec(`DELETE FROM battery WHERE id = 'battery-003';
             INSERT INTO entry (id, subject_kind, subject_id, kind, version, at, by, data, recorded_at)
             VALUES ('x', 'battery', 'battery-001', 'note', 1, '2027-01-14T09:00:00.000Z', 'Ida', '{}',
                     '2027-01-14T09:00:00.000Z')`);
    const found = wrong(db).join('\n');
    expect(found).toContain('battery battery-003 has entries, and no facts');
    expect(found).toMatch(/entry \d+ \(note\)/);
    db.close();
  });
});
