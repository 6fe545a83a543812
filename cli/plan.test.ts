import Ajv2020 from 'ajv/dist/2020';
import addFormats from 'ajv-formats';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import ical from 'node-ical';
import { z } from 'zod';
import { PlanDocument, SeasonDocument } from '../core/schedule/document';
import { BadInput } from './flags';
import { checkPlanFiles, plan } from './plan';

const EXAMPLE = 'docs/examples/season.json';
let folder: string;
beforeAll(() => {
  folder = mkdtempSync(join(tmpdir(), 'velvet-plan-'));
});
afterAll(() => rmSync(folder, { recursive: true }));

const json = (file: string) => JSON.parse(readFileSync(file, 'utf8')) as Record<string, unknown>;
const quietly = async <T>(run: () => T | Promise<T>): Promise<T> => {
  const spies = [jest.spyOn(console, 'log'), jest.spyOn(console, 'error')];
  for (const spy of spies) spy.mockImplementation(() => undefined);
  try {
    return await run();
  } finally {
    for (const spy of spies) spy.mockRestore();
  }
};

describe('./ember plan', () => {
  it('writes a plan that the check finds legal, and a calendar that another library reads', async () => {
    const out = join(folder, 'plan.json');
    const ics = join(folder, 'plan.ics');
    const code = await quietly(() =>
      plan(['--in', EXAMPLE, '--out', out, '--ics', ics, '--seconds', '0.5']),
    );
    expect(code).toBe(0);
    const made = PlanDocument.parse(json(out));
    expect(made.lowerBoundMinutes).toBeLessThanOrEqual(made.totals.minutes);
    const check = ['--in', EXAMPLE, '--plan', out];
    expect(await quietly(() => checkPlanFiles(check))).toBe(0);
    const events = Object.values(ical.sync.parseFile(ics)).filter((one) => one?.type === 'VEVENT');
    expect(events).toHaveLength(made.rounds.length);
  });

  it('finds what was done to a plan by hand', async () => {
    const out = join(folder, 'spoilt.json');
    const made = json('docs/examples/plan.json') as z.infer<typeof PlanDocument>;
    const [first, ...rest] = made.rounds;
    writeFileSync(out, JSON.stringify({ ...made, rounds: rest }));
    expect(first).toBeDefined();
    expect(await quietly(() => checkPlanFiles(['--in', EXAMPLE, '--plan', out]))).toBe(1);
  });

  it.each([
    [{ colour: 'red' }, /colour/],
    [{ risk: 3 }, /risk/],
    [{ today: '2026-02-30' }, /today: a date is written/],
    [{ halls: [] }, /halls: at least one hall/],
  ])('refuses %j by the path of the field', async (change, words) => {
    const file = join(folder, 'bad.json');
    writeFileSync(file, JSON.stringify({ ...json(EXAMPLE), ...change }));
    await expect(plan(['--in', file])).rejects.toThrow(BadInput);
    await expect(plan(['--in', file])).rejects.toThrow(words);
  });

  it.each([
    ['season', SeasonDocument],
    ['plan', PlanDocument],
  ] as const)('has a schema of the %s, and the example keeps to it', (name, document) => {
    const schema = json(`docs/${name}.schema.json`);
    expect(schema).toEqual(
      JSON.parse(JSON.stringify(z.toJSONSchema(document, { io: 'input' }))) as object,
    );
    const validate = addFormats(new Ajv2020({ strict: false })).compile(schema);
    const example = json(`docs/examples/${name}.json`);
    expect(validate(example)).toBe(true);
    expect(validate({ ...example, unknown: 1 })).toBe(false);
  });
});
