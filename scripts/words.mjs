// The catalogue of all that people read: npm run words writes words/en.json anew. Each message stands
// there by its English, with what the code puts into it.
import { execFileSync } from 'node:child_process';
import { readFileSync, writeFileSync } from 'node:fs';
import ts from 'typescript';

const TAGS = new Set(['t', 'msg', 'say', 'phrase']);

/** Messages of one file, each with what stands in it. */
export function messagesOf(file, text) {
  const source = ts.createSourceFile(file, text, ts.ScriptTarget.Latest, true);
  const found = [];
  const visit = (node) => {
    if (ts.isTaggedTemplateExpression(node) && TAGS.has(node.tag.getText())) {
      const { template } = node;
      const spans = ts.isTemplateExpression(template) ? template.templateSpans : [];
      const head = ts.isTemplateExpression(template) ? template.head.text : template.text;
      found.push([
        head + spans.map(({ literal }, i) => `{${i}}${literal.text}`).join(''),
        spans.map(({ expression }) => expression.getText().replace(/\s+/g, ' ').slice(0, 60)),
      ]);
    }
    const called = ts.isCallExpression(node) ? node.expression.getText() : '';
    if (/^(plural|counted)$/.test(called) && node.arguments.length === 3) {
      const [count, one, other] = node.arguments;
      const so = called === 'counted' ? '# ' : '';
      found.push([
        `{0, plural, one {${so}${one.text}} other {${so}${other.text}}}`,
        [count.getText()],
      ]);
    }
    ts.forEachChild(node, visit);
  };
  visit(source);
  return found;
}

/** The catalogue as it should be. */
export function catalogue() {
  const files = execFileSync('git', ['ls-files', '--cached', '--others', '--exclude-standard'], {
    encoding: 'utf8',
  })
    .split('\n')
    .filter((file) => /^(core|features|app|store)\/.*\.tsx?$/.test(file))
    .filter((file) => !/\.(test|fixture)\.tsx?$/.test(file));
  const all = new Map();
  for (const file of files) {
    for (const [message, holds] of messagesOf(file, readFileSync(file, 'utf8'))) {
      if (/\p{L}/u.test(message.replace(/\{\d+\}/g, '')) && !all.has(message)) {
        all.set(message, holds);
      }
    }
  }
  return Object.fromEntries([...all].sort(([a], [b]) => (a < b ? -1 : 1)));
}

if (process.argv[1]?.endsWith('words.mjs')) {
  const words = catalogue();
  writeFileSync('words/en.json', `${JSON.stringify(words, null, 2)}\n`);
  console.log(`${Object.keys(words).length} messages in words/en.json`);
}
