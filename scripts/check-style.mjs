// How well the house style is kept: npm run check:style. Each number has a limit that it may not
// pass; where the goal is not reached yet, the limit is what it is today, so that it only gets better.
import { execFileSync } from 'node:child_process';
import { existsSync, readFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import postcss from 'postcss';
import ts from 'typescript';
import { bareWords, catalogue, frozenWords } from './words.mjs';

const files = execFileSync('git', ['ls-files', '--cached', '--others', '--exclude-standard'], {
  encoding: 'utf8',
})
  .split('\n')
  .filter((file) => file !== '' && existsSync(file));
const read = (file) => readFileSync(file, 'utf8');
const code = files.filter((file) => /\.(ts|tsx|mjs)$/.test(file));
const linesOf = (text) => text.split('\n').length - 1;
const sum = (numbers) => numbers.reduce((total, one) => total + one, 0);
const greatest = (list, size) =>
  list.reduce((best, one) => (size(one) > size(best) ? one : best), list[0]);

// ---- style sheets ----
const sheets = files.filter((file) => file.endsWith('.css'));
// Paper has millimetres and points of its own.
const onScreen = sheets.filter((file) => !/tokens|print/.test(file));
const outside = { spaces: [], sizes: [], corners: [], colours: [] };
const blocks = new Map();
for (const file of onScreen) {
  const root = postcss.parse(read(file));
  root.walkDecls(({ prop, value }) => {
    const lengths = value.match(/(?<![\w-])\d*\.?\d+(px|em|rem)/g) ?? [];
    // A hairline is no space.
    const wide = lengths.filter((one) => one !== '0px' && one !== '1px');
    if (/^(margin|padding|gap|row-gap|column-gap)/.test(prop)) outside.spaces.push(...wide);
    if (prop === 'font-size' || prop === 'font') outside.sizes.push(...wide);
    if (/radius$/.test(prop)) outside.corners.push(...wide);
    if (/#[0-9a-f]{3,8}\b|\brgb\(/i.test(value)) outside.colours.push(value);
  });
  root.walkRules((rule) => {
    const body = rule.nodes.map(String).sort().join(';');
    if (rule.nodes.length >= 4) blocks.set(body, (blocks.get(body) ?? 0) + 1);
  });
}
const longestSheet = greatest(sheets, (file) => linesOf(read(file)));

// ---- components ----
const views = files.filter((file) => file.startsWith('features/') && file.endsWith('.tsx'));
const components = views
  .filter((file) => !file.endsWith('.test.tsx'))
  .flatMap((file) => {
    const source = ts.createSourceFile(file, read(file), ts.ScriptTarget.Latest, true);
    const found = [];
    const visit = (node) => {
      if (ts.isFunctionDeclaration(node) && /^[A-Z]/.test(node.name?.text ?? '')) {
        const from = source.getLineAndCharacterOfPosition(node.getStart()).line;
        const to = source.getLineAndCharacterOfPosition(node.end).line;
        found.push({ file, name: node.name.text, lines: to - from + 1 });
      }
      ts.forEachChild(node, visit);
    };
    visit(source);
    return found;
  });
// Our few pieces are what all the others are made of.
const byHand = views.filter((file) => !file.startsWith('features/ui/'));
const longest = greatest(components, ({ lines }) => lines);
const count = (pattern, where = views) =>
  sum(where.map((file) => (read(file).match(pattern) ?? []).length));

// ---- imports that come back to where they began; what is only a type is no tie ----
const known = new Set(code);
const resolved = (from, to) => {
  const base = join(dirname(from), to);
  return [base, `${base}.ts`, `${base}.tsx`, `${base}/index.ts`].find((one) => known.has(one));
};
const ties = new Map(
  code.map((file) => {
    const text = read(file).replace(/^import type [^;]*;$/gm, '');
    const to = ts
      .preProcessFile(text, true, true)
      .importedFiles.filter(({ fileName }) => fileName.startsWith('.'))
      .flatMap(({ fileName, pos }) => {
        // `import { type A, type B } from …` is gone when it is built.
        const clause = text.slice(text.lastIndexOf('import', pos), pos);
        const named = /\{([^}]*)\}\s*from\s*['"]?$/.exec(clause)?.[1];
        const names = named?.split(',').map((name) => name.trim());
        if (names?.filter(Boolean).every((name) => name.startsWith('type '))) return [];
        return resolved(file, fileName) ?? [];
      });
    return [file, to];
  }),
);
/** Files that can be come back to from themselves, by Tarjan's strongly connected components. */
function circles() {
  const index = new Map();
  const low = new Map();
  const stack = [];
  const found = [];
  const visit = (file) => {
    index.set(file, index.size);
    low.set(file, index.get(file));
    stack.push(file);
    for (const next of ties.get(file) ?? []) {
      if (!index.has(next)) {
        visit(next);
        low.set(file, Math.min(low.get(file), low.get(next)));
      } else if (stack.includes(next)) {
        low.set(file, Math.min(low.get(file), index.get(next)));
      }
    }
    if (low.get(file) !== index.get(file)) return;
    const circle = stack.splice(stack.indexOf(file));
    if (circle.length > 1) found.push(circle);
  };
  for (const file of ties.keys()) if (!index.has(file)) visit(file);
  return found;
}
const inCircles = circles();
for (const circle of inCircles) console.log(`in a circle: ${circle.join(', ')}`);

// ---- words: each that people read is a message, and stands in the catalogue ----
const bare = bareWords();
for (const one of bare) console.log(`no message: ${one}`);
const frozen = frozenWords();
for (const one of frozen) console.log(`said when it is loaded: ${one}`);
const listed = Object.keys(JSON.parse(read('words/en.json')));
const messages = Object.keys(catalogue());
const unlisted = [
  ...messages.filter((message) => !listed.includes(message)),
  ...listed.filter((message) => !messages.includes(message)),
];
if (unlisted.length > 0) console.log('words/en.json is of before: npm run words');

// ---- tests ----
const isTest = (file) => /\.(test|fixture)\.tsx?$|^e2e\//.test(file);
// What looks at a screen finds things as a person does: by what they are called.
const screenTests = files.filter((file) => /^e2e\/|\.test\.tsx$/.test(file));
const testLines = sum(code.filter(isTest).map((file) => linesOf(read(file))));
const allLines = sum(code.map((file) => linesOf(read(file))));

/** What is measured, the most (or least) it may be, and where it should come to. */
const measures = [
  ['lines of style sheets', sum(sheets.map((file) => linesOf(read(file)))), 6660, 3200],
  [`longest style sheet (${longestSheet})`, linesOf(read(longestSheet)), 150, 150],
  ['spaces beside the scale', outside.spaces.length, 3, 3],
  ['type sizes beside the scale', outside.sizes.length, 0, 0],
  ['corners beside the scale', outside.corners.length, 0, 0],
  ['colours beside the tokens', outside.colours.length, 0, 0],
  ['style blocks written twice', sum([...blocks.values()].map((n) => n - 1)), 0, 0],
  [`longest component (${longest.name})`, longest.lines, 150, 150],
  ['components over 150 lines', components.filter(({ lines }) => lines > 150).length, 0, 0],
  ['selects by hand', count(/<select\b/g, byHand), 0, 0],
  ['tables by hand', count(/<table\b/g, byHand), 0, 0],
  ['dialogs by hand', count(/<dialog\b/g, byHand), 0, 0],
  ['looks of Ant Design in tests', count(/\.ant-|getByTitle/g, screenTests), 0, 0],
  // Chargers that are noted by these names: what the logbook holds is in no language of its own.
  ['sentences that are no message', bare.length, 4, 4],
  ['messages said when a file is loaded', frozen.length, 0, 0],
  ['messages not as in words/en.json', unlisted.length, 0, 0],
  // What the server is asked for is called the same whoever asks.
  ['words of a language in an address', count(/\b(?:of|query): \{[^}]*\bt`/g), 0, 0],
  ['circles of imports', inCircles.length, 0, 0],
  ['lines of the README', linesOf(read('README.md')), 90, 90],
  ['share of tests, % (at least)', Math.floor((1000 * testLines) / allLines) / 10, 24.7, 25],
];

let slipped = 0;
for (const [name, now, limit, goal] of measures) {
  const least = name.includes('at least');
  const bad = least ? now < limit : now > limit;
  if (bad) slipped++;
  const reached = least ? now >= goal : now <= goal;
  console.log(
    `${bad ? '✗' : reached ? '✓' : '·'} ${name}: ${now}${bad ? `, may be ${limit}` : ''}${reached ? '' : ` (goal ${goal})`}`,
  );
}
if (slipped > 0) {
  console.error(`${slipped} slipped: mend them, or say in scripts/check-style.mjs why it must be.`);
  process.exit(1);
}
