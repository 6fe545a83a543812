import { existsSync } from 'node:fs';
import { makeDemo } from '../demo/make';
import { DEMO_NOW, DEMO_PORT } from '../demo/site';
import { livingFile } from '../demo/living';
import { worldFile } from '../demo/world';
import { GOOD_MANNERS } from '../simulators/scpi-meter';
import { writeMeter } from '../store/devices';
import { StoreProblem, dataFile, openStore } from '../store/open';
import type { FolderLock } from '../store/lock';
import { backup, restore } from './backup';
import { bench } from './benchmark/bench';
import { calc, calcHelp } from './calc/calc';
import { BadInput, number, optional, parseFlags, text, whole, withDefault } from './flags';
import { checkPlanFiles, plan } from './plan';
import { lockOrSay } from './serve-here';
import { HOST } from './host';
import { Trouble, requirePort, serve } from './server';
import { DEMO_PACE, outsidePorts, playOutside, startOutside } from './stand-in';

const SITE_FOLDER = '.data/site';
const DEMO_FOLDER = '.data/demo';
const START_PORT = 4871;

const HELP = `Velvet Ember keeps the batteries of laid-up vehicles ready.

  ./ember demo [--port N] [--fresh yes] [--pace N]
                                            the demo site, on http://127.0.0.1:${DEMO_PORT}
  ./ember start [--data DIR] [--port N]     your own site, on http://127.0.0.1:${START_PORT}; data in ${SITE_FOLDER}
  ./ember test [--only format|lint|types|unit|e2e]
                                            install, format, lint, types, unit tests, end to end
  ./ember calc TOOL --flag value …          one computation, as JSON; ./ember calc --help
  ./ember plan --in season.json [--out plan.json] [--ics plan.ics] [--seconds N]
                                            the work of a whole season, planned
  ./ember check-plan --in season.json --plan plan.json
                                            any plan held against its season, rule by rule
  ./ember bench [--only sizes|server|core|judge|draw|hunt|foresee|stream|season|played|soak]
                                            how fast it is and how well it judges
  ./ember backup FILE [--data DIR]          a consistent copy, also while the server runs
  ./ember restore FILE [--data DIR]         puts a backup in place; the old data is kept aside
  ./ember --help                            this
`;

const port = (standard: number) => withDefault(whole(1, 65_535, '', 'port'), standard);
const data = withDefault(text('data folder', 'a folder'), SITE_FOLDER);

const SERVE = { data, port: port(START_PORT) };

async function run(argv: readonly string[]): Promise<number> {
  const [command, ...rest] = argv;
  switch (command) {
    case undefined:
    case 'help':
    case '--help':
    case '-h':
      console.log(HELP);
      return 0;
    case 'calc':
      if (rest.length === 0 || rest.includes('--help')) console.log(calcHelp());
      else console.log(JSON.stringify(calc(rest)));
      return 0;
    case 'demo': {
      const flags = parseFlags(
        {
          port: port(DEMO_PORT),
          fresh: optional(text('make the data anew', 'yes')),
          pace: withDefault(number(1, 120, '', 'how many times faster the bench runs'), DEMO_PACE),
        },
        rest,
      );
      // Before anything is changed: a demo that runs already keeps its data and its meter.
      await requirePort(flags.port);
      const lock = lockOrSay(DEMO_FOLDER);
      if (flags.fresh || !existsSync(dataFile(DEMO_FOLDER))) {
        console.log('Making the demo site: three months of a mill full of laid-up vehicles');
        const { entries, batteries } = makeDemo(DEMO_FOLDER);
        console.log(`  ${batteries.length} batteries, ${entries.length} entries in ${DEMO_FOLDER}`);
      } else {
        console.log(`Demo data of before kept (${DEMO_FOLDER}); --fresh yes makes it anew`);
      }
      return serveDemo(flags.port, flags.pace, lock);
    }
    case 'outside': {
      const flags = parseFlags(
        {
          world: text('what the meter finds, as the demo wrote it'),
          living: text('how the site lives, as the demo wrote it'),
          app: text('address of the program', 'http://127.0.0.1:4870'),
          port: whole(1, 65_535, '', 'port of the meter'),
          'hands-port': whole(1, 65_535, '', 'port of the hands'),
          'site-port': whole(1, 65_535, '', 'port of the site’s time'),
          pace: withDefault(number(0.1, 1000, '', 'how many times faster its seconds run'), 1),
          'slow-share': withDefault(number(0, 1, '', 'share of answers a second late'), 0),
          'hang-up-share': withDefault(number(0, 1, '', 'share of answers cut in mid-line'), 0),
        },
        rest,
      );
      const ports = {
        meter: flags.port,
        hands: flags['hands-port'],
        site: flags['site-port'],
      };
      return playOutside(flags, ports, flags.pace, {
        ...GOOD_MANNERS,
        slowShare: flags['slow-share'],
        hangUpShare: flags['hang-up-share'],
      });
    }
    case 'start': {
      const flags = parseFlags(SERVE, rest);
      return serve({ folder: flags.data, port: flags.port, now: process.env.EMBER_NOW ?? null });
    }
    case 'backup': {
      const [file, ...more] = rest;
      const now = new Date().toISOString();
      console.log(backup(parseFlags({ data }, more).data, fileName(command, file), now));
      return 0;
    }
    case 'restore': {
      const [file, ...more] = rest;
      const stamp = new Date().toISOString().replaceAll(/[:.]/g, '-');
      console.log(restore(parseFlags({ data }, more).data, fileName(command, file), stamp));
      return 0;
    }
    case 'plan':
      return plan(rest);
    case 'check-plan':
      return checkPlanFiles(rest);
    case 'bench':
      return bench(rest);
    default:
      throw new BadInput(`${command}: no such command; see ./ember --help`);
  }
}

/** The demo with its meter, each a process of its own. */
async function serveDemo(port: number, pace: number, lock: FolderLock): Promise<number> {
  const ports = await outsidePorts();
  const db = openStore(dataFile(DEMO_FOLDER));
  writeMeter(db, { name: 'Bench meter', host: HOST, port: ports.meter });
  db.close();
  const files = {
    world: worldFile(DEMO_FOLDER),
    living: livingFile(DEMO_FOLDER),
    app: `http://${HOST}:${port}`,
  };
  const outside = startOutside(files, ports, pace);
  process.once('exit', () => outside.kill());
  console.log(`A simulated meter speaks SCPI at ${HOST}:${ports.meter}`);
  const env = {
    EMBER_HANDS: String(ports.hands),
    EMBER_PACE: String(pace),
    EMBER_OUTSIDE: String(ports.site),
  };
  return serve({ folder: DEMO_FOLDER, port, now: DEMO_NOW, env }, lock);
}

function fileName(command: string, file: string | undefined): string {
  if (!file || file.startsWith('--')) throw new BadInput(`${command}: name the file`);
  return file;
}

// What is written is for the eyes of the person who runs it.
process.umask(0o077);

run(process.argv.slice(2)).then(
  // What still holds on to the process is done with: threads, a meter that is asked.
  (code) => process.exit(code),
  (error: unknown) => {
    const known =
      error instanceof BadInput || error instanceof Trouble || error instanceof StoreProblem;
    console.error(known ? error.message.replaceAll('\n', ' ') : error);
    process.exitCode = error instanceof BadInput ? 2 : 1;
  },
);
