import Ajv2020 from 'ajv/dist/2020';
import addFormats from 'ajv-formats';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { z } from 'zod';
import { voltsOfSoc } from '../../core/battery/state-of-charge';
import { StayDocument } from '../../core/plan/stay-document';
import { BadInput } from '../flags';
import { calc } from './calc';

let folder: string;
beforeAll(() => {
  folder = mkdtempSync(join(tmpdir(), 'velvet-calc-'));
});
afterAll(() => rmSync(folder, { recursive: true }));

let files = 0;
const file = (content: string) => {
  const name = join(folder, `${files++}.txt`);
  writeFileSync(name, content);
  return name;
};
const refusal = (work: () => unknown) => {
  try {
    work();
  } catch (error) {
    expect(error).toBeInstanceOf(BadInput);
    return (error as Error).message;
  }
  throw new Error('it was taken');
};

interface Drain {
  readonly lossPctPerDay: { value: number; low: number; high: number };
  readonly selfDischargePctPerMonthAt20C: { value: number; low: number; high: number };
  readonly drawMa: { value: number; low: number; high: number };
  readonly lineDate: { value: string; low: string | null; high: string | null } | null;
  readonly findings: readonly { kind: string; chance: number; settleBy: string }[];
}

const HEAD = 'at,volts,celsius,connected,event';
const day = (n: number) => new Date(Date.UTC(2026, 10, 1 + n, 9)).toISOString();
const volts = (socPct: number, celsius = 5) =>
  voltsOfSoc({ chemistry: 'agm', cells: 6, scale: 'agm', celsius, socPct }).toFixed(2);
const drain = (rows: readonly string[], ...more: string[]) =>
  calc([
    'drain',
    '--file',
    file([HEAD, ...rows].join('\n')),
    '--chemistry',
    'agm',
    '--capacity-ah',
    '60',
    ...more,
  ]) as Drain;

/** Full, then read every ten days while it falls evenly. */
const falling = (pctPerDay: number, connected: 0 | 1, times = 5, offset = 0) => [
  `${day(0)},,5,${connected},full`,
  ...Array.from(
    { length: times },
    (_, i) =>
      `${day(2 + 10 * i)},${(Number(volts(99 - pctPerDay * (2 + 10 * i))) + offset).toFixed(2)},5,${connected},`,
  ),
];

describe('./ember calc drain', () => {
  it.each([0.3, 0.6, 1])('learns a loss of %d %% a day, whatever the meter is off by', (pct) => {
    for (const offset of [-0.02, 0, 0.02]) {
      const { lossPctPerDay } = drain(falling(pct, 1, 5, offset));
      expect(lossPctPerDay.low).toBeLessThan(pct);
      expect(lossPctPerDay.high).toBeGreaterThan(pct);
      expect(Math.abs(lossPctPerDay.value - pct)).toBeLessThan(0.12);
    }
  });

  it('tells what of it is draw only when it has been seen both on and off', () => {
    const on = falling(0.8, 1, 4);
    const both = [
      ...on,
      `${day(33)},,5,0,disconnect`,
      ...[40, 52, 64].map((n) => `${day(n)},${volts(73 - 0.02 * (n - 33))},5,0,`),
    ];
    const { drawMa, lossPctPerDay, findings } = drain(both);
    // 0.8 % of what it holds, some 55 Ah, is about 18 mA; off it loses next to nothing.
    expect(drawMa.low).toBeLessThan(19);
    expect(drawMa.high).toBeGreaterThan(16);
    expect(lossPctPerDay.value).toBeLessThan(0.06);
    expect(findings).toEqual([]);
  });

  it('finds what is odd, how likely, and what would settle it', () => {
    const wrong = falling(0.3, 1);
    wrong[3] = `${day(22)},12.05,5,1,`;
    const [odd] = drain(wrong).findings;
    expect(odd).toMatchObject({ kind: 'odd-reading', settleBy: expect.stringMatching(/again/) });
    expect(odd!.chance).toBeGreaterThan(0.9);
    const leaking = drain(falling(0.9, 0)).findings[0]!;
    expect(leaking.kind).toBe('loses-faster-disconnected');
    const step = [
      ...falling(0.3, 1, 3),
      ...[32, 42].map((n) => `${day(n)},${volts(92 - 2 * (n - 24))},5,1,`),
    ];
    expect(drain(step).findings.map(({ kind }) => kind)).toContain('sudden-step');
    const never = [`${day(0)},,5,0,full`, ...[2, 14, 26].map((n) => `${day(n)},12.45,5,0,`)];
    expect(drain(never).findings[0]!.kind).toBe('will-not-come-up');
    expect(drain(falling(0.3, 1)).findings).toEqual([]);
  });

  it('says on which day the line is met, or that it is not', () => {
    const { lineDate } = drain(falling(0.6, 1), '--line-soc', '58');
    // 99 − 0.6 a day meets 58 after 68 days: 8 January.
    const off = (Date.parse(lineDate!.value) - Date.parse('2027-01-08')) / 86_400_000;
    expect(Math.abs(off)).toBeLessThan(12);
    expect(lineDate!.low! <= '2027-01-08' && lineDate!.high! >= '2027-01-08').toBe(true);
    expect(drain(falling(0, 0), '--line-soc', '10').lineDate).toBeNull();
  });

  it.each([
    ['when,volts\n1,2\n', 'at “” is not a date'],
    [`${HEAD}\n2026-11-01,twelve,5,1,\n`, 'volts “twelve”'],
    [`${HEAD}\n2026-11-01,12.5,5,perhaps,\n`, 'connected “perhaps”'],
    [`${HEAD}\n2026-11-01,12.5,5,1,driven\n`, 'event “driven”'],
    [`${HEAD}\n2026-11-01,,5,1,\n`, 'neither volts nor an event'],
    [`${HEAD}\n2026-11-05,12.5,5,1,\n2026-11-01,12.5,5,1,\n`, 'line 3: it is dated before'],
    [`${HEAD}\n`, 'no reading is there'],
  ])('refuses %j', (content, words) => {
    const ask = () =>
      calc(['drain', '--file', file(content), '--chemistry', 'agm', '--capacity-ah', '60']);
    expect(refusal(ask)).toContain(words);
  });
});

describe('./ember calc storage-plans', () => {
  const example = () =>
    JSON.parse(readFileSync('docs/examples/stay.json', 'utf8')) as Record<string, unknown>;
  const plans = (stay: unknown) =>
    calc(['storage-plans', '--file', file(JSON.stringify(stay))]) as {
      recommended: string | null;
      plans: { plan: string; possible: boolean; obstacles: string[]; total: number }[];
    };

  it('compares every plan, and the one it recommends is the cheapest that can be', () => {
    const { recommended, plans: all } = plans(example());
    expect(all).toHaveLength(10);
    const possible = all.filter((one) => one.possible && one.plan !== 'driven');
    const least = possible.reduce((a, b) => (b.total < a.total ? b : a));
    expect(recommended).toBe(least.plan);
    for (const one of all) expect(one.possible).toBe(one.obstacles.length === 0);
  });

  it('has a schema that another library reads, and the example keeps to it', () => {
    const schema = JSON.parse(readFileSync('docs/stay.schema.json', 'utf8')) as object;
    const made = JSON.stringify(z.toJSONSchema(StayDocument, { io: 'input' }));
    expect(schema).toEqual(JSON.parse(made));
    const ajv = addFormats(new Ajv2020({ strict: false }));
    const validate = ajv.compile(schema);
    expect(validate(example())).toBe(true);
    expect(validate({ ...example(), collectOn: 7 })).toBe(false);
    expect(validate({ ...example(), unknown: 1 })).toBe(false);
  });

  it.each([
    [{ battery: { chemistry: 'nickel', capacityAh: 60 } }, 'battery.chemistry'],
    [{ collectOn: '2027-02-30' }, 'collectOn: a date is written'],
    [{ collectOn: '2026-12-01' }, 'collectOn: is not after now'],
    [{ timeZone: 'Mars/Olympus' }, 'timeZone: a time zone is written'],
    [{ extra: 1 }, 'extra'],
  ])('names the field that is wrong: %j', (change, words) => {
    expect(refusal(() => plans({ ...example(), ...change }))).toContain(words);
  });
});
