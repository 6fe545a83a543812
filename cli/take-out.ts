import {
  closeSync,
  existsSync,
  mkdirSync,
  openSync,
  readFileSync,
  readdirSync,
  rmSync,
  writeSync,
} from 'node:fs';
import { join } from 'node:path';
import { createInterface } from 'node:readline/promises';
import { csvOf } from '../features/take-out/csv';
import { TABLE_NAMES } from '../features/take-out/tables';
import { archiveSchema } from '../store/archive/schema';
import {
  readArchive,
  takeArchive,
  type Archive,
  type Clash,
  type ClashAnswer,
} from '../store/archive/read';
import { archiveLines } from '../store/archive/write';
import { sharedBays } from '../store/doctor';
import { dataFile, openStore, openToRead, unwritable } from '../store/open';
import { readSite } from '../store/site';
import { lockOrSay } from '../store/lock';
import { Trouble } from './trouble';

const ARCHIVE = 'archive.jsonl';

function writeAll(file: string, pieces: Iterable<string>): number {
  const handle = openSync(file, 'w', 0o600);
  let n = 0;
  try {
    for (const piece of pieces) {
      writeSync(handle, piece);
      n += 1;
    }
  } finally {
    closeSync(handle);
  }
  return n;
}

function* ended(lines: Iterable<string>) {
  for (const line of lines) yield `${line}\n`;
}

/** Everything of a site into a folder: one archive, its schema, and tables for a spreadsheet. */
export function exportTo(folder: string, to: string): string {
  const file = dataFile(folder);
  if (!existsSync(file)) throw new Trouble(`There is no data in ${folder} to take out.`);
  try {
    mkdirSync(to, { recursive: true, mode: 0o700 });
  } catch (error) {
    throw unwritable(to, error);
  }
  if (readdirSync(to).length > 0) {
    throw new Trouble(`${to} is not empty: name a folder that is, or is not there yet.`);
  }
  const db = openToRead(file);
  try {
    if (!readSite(db))
      throw new Trouble(`No site is set up in ${folder}: there is nothing to take out.`);
    const lines = writeAll(join(to, ARCHIVE), ended(archiveLines(db)));
    writeAll(join(to, 'archive.schema.json'), [`${JSON.stringify(archiveSchema(), null, 2)}\n`]);
    for (const name of TABLE_NAMES) writeAll(join(to, `${name}.csv`), csvOf(db, name));
    return `${to} holds everything: ${ARCHIVE} (${lines} lines, which ./ember import reads) and ${TABLE_NAMES.length} tables.`;
  } catch (error) {
    rmSync(join(to, ARCHIVE), { force: true });
    throw error;
  } finally {
    db.close();
  }
}

const ANSWER_WORDS: Readonly<Record<ClashAnswer, string>> = {
  keep: 'keep what is here',
  take: 'take the archive’s',
  both: 'both, the archive’s under another name',
};

/** What is asked is asked at the terminal; without one, or with `clash`, all is answered alike. */
async function answers(
  archive: Archive,
  file: string,
  clash: ClashAnswer | null,
): Promise<(clash: Clash) => ClashAnswer> {
  const found: Clash[] = [];
  // Tried first, and taken back: what clashes is known before anything is written.
  const trial = openStore(file);
  class Tried extends Error {}
  try {
    trial.transaction(() => {
      takeArchive(trial, archive, (one) => {
        found.push(one);
        return clash !== null && one.answers.includes(clash) ? clash : one.answers[0]!;
      });
      throw new Tried();
    })();
  } catch (error) {
    if (!(error instanceof Tried)) throw error;
  } finally {
    trial.close();
  }
  if (found.length === 0 || clash !== null) {
    return ({ answers: may }) => (clash !== null && may.includes(clash) ? clash : may[0]!);
  }
  if (!process.stdin.isTTY) {
    throw new Trouble(
      `${found.length} things are here otherwise, as: ${found[0]!.words} Nothing was taken. Run it at a terminal to be asked about each, or add --clash keep, take or both.`,
    );
  }
  const terminal = createInterface({ input: process.stdin, output: process.stdout });
  const said = new Map<string, ClashAnswer>();
  for (const { words, answers: may } of found) {
    const offered = may.map((one) => `${one}: ${ANSWER_WORDS[one]}`).join(' · ');
    let answer: ClashAnswer | undefined;
    while (!answer) {
      const typed = (await terminal.question(`${words}\n  ${offered}\n  > `)).trim();
      answer = may.find((one) => one.startsWith(typed.toLowerCase()) && typed !== '');
    }
    said.set(words, answer);
  }
  terminal.close();
  // What follows from an answer may clash again: then what is here stays.
  return ({ words, answers: may }) => said.get(words) ?? may[0]!;
}

/** Takes an archive into a data folder, whole or not at all. */
export async function importFrom(
  folder: string,
  from: string,
  clash: ClashAnswer | null,
): Promise<string> {
  const path = from.endsWith('.jsonl') ? from : join(from, ARCHIVE);
  if (!existsSync(path))
    throw new Trouble(`${path} is not there: name a folder that ./ember export made.`);
  const archive = readArchive(readFileSync(path, 'utf8').split('\n'));
  const lock = lockOrSay(folder);
  try {
    const file = dataFile(folder);
    openStore(file).close();
    const ask = await answers(archive, file, clash);
    const db = openStore(file);
    try {
      const { added, known, kept } = takeArchive(db, archive, ask);
      for (const doubt of archive.doubts) console.log(`taken as it is: ${doubt}`);
      for (const bay of sharedBays(db)) console.log(`More than one stands in ${bay}. Move one.`);
      return `${added} lines taken, ${known} were here already${kept > 0 ? `, ${kept} left out for what is here` : ''}. Passphrases and devices’ tokens are not in an archive: give them anew.`;
    } finally {
      db.close();
    }
  } finally {
    lock.release();
  }
}
