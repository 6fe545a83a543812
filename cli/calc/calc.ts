import { BadInput, parseFlags } from '../flags';
import { TOOLS } from './tools';

/** The tools, flags and units of `./ember calc`. */
export function calcHelp(): string {
  const lines = [
    './ember calc TOOL --flag value …',
    'Prints one JSON object; bad input: exit 2.',
    '',
  ];
  for (const [name, { about, flags, answers }] of Object.entries(TOOLS)) {
    lines.push(`${name}: ${about}`);
    for (const [flag, { range, about: what }] of Object.entries(flags)) {
      lines.push(`  --${flag.padEnd(26)} ${what}: ${range}`);
    }
    lines.push('  answers');
    for (const [field, what] of Object.entries(answers)) {
      lines.push(`    ${field.padEnd(26)} ${what}`);
    }
    lines.push('');
  }
  return lines.join('\n');
}

/** Runs one tool; the answer is an object to be printed as JSON. */
export function calc(argv: readonly string[]): object {
  const [name, ...rest] = argv;
  const tool = name !== undefined && Object.hasOwn(TOOLS, name) ? TOOLS[name] : undefined;
  if (!tool) {
    throw new BadInput(
      `${name ?? 'calc'}: no such tool; allowed: ${Object.keys(TOOLS).join('|')} (see ./ember calc --help)`,
    );
  }
  return tool.run(parseFlags(tool.flags, rest));
}
