// The catalogue of all that people read: npm run words writes words/en.json anew. Each message stands
// there by its English, with what the code puts into it.
import { execFileSync } from 'node:child_process';
import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import ts from 'typescript';

const TAGS = new Set(['t', 'msg', 'say', 'phrase']);

const parsed = new Map();

/** A file, read and parsed once for all that is asked of it. */
function sourceOf(file) {
  if (!parsed.has(file)) {
    const text = readFileSync(file, 'utf8');
    parsed.set(file, ts.createSourceFile(file, text, ts.ScriptTarget.Latest, true));
  }
  return parsed.get(file);
}

/** Messages of one file, each with what stands in it. */
function messagesOf(source) {
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

/** Attributes of elements that people read or hear. */
const READ_ALOUD = /^(title|label|placeholder|alt|hint|aria-label|caption|heading)$/;
/** Calls whose words nobody reads. */
const UNREAD = /(prepared?|exec|pragma|describe|querySelector\w*|matchMedia|closest|split)$/;
const SQL = /\b(SELECT|INSERT|UPDATE|DELETE|CREATE|WHERE|PRAGMA|FROM|AND|AS)\b/;

/** Sentences of a file that are no message: what people read, and cannot be said in another language. */
function bareWordsOf(source) {
  const file = source.fileName;
  const found = [];
  const add = (node, words) =>
    found.push(
      `${file}:${source.getLineAndCharacterOfPosition(node.getStart()).line + 1} ${words.replace(/\s+/g, ' ').trim().slice(0, 60)}`,
    );
  const visit = (node) => {
    if (ts.isJsxText(node)) {
      const inside = node.parent.openingElement?.tagName.getText() ?? '';
      if (/\p{L}{3}/u.test(node.text) && !/^(code|kbd|title|style)$/.test(inside))
        add(node, node.text);
    }
    if (ts.isJsxAttribute(node) && READ_ALOUD.test(node.name.getText())) {
      const words =
        node.initializer && ts.isStringLiteral(node.initializer) ? node.initializer.text : '';
      if (/^\p{Lu}?\p{Ll}{2,}( |$)/u.test(words)) add(node, words);
    }
    const isText =
      ts.isStringLiteral(node) ||
      ts.isNoSubstitutionTemplateLiteral(node) ||
      ts.isTemplateExpression(node);
    if (isText && !ts.isTaggedTemplateExpression(node.parent)) {
      // What stands in a template is looked at by itself.
      const words = ts.isTemplateExpression(node)
        ? [node.head, ...node.templateSpans.map(({ literal }) => literal)]
            .map((one) => one.text)
            .join('{}')
        : node.text;
      // Three words in a row are a sentence, or part of one.
      if (
        /\p{L}[\p{L}’]*[,:;]? \p{Ll}[\p{L}’]*,? \p{Ll}{2}/u.test(words) &&
        !SQL.test(words) &&
        !isUnread(node)
      )
        add(node, words);
    }
    ts.forEachChild(node, visit);
  };
  const isUnread = (node) => {
    const { parent } = node;
    if (ts.isCallExpression(parent) || ts.isNewExpression(parent)) {
      const called = parent.expression.getText();
      // What ends a program, or goes to its log, is for who looks after it.
      if (UNREAD.test(called) || /^(Error|TypeError|console\.\w+|counted|plural)$/.test(called))
        return true;
    }
    return ts.isExpressionStatement(parent) || ts.isLiteralTypeNode(parent);
  };
  visit(source);
  return found;
}

/**
 * Messages of a file that are said when it is loaded, and stay in the language of then: `t` beside
 * every function, or in a function of the file that is called there.
 */
function frozenWordsOf(source) {
  const file = source.fileName;
  const isSaid = (node) =>
    ts.isTaggedTemplateExpression(node) && /^(t|say|phrase)$/.test(node.tag.getText());
  const says = new Set();
  const within = (root, see) => {
    const visit = (node) => {
      if (node !== root && (ts.isFunctionLike(node) || ts.isClassLike(node))) return;
      see(node);
      ts.forEachChild(node, visit);
    };
    visit(root);
  };
  for (const statement of source.statements) {
    const made = ts.isFunctionDeclaration(statement)
      ? [[statement.name?.text, statement]]
      : ts.isVariableStatement(statement)
        ? statement.declarationList.declarations
            .filter(({ initializer }) => initializer && ts.isFunctionLike(initializer))
            .map(({ name, initializer }) => [name.getText(), initializer])
        : [];
    for (const [name, body] of made) within(body, (node) => isSaid(node) && says.add(name));
  }
  const found = [];
  for (const statement of source.statements) {
    within(statement, (node) => {
      const calls = ts.isCallExpression(node) && says.has(node.expression.getText());
      if (!ts.isFunctionLike(statement) && (isSaid(node) || calls)) {
        const { line } = source.getLineAndCharacterOfPosition(node.getStart());
        found.push(`${file}:${line + 1} ${node.getText().replace(/\s+/g, ' ').slice(0, 60)}`);
      }
    });
  }
  return found;
}

/** All messages that are said when the program is loaded. */
export const frozenWords = () =>
  filesRead()
    .filter((file) => !NOT_READ.test(file))
    .flatMap((file) => frozenWordsOf(sourceOf(file)));

const FILES = /^(core|features|app|store|practice)\/.*\.tsx?$/;
/** What goes to programs, to the shell, or stands for the demo's hands. */
const NOT_READ =
  /^core\/(schedule-validation|meter|reports)\/|^store\/(doctor|kept-backups|archive)|^features\/(demo|pieces|words)\/|document\.ts$|contract\.ts$|openapi|columns\.ts$|template\.ts$|service-worker\.ts$|manifest\.ts$|global-error|app\/layout/;

const filesRead = () =>
  execFileSync('git', ['ls-files', '--cached', '--others', '--exclude-standard'], {
    encoding: 'utf8',
  })
    .split('\n')
    .filter(
      (file) => FILES.test(file) && !/\.(test|fixture)\.tsx?$/.test(file) && existsSync(file),
    );

/** All sentences that are no message. */
export const bareWords = () =>
  filesRead()
    .filter((file) => !NOT_READ.test(file))
    .flatMap((file) => bareWordsOf(sourceOf(file)));

/** The catalogue as it should be. */
export function catalogue() {
  const all = new Map();
  for (const file of filesRead()) {
    for (const [message, holds] of messagesOf(sourceOf(file))) {
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
