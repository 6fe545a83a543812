import { existsSync } from 'node:fs';
import { createInterface } from 'node:readline/promises';
import { stderr, stdin } from 'node:process';
import { Writable } from 'node:stream';
import { hashOf } from '../../features/access/passphrase';
import { FirstBody } from '../../features/access/schema';
import { newCode } from '../../features/access/secrets';
import { forgetTries } from '../../store/attempts';
import { addCode } from '../../store/sessions';
import { noteDoor } from '../../store/door';
import { readPersonNamed, setPassphrase } from '../../store/people';
import { dataFile, openStore, type Db } from '../../store/open';
import { Trouble } from '../trouble';

/** The data of a folder that has some. */
function opened(folder: string): Db {
  const file = dataFile(folder);
  if (!existsSync(file)) {
    throw new Trouble(`There is no data in ${folder}: name the folder with --data.`);
  }
  return openStore(file);
}

/** A new code in a data folder, also while its server runs. */
export function codeIn(folder: string): string {
  const db = opened(folder);
  const code = newCode();
  addCode(db, code, Date.now(), null);
  db.close();
  return code;
}

/** What is said with a new code. */
export const pairingCode = (folder: string): string =>
  `${codeIn(folder)}\nOpen the page /pair of the server on the phone or desk, and type it: it is good once, for five minutes.`;

/** Sets a new passphrase, asked for without being shown; who is signed in with the old one is out. */
export async function newPassphrase(folder: string, name: string): Promise<string> {
  const db = opened(folder);
  try {
    const person = readPersonNamed(db, name);
    if (!person) throw new Trouble(`Nobody of the name ${name} works here.`);
    const typed = FirstBody.safeParse({ name, passphrase: await asked() });
    if (!typed.success) throw new Trouble(typed.error.issues[0]!.message);
    setPassphrase(db, person.id, await hashOf(typed.data.passphrase));
    await forgetTries(db, { person: name.toLowerCase() });
    noteDoor(db, Date.now(), 'passphrase', { personId: person.id, by: 'the shell' });
    return `${person.name} has a new passphrase.`;
  } finally {
    db.close();
  }
}

/** A line that is typed, or comes in from elsewhere; it is not shown. */
async function asked(): Promise<string> {
  if (stdin.isTTY) stderr.write('New passphrase (it is not shown): ');
  const unseen = new Writable({ write: (_piece, _as, done) => done() });
  const lines = createInterface({ input: stdin, output: unseen, terminal: stdin.isTTY });
  try {
    for await (const line of lines) return line;
    return '';
  } finally {
    lines.close();
    if (stdin.isTTY) stderr.write('\n');
  }
}
