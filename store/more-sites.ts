import { t } from '../core/language';
import { existsSync, mkdirSync, readFileSync, renameSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { z } from 'zod';
import { StoreProblem } from './open';

/** Names a site among those of an installation: its folder, and its cookies. */
const Mark = z
  .string()
  .max(40)
  .regex(/^[a-z0-9]+(-[a-z0-9]+)*$/, {
    error: () => t`small letters and digits, with hyphens between`,
  });

const MoreSite = z.strictObject({ mark: Mark, port: z.int().min(1).max(65_535) });
/** One more site beside the first: a data file of its own, on a port of its own. */
export type MoreSite = z.infer<typeof MoreSite>;

const MoreSites = z
  .array(MoreSite)
  .max(200)
  .refine((sites) => new Set(sites.map(({ mark }) => mark)).size === sites.length, {
    error: () => t`a mark is there twice`,
  })
  .refine((sites) => new Set(sites.map(({ port }) => port)).size === sites.length, {
    error: () => t`a port is there twice`,
  });

const listOf = (folder: string) => join(folder, 'sites.json');

/** The data folder of one more site. */
export const folderOf = (folder: string, { mark }: Pick<MoreSite, 'mark'>): string =>
  join(folder, 'sites', mark);

/** The sites beside the first. Throws a `StoreProblem` where the list cannot be read. */
export function readMoreSites(folder: string): MoreSite[] {
  const file = listOf(folder);
  if (!existsSync(file)) return [];
  try {
    return MoreSites.parse(JSON.parse(readFileSync(file, 'utf8')));
  } catch (error) {
    const why = error instanceof z.ZodError ? error.issues[0]!.message : (error as Error).message;
    throw new StoreProblem(
      t`The list of sites ${file} cannot be read (${why}). It is an array of ${'{"mark": "north-yard", "port": 4872}'}; without the file the first site is served alone.`,
    );
  }
}

/** Puts one more site on the list, and makes its folder. */
export function addMoreSite(folder: string, site: MoreSite): void {
  const sites = MoreSites.parse([...readMoreSites(folder), site]);
  mkdirSync(folderOf(folder, site), { recursive: true, mode: 0o700 });
  // Whole or not at all: a list that was half written would hide every site on it.
  const written = `${listOf(folder)}.new`;
  writeFileSync(written, `${JSON.stringify(sites, null, 2)}\n`, { mode: 0o600 });
  renameSync(written, listOf(folder));
}

/** A mark for a site of a name, which no other has. */
export function markFor(name: string, taken: readonly string[]): string {
  const plain = name
    .normalize('NFD')
    .replace(/\p{M}/gu, '')
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .slice(0, 30)
    .replace(/^-+|-+$/g, '');
  const stem = plain === '' ? 'site' : plain;
  for (let n = 1; ; n++) {
    const mark = n === 1 ? stem : `${stem}-${n}`;
    if (!taken.includes(mark)) return mark;
  }
}
