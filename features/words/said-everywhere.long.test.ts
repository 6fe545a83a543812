import { demoSite, NOW, site } from '../server/demo-server.fixture';
import { QUESTIONS, answer, type QuestionName } from '../server/questions';
import { db } from '../server/store';
import { getWords } from './get-words';
import { speaking } from './languages';
import { PSEUDO } from './pseudo';

demoSite();

/** Texts of a value, at any depth; what is sent as JSON text is looked into as well. */
function* textsIn(value: unknown): Generator<string> {
  if (typeof value === 'string') {
    // What is sent as text is looked into, string by string.
    const inner = /^[[{]["[{]/.test(value) ? value.matchAll(/"(?:[^"\\]|\\.)*"/g) : null;
    if (inner) for (const [one] of inner) yield JSON.parse(one) as string;
    else yield value;
  } else if (typeof value === 'object' && value !== null) {
    const inner = value instanceof Map || value instanceof Set ? [...value] : Object.values(value);
    for (const one of inner) yield* textsIn(one);
  }
}

/** All that people typed in, or called something: it is said as they did. */
function typed(): string[] {
  const tables = db()
    .prepare("SELECT name FROM sqlite_schema WHERE type = 'table' AND name NOT LIKE 'sqlite%'")
    .pluck()
    .all() as string[];
  const rows = tables.flatMap((table) => db().prepare(`SELECT * FROM "${table}"`).all());
  return [...new Set([...textsIn(rows)].filter((text) => /\p{L}{2}/u.test(text)))].sort(
    (a, b) => b.length - a.length,
  );
}

/** Two English words in a row: a letter with an accent is no word of English. */
const ENGLISH = /[A-Za-z]{2,}[,:;]? [a-z]{3,}/;

describe('in another language', () => {
  it('nothing that a page is told is English, but what people wrote themselves', async () => {
    const own = typed();
    const looked = new Set<string>();
    const bare = (text: string) => {
      if (looked.has(text) || !ENGLISH.test(text)) return false;
      looked.add(text);
      const rest = own.reduce((left, one) => left.split(one).join(' '), text);
      return ENGLISH.test(rest);
    };
    const { stays } = site();
    const abouts: Partial<Record<QuestionName, readonly unknown[]>> = {
      vehicle: stays.slice(0, 40).map(({ vehicle }) => vehicle.id),
      charge: stays.slice(0, 20).map(({ batteries }) => batteries[0]!.battery.id),
      bench: stays.slice(0, 4).map(({ batteries }) => batteries[0]!.battery.id),
      print: [{ id: stays[1]!.vehicle.id, base: 'http://127.0.0.1' }],
      yardSeason: [0],
    };
    const found: string[] = [];
    for (const name of Object.keys(QUESTIONS) as QuestionName[]) {
      // Documents for programs; and what is weighed for long.
      if (['keepTightened', 'ruleEffect', 'seasonDocument', 'calendar'].includes(name)) continue;
      for (const about of abouts[name] ?? [null]) {
        const told = await speaking(PSEUDO, () =>
          answer({ name, about, at: NOW, language: PSEUDO }),
        );
        for (const text of textsIn(told)) if (bare(text)) found.push(`${name}: ${text}`);
      }
    }
    expect([...new Set(found)]).toEqual([]);
  });

  it('its words are sent once: who has these very ones is told so', async () => {
    const asked = (headers: Record<string, string>, tag = PSEUDO) =>
      getWords(new Request('http://127.0.0.1/api/words', { headers }), tag);
    const first = asked({});
    expect(await first.text()).toContain(`velvetEmberSpeak("${PSEUDO}"`);
    expect(asked({ 'if-none-match': first.headers.get('etag')! }).status).toBe(304);
    expect(asked({ 'if-none-match': '"of before"' }).status).toBe(200);
    expect(asked({}, '../en').status).toBe(404);
  });
});
