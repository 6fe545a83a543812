import fc from 'fast-check';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { addMoreSite, folderOf, markFor, readMoreSites } from './more-sites';
import { StoreProblem } from './open';

let folder: string;
beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), 'velvet-sites-'));
});
afterEach(() => rmSync(folder, { recursive: true, force: true }));

it('whatever sites are called, each has a mark that is a folder and a cookie, and no two have one', () => {
  fc.assert(
    fc.property(
      fc.array(fc.string({ unit: 'grapheme', maxLength: 80 }), { maxLength: 12 }),
      (names) => {
        const marks: string[] = [];
        for (const name of names) marks.push(markFor(name, marks));
        expect(new Set(marks).size).toBe(marks.length);
        for (const mark of marks) expect(mark).toMatch(/^[a-z0-9]+(-[a-z0-9]+)*$/);
      },
    ),
  );
  expect(markFor('Östliche Schuppen (2)', [])).toBe('ostliche-schuppen-2');
  expect(markFor('北', ['site'])).toBe('site-2');
});

it('the list is read as it was written, and each has a folder', () => {
  expect(readMoreSites(folder)).toEqual([]);
  addMoreSite(folder, { mark: 'north', port: 4872 });
  addMoreSite(folder, { mark: 'south', port: 4873 });
  expect(readMoreSites(folder)).toEqual([
    { mark: 'north', port: 4872 },
    { mark: 'south', port: 4873 },
  ]);
  expect(folderOf(folder, { mark: 'north' })).toBe(join(folder, 'sites', 'north'));
  expect(() => addMoreSite(folder, { mark: 'west', port: 4873 })).toThrow('a port is there twice');
  expect(() => addMoreSite(folder, { mark: '../elsewhere', port: 1 })).toThrow('small letters');
  expect(readMoreSites(folder)).toHaveLength(2);
});

it('a list that somebody broke is told of with its name and how it should be', () => {
  for (const broken of ['[{"mark":"a"', '[{"mark":"A b","port":4872}]', '{}']) {
    writeFileSync(join(folder, 'sites.json'), broken);
    expect(() => readMoreSites(folder)).toThrow(StoreProblem);
    expect(() => readMoreSites(folder)).toThrow(/sites\.json cannot be read .*"port": 4872/);
  }
});
