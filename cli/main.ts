import { DEMO_FOLDER, DEMO_PACE, DEMO_PORT } from '../demo/site';
import { StoreProblem } from '../store/open';
import {
  BadInput,
  bare,
  number,
  oneOf,
  optional,
  parseFlags,
  text,
  whole,
  withDefault,
  type Values,
} from './flags';
import type { ClashAnswer } from '../store/archive/read';
import type { LanFlags } from './lan/open';
import { Trouble } from './trouble';

// Each command loads what it needs when it is given: a server need not wait for the benchmarks.

const SITE_FOLDER = '.data/site';
const START_PORT = 4871;

const HELP = `Velvet Ember keeps the batteries of laid-up vehicles ready.

  ./ember demo [--port N] [--fresh yes] [--pace N]
                                            the demo site, on http://127.0.0.1:${DEMO_PORT}
  ./ember start [--data DIR] [--port N]     your own site, on http://127.0.0.1:${START_PORT}; data in ${SITE_FOLDER}
  ./ember start --backups DIR               a copy of each day's backup on a stick or a share too
  ./ember start --lan [--name HOST,…] [--public-url URL]
                                            open to phones of the building, with TLS and sign-in
  ./ember start --behind-proxy --public-url URL
                                            the same behind a proxy on this machine that has TLS
  ./ember pair [--data DIR]                 a code to pair a phone or desk with
  ./ember passphrase --name NAME [--data DIR]
                                            a new passphrase for who forgot theirs
  ./ember test [--only format|lint|types|unit|e2e]
                                            install, format, lint, types, unit tests, end to end
  ./ember calc TOOL --flag value …          one computation, as JSON; ./ember calc --help
  ./ember plan --in season.json [--out plan.json] [--ics plan.ics] [--seconds N]
                                            the work of a whole season, planned
  ./ember check-plan --in season.json --plan plan.json
                                            any plan held against its season, rule by rule
  ./ember bench [--only sizes|server|paint|core|judge|draw|hunt|foresee|elsewhere|stream|season|played|soak]
                                            how fast it is and how well it judges
  ./ember backup FILE [--data DIR]          a consistent copy, also while the server runs
  ./ember restore [FILE|DAY] [--data DIR]   puts a backup in place; the old data is kept aside;
                                            without a name: lists those that were kept
  ./ember keep [--backups DIR] [--data DIR] makes today's backup now; a server does so every day
  ./ember doctor [--mend] [--data DIR]      looks through the data, and says what to do
  ./ember export DIR [--data DIR]           everything, as one archive and as tables; also while it runs
  ./ember import DIR [--clash keep|take|both] [--data DIR]
                                            takes an archive in, whole or not at all
  ./ember --help                            this
`;

const port = (standard: number) => withDefault(whole(1, 65_535, '', 'port'), standard);
const data = withDefault(text('data folder', 'a folder'), SITE_FOLDER);

/** How a server is opened to the building. */
const LAN = {
  lan: bare('answer phones of the building, with TLS and sign-in'),
  'behind-proxy': bare('answer a proxy on this machine that has TLS, with sign-in'),
  name: optional(
    text('another name of this machine in the building', 'a name, or names with commas'),
  ),
  'public-url': optional(text('where phones and printed codes lead', 'https://HOST')),
};

const BACKUPS = text('where a copy of each backup goes too: a stick, a share', 'a folder');
const SERVE = { data, port: port(START_PORT), ...LAN };

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
      await printCalc(rest);
      return 0;
    case 'demo': {
      const flags = parseFlags(
        {
          port: port(DEMO_PORT),
          data: withDefault(text('where its data lie', 'a folder'), DEMO_FOLDER),
          fresh: optional(text('make the data anew', 'yes')),
          pace: withDefault(number(1, 120, '', 'how many times faster the bench runs'), DEMO_PACE),
          ...LAN,
        },
        rest,
      );
      const { demo } = await import('./demo');
      const { data: folder, port: on, pace } = flags;
      return demo({ folder, port: on, fresh: flags.fresh !== undefined, pace }, lanOf(flags));
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
      const { playOutside } = await import('./stand-in');
      return playOutside(flags, ports, flags.pace, {
        slowShare: flags['slow-share'],
        hangUpShare: flags['hang-up-share'],
      });
    }
    case 'start': {
      const flags = parseFlags({ ...SERVE, backups: optional(BACKUPS) }, rest);
      const { data: folder, port: on } = flags;
      const [{ serve }, { open }] = await Promise.all([import('./server'), import('./lan/open')]);
      const now = process.env.EMBER_NOW ?? null;
      const opened = await open(folder, on, lanOf(flags));
      const backups = { also: flags.backups ?? null };
      return serve({ folder, port: on, now, opened, backups });
    }
    case 'pair': {
      const { pairingCode } = await import('./lan/shell');
      console.log(await pairingCode(parseFlags({ data }, rest).data));
      return 0;
    }
    case 'passphrase': {
      const name = text('who forgot it', 'a name');
      const flags = parseFlags({ data, name }, rest);
      const { newPassphrase } = await import('./lan/shell');
      console.log(await newPassphrase(flags.data, flags.name));
      return 0;
    }
    case 'backup': {
      const [file, ...more] = rest;
      const now = new Date().toISOString();
      const { backup } = await import('../store/backup');
      console.log(backup(parseFlags({ data }, more).data, fileName(command, file), now));
      return 0;
    }
    case 'restore': {
      const name = rest[0]?.startsWith('--') ? undefined : rest[0];
      const more = name === undefined ? rest : rest.slice(1);
      const flags = parseFlags({ data }, more);
      const { restoreFrom } = await import('./restore');
      console.log(restoreFrom(flags.data, name ?? null, new Date().toISOString()));
      return 0;
    }
    case 'keep': {
      const flags = parseFlags({ data, backups: optional(BACKUPS) }, rest);
      const { keepNow } = await import('./keep-backups');
      const { words, isGood } = keepNow(flags.data, flags.backups ?? null);
      console.log(words);
      return isGood ? 0 : 1;
    }
    case 'doctor': {
      const flags = parseFlags({ data, mend: bare('fold anew what is not as it should be') }, rest);
      const { doctor } = await import('./doctor');
      const { lines, isSound } = doctor(flags.data, flags.mend);
      console.log(lines.join('\n'));
      return isSound ? 0 : 1;
    }
    case 'export': {
      const [to, ...more] = rest;
      const { exportTo } = await import('./take-out');
      console.log(exportTo(parseFlags({ data }, more).data, fileName(command, to)));
      return 0;
    }
    case 'import': {
      const [from, ...more] = rest;
      const clash = optional(
        oneOf<ClashAnswer>(['keep', 'take', 'both'], 'where something is here otherwise'),
      );
      const flags = parseFlags({ data, clash }, more);
      const { importFrom } = await import('./take-out');
      const path = fileName(command, from);
      console.log(await importFrom(flags.data, path, flags.clash ?? null));
      return 0;
    }
    case 'plan':
      return (await import('./plan')).plan(rest);
    case 'check-plan':
      return (await import('./plan')).checkPlanFiles(rest);
    case 'bench':
      return (await import('./benchmark/bench')).bench(rest);
    default:
      throw new BadInput(`${command}: no such command; see ./ember --help`);
  }
}

const lanOf = (flags: Values<typeof LAN>): LanFlags => ({
  isLan: flags.lan,
  isBehindProxy: flags['behind-proxy'],
  names: flags.name?.split(',') ?? [],
  publicUrl: flags['public-url'] ?? null,
});

async function printCalc(rest: readonly string[]): Promise<void> {
  const { calc, calcHelp } = await import('./calc/calc');
  if (rest.length === 0 || rest.includes('--help')) console.log(calcHelp());
  else console.log(JSON.stringify(calc(rest)));
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
