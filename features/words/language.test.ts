import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import { createElement } from 'react';
import { CHEMISTRIES } from '../../core/battery/chemistries';
import { SCALES } from '../../core/battery/scales';
import { BATTERY_FACTS } from '../../core/facts/battery';
import { HALL_FACTS } from '../../core/facts/hall';
import { SITE_FACTS } from '../../core/facts/site';
import { VEHICLE_FACTS } from '../../core/facts/vehicle';
import { STAGES } from '../../core/hand-back/stages';
import { INSPECTION_POINTS } from '../../core/inspect/points';
import { STORAGE_PLANS } from '../../core/plan/storage-plans';
import { PROCEDURES } from '../../core/procedures/procedures';
import { CHOICES } from '../../core/rules/choices';
import { DARK_CHECKS } from '../../core/site/dark-checks';
import { VEHICLE_KINDS } from '../../core/site/vehicle-kinds';
import { JOINTS } from '../../core/vehicle-tests/voltage-drop';
import { renderToStaticMarkup } from 'react-dom/server';
import { askedFor, speaking } from './languages';
import { languageOf } from './language-of';
import { phrase } from './phrase';
import { PSEUDO, accented, pseudo } from './pseudo';
import {
  counted,
  decimal,
  msg,
  plural,
  speakAs,
  t,
  withWords,
  type Language,
} from '../../core/language';
import { chanceWords, formatMoney, formatTemperature, formatVolts, plain, say } from '../../core/words/words';
import { DEFAULT_RULES } from '../../core/rules/rules';
import { shortDay, toDay } from '../../core/day';

/** Says something as one who reads this language is told it. */
function as<T>(language: Language | null, act: () => T): T {
  speakAs(() => language);
  try {
    return act();
  } finally {
    speakAs(() => null);
  }
}

// Invented words: what is tested is the order, the forms and the figures.
const polish = languageOf('pl', {
  'Read {0} in {1}': '{1}: {0} czytaj',
  '{0, plural, one {# day} other {# days}}':
    '{0, plural, one {# dzień} few {# dni} many {# dni wielu} other {# dnia}}',
  '{0, plural, one {battery} other {batteries}}': '{0, plural, one {bateria} other {baterie}}',
  Mon: 'pon',
  '{0} {1} {2}': '{0} {1} {2}',
  Starter: 'Rozruch',
});

const read = (battery: string, hall: string) => t`Read ${battery} in ${hall}`;

describe('a message', () => {
  it('is its English where no other language is asked for', () => {
    expect(read('B1', 'the hall')).toBe('Read B1 in the hall');
    expect([counted(1, 'day', 'days'), counted(2, 'day', 'days')]).toEqual(['1 day', '2 days']);
    expect(plural(1, 'battery', 'batteries')).toBe('battery');
  });

  it('is said at once by another, in an order of its own', () => {
    expect(as(polish, () => read('B1', 'hala'))).toBe('hala: B1 czytaj');
    const set = () => phrase`Read ${createElement('b', null, 'B1')} in ${'<hall>'}`;
    expect(renderToStaticMarkup(set())).toBe('Read <b>B1</b> in &lt;hall&gt;');
    expect(renderToStaticMarkup(as(polish, set))).toBe('&lt;hall&gt;: <b>B1</b> czytaj');
  });

  it('that is not in the catalogue is said in English, and everything around it is not', () => {
    expect(as(polish, () => t`Nobody translated ${counted(1, 'day', 'days')}`)).toBe(
      'Nobody translated 1 dzień',
    );
  });

  it('that cannot be read as a message is said in English, and the log says so', () => {
    const log = jest.spyOn(console, 'error').mockImplementation(() => undefined);
    const broken = languageOf('de', { 'Read {0} in {1}': '{0} lies {1' });
    expect(as(broken, () => read('B1', 'hall'))).toBe('Read B1 in hall');
    expect(log.mock.calls[0]![0]).toContain('“Read {0} in {1}” cannot be read');
    log.mockRestore();
  });

  it('counts by the rules of its language (CLDR: Polish has forms for one, few and many)', () => {
    const days = (n: number) => as(polish, () => counted(n, 'day', 'days'));
    expect([1, 2, 5, 22, 25].map(days)).toEqual([
      '1 dzień',
      '2 dni',
      '5 dni wielu',
      '22 dni',
      '25 dni wielu',
    ]);
  });

  it('has its figures written as the language writes them', () => {
    expect(as(polish, () => formatVolts(12.5))).toBe('12,50 V');
    expect(as(polish, () => formatTemperature(-0.2, DEFAULT_RULES, 1))).toBe('−0,2 °C');
    expect(as(polish, () => formatTemperature(-0.04, DEFAULT_RULES, 1))).toBe('0,0 °C');
    expect(as(polish, () => t`Read ${12.5} in ${3}`)).toBe('3: 12,5 czytaj');
    expect(as(languageOf('de', {}), () => formatMoney(4.5, { currency: 'EUR' }))).toBe('4,50\u00a0€');
    expect(decimal(1.005, 1)).toBe('1.0');
  });

  it('keeps what stands in it, whatever that is', () => {
    const swapped = languageOf('xx', { 'Read {0} in {1}': '{1} {0}' });
    fc.assert(
      fc.property(fc.string(), fc.string(), (a, b) => {
        expect(read(a, b)).toBe(`Read ${a} in ${b}`);
        expect(as(swapped, () => read(a, b))).toBe(`${b} ${a}`);
      }),
    );
  });
});

describe('a constant with messages in it', () => {
  const PART = { id: 'part', why: msg`Why ${1}` };
  const KINDS = withWords({
    starter: { label: msg`Starter`, steps: [PART, { ...PART, id: 'other' }] },
    limits: { volts: 12 },
  });

  it('is said in the language of who reads it, each time anew', () => {
    expect(KINDS.starter.label).toBe('Starter');
    expect(as(polish, () => KINDS.starter.label)).toBe('Rozruch');
    expect(KINDS.starter.label).toBe('Starter');
  });

  it('says what was taken over from a part of another', () => {
    const german = languageOf('de', { 'Why {0}': 'Weil {0}' });
    const whys = () => KINDS.starter.steps.map(({ why }) => why);
    expect(whys()).toEqual(['Why 1', 'Why 1']);
    expect(as(german, whys)).toEqual(['Weil 1', 'Weil 1']);
  });

  it('is passed on as what it says', () => {
    expect(JSON.parse(JSON.stringify(KINDS.starter))).toMatchObject({ label: 'Starter' });
    expect(as(polish, () => structuredClone({ ...KINDS.starter }).label)).toBe('Rozruch');
  });

  it('is the very same where no message is in it, and what was handed in stays', () => {
    const plainOne = { volts: [1, { of: 2 }] };
    expect(withWords(plainOne)).toBe(plainOne);
    expect(Object.getOwnPropertyDescriptor(PART, 'why')!.get).toBeUndefined();
  });
});

describe('who is told what', () => {
  const env = { ...process.env };
  beforeAll(() => (process.env.EMBER_NOW = '2027-01-14T09:00:00.000Z'));
  afterAll(() => (process.env = env));

  it('is one language for each request, however they overlap', async () => {
    const sayAll = async (first: number) => {
      const all: string[] = [];
      for (let i = 0; i < 3; i++) {
        await new Promise((done) => setTimeout(done, first + i));
        all.push(t`Round`);
      }
      return all;
    };
    const [english, other] = await Promise.all([
      speaking(null, () => sayAll(1)),
      speaking(PSEUDO, () => sayAll(2)),
    ]);
    expect(english).toEqual(['Round', 'Round', 'Round']);
    expect(other).toEqual(Array(3).fill(accented('Round')));
  });

  it.each([
    ['velvet-language=de', 'fr', 'de'],
    ['a=b; velvet-language=fr; c=d', undefined, 'fr'],
    ['velvet-language=../../etc', undefined, 'en'],
    ['velvet-language=xx', 'de-AT,en;q=0.5', 'de'],
    [undefined, 'en;q=0.5, fr;q=0.9, de;q=0.1', 'fr'],
    [undefined, 'sv, no', 'en'],
    [undefined, '*', 'en'],
    [undefined, undefined, 'en'],
  ])('%s and %s ask for %s', (cookie, accepted, tag) => {
    expect(askedFor(cookie, accepted, ['en', 'de', 'fr'])).toBe(tag);
  });

  it('whatever a browser sends, it is a language that is here', () => {
    fc.assert(
      fc.property(fc.string(), fc.string(), (cookie, accepted) => {
        expect(['en', 'de']).toContain(askedFor(cookie, accepted, ['en', 'de']));
      }),
    );
  });
});

describe('the whole catalogue', () => {
  const messages = Object.keys(JSON.parse(readFileSync('words/en.json', 'utf8')) as object);
  const accentedEnglish = languageOf(PSEUDO, pseudo(messages));

  it('can be said in another language, with everything that stands in it', () => {
    const lost = messages.filter((message) => {
      const most = Math.max(-1, ...[...message.matchAll(/\{(\d+)\}/g)].map((one) => Number(one[1])));
      const values = Array.from({ length: most + 1 }, (_, i) => `«${i}»`);
      const pieces = accentedEnglish.say<string | number>(
        message,
        message.includes(', plural,') ? [2] : values,
      );
      const text = pieces?.join('') ?? '';
      const whole =
        message.includes(', plural,') || values.every((value) => text.includes(value));
      return !whole || /[A-Za-z]{2}/.test(text);
    });
    expect(lost).toEqual([]);
  });

  it('sentences with figures apart from their words are said the same way', () => {
    const sentence = () => plain(say`It gets ${'to'} its line of ${'50 %'} by ${'Monday'}.`);
    expect(sentence()).toBe('It gets to its line of 50 % by Monday.');
    expect(as(accentedEnglish, () => chanceWords(0.1))).toBe(
      [...accentedEnglish.say('about {0} in ten', [accented('one')])!].join(''),
    );
    const monday = toDay('2027-01-18');
    expect(as(polish, () => shortDay(monday)).startsWith('pon')).toBe(true);
  });

  it('is asked for by every constant that holds words, though all of them were made in English', () => {
    const english: string[] = [];
    const look = (value: unknown, path: string) => {
      if (typeof value === 'string') {
        if (/[A-Za-z]{2,} [a-z]{2,}/.test(value)) english.push(`${path}: ${value}`);
      } else if (
        Array.isArray(value) ||
        (typeof value === 'object' &&
          value !== null &&
          Object.getPrototypeOf(value) === Object.prototype)
      ) {
        for (const [key, one] of Object.entries(value)) look(one, `${path}.${key}`);
      }
    };
    const constants = {
      ...{ CHEMISTRIES, SCALES, BATTERY_FACTS, HALL_FACTS, SITE_FACTS, VEHICLE_FACTS, STAGES },
      ...{ INSPECTION_POINTS, STORAGE_PLANS, PROCEDURES, CHOICES, DARK_CHECKS, VEHICLE_KINDS },
      JOINTS,
    };
    as(accentedEnglish, () => look(constants, ''));
    expect(english).toEqual([]);
    look(constants, '');
    expect(english.length).toBeGreaterThan(500);
  });
});
