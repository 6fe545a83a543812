import { readFileSync, writeFileSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import Ajv2020 from 'ajv/dist/2020';
import addFormats from 'ajv-formats';
import { z } from 'zod';
import { ContextDocument } from '../../core/context/document';
import { BadInput } from '../flags';
import { calc } from './calc';

const folder = mkdtempSync(join(tmpdir(), 'velvet-ember-may-'));
afterAll(() => rmSync(folder, { recursive: true, force: true }));

interface Answer {
  readonly allowed: boolean;
  readonly overridable: boolean;
  readonly because: { code: string; words: string }[];
  readonly first: string[];
  readonly steps: { id: string; touches: string; words: string }[];
  readonly assumed: string[];
}
function may(act: string, context: object): Answer {
  const file = join(folder, 'context.json');
  writeFileSync(file, JSON.stringify(context));
  return calc(['may', '--act', act, '--file', file]) as Answer;
}
const codes = (answer: Answer) => answer.because.map(({ code }) => code);
const hands = (answer: Answer) =>
  answer.steps.map(({ touches }) => touches).filter((touch) => touch !== 'none');

const NOW = '2027-01-14T22:05:00Z';
const automatic = { kind: 'automatic', chemistries: ['flooded'], nominalVolts: 12, amps: 4 };

// Common practice, each of them seen to go wrong.
describe('calc may', () => {
  it('with positive earth: negative to its post, positive to the body, then mains', () => {
    const context = {
      vehicle: { earth: 'positive' },
      battery: { chemistry: 'flooded', volts: 12.1 },
      charger: automatic,
    };
    const on = may('charge', context);
    expect(on.allowed).toBe(true);
    expect(hands(on)).toEqual(['mains', 'negative-post', 'body', 'mains']);
    expect(hands(may('take-off-charge', context))).toEqual(['mains', 'body', 'negative-post']);
    const off = { ...context, battery: { ...context.battery, earthedLeadOn: false } };
    expect(hands(may('charge', off))).toEqual(['mains', 'negative-post', 'positive-post', 'mains']);
  });

  it('one block of a string alone, or all of them by their own charger', () => {
    const battery = { chemistry: 'flooded', cells: 4, volts: 8.2, block: { index: 3, of: 6 } };
    const vehicle = { kind: 'cart' };
    const alone = may('charge', { vehicle, battery, charger: { ...automatic, nominalVolts: 8 } });
    expect(hands(alone)).toEqual([
      'mains',
      'isolator',
      'charger',
      'mains',
      'block-positive',
      'block-negative',
      'mains',
    ]);
    const whole = { ...automatic, kind: 'string', nominalVolts: 48 };
    expect(hands(may('charge', { vehicle, battery, charger: whole }))).toEqual([
      'mains',
      'charger',
      'mains',
    ]);
    expect(codes(may('charge', { vehicle, battery, charger: automatic }))).toEqual([
      'string-as-whole',
    ]);
  });

  it('what was frozen last night is thawed first, and what was measured is told from what was not', () => {
    const cold = (measured: boolean) => ({
      now: NOW,
      battery: { chemistry: 'flooded', volts: 11.2, restedHours: 24 },
      hall: {
        celsius: [
          { at: '2027-01-14T05:00', value: -8, measured },
          { at: '2027-01-14T21:00', value: 3, measured },
        ],
      },
      charger: automatic,
    });
    const answer = may('charge', cold(true));
    expect(codes(answer)).toEqual(['may-be-frozen', 'thaw-first']);
    expect(answer).toMatchObject({ overridable: false, first: ['thaw', 'inspect'], steps: [] });
    expect(answer.because[0]!.words).toMatch(/has been down to −8 °C/);
    expect(may('charge', cold(false)).because[0]!.words).toMatch(/no thermometer was read there/);
    const warm = { ...cold(true), battery: { ...cold(true).battery, caseCelsius: 6 } };
    expect(may('charge', warm).allowed).toBe(true);
  });

  it('lithium is not begun at 22:05 before a night of frost; a manual charger neither', () => {
    const celsius = [
      { at: '2027-01-14T21:00:00Z', value: 6, measured: true },
      { at: '2027-01-15T05:00:00Z', value: -8, measured: false },
    ];
    const lithium = { kind: 'automatic', chemistries: ['lfp'], nominalVolts: 12.8, amps: 5 };
    const battery = { chemistry: 'lfp', capacityAh: 90, volts: 12.6 };
    expect(
      codes(may('charge', { now: NOW, battery, hall: { celsius }, charger: lithium })),
    ).toEqual(['too-cold-for-lithium']);
    const manual = { kind: 'manual', chemistries: ['flooded'], nominalVolts: 12, amps: 10 };
    const flooded = { chemistry: 'flooded', capacityAh: 80, volts: 12.1 };
    const begins = (attendedUntil: string | null) =>
      may('charge', { now: NOW, battery: flooded, charger: manual, attendedUntil });
    expect(codes(begins(null))).toEqual(['unattended']);
    expect(codes(begins('2027-01-15T02:00:00Z'))).toEqual(['unattended']);
    expect(begins('2027-01-15T20:00:00Z').allowed).toBe(true);
  });

  it('the maker’s own figure wins over the house’s, up to what the chemistry bears', () => {
    const agm = {
      kind: 'automatic',
      chemistries: ['agm'],
      nominalVolts: 12,
      absorptionVolts: 14.9,
    };
    const charged = (makerAbsorptionVolts: number | null, makerMaxAmps: number | null = null) =>
      codes(
        may('charge', {
          battery: { chemistry: 'agm', volts: 12.4, makerAbsorptionVolts, makerMaxAmps },
          charger: { ...agm, amps: 8 },
        }),
      );
    expect(charged(null)).toEqual(['wrong-chemistry']);
    expect(charged(15)).toEqual([]);
    expect(charged(14.4)).toEqual(['wrong-chemistry']);
    expect(charged(15, 5)).toEqual(['too-much-current']);
  });

  it('a standby generator stays connected; cleaning it begins at its control switch', () => {
    const context = { vehicle: { kind: 'generator' }, battery: { chemistry: 'flooded' } };
    const off = may('disconnect', context);
    expect(codes(off)).toEqual(['must-stay-ready']);
    expect(off.overridable).toBe(true);
    const clean = may('clean', context);
    expect(clean.allowed).toBe(true);
    expect(hands(clean)).toEqual([
      'controller',
      'negative-post',
      'positive-post',
      'positive-post',
      'negative-post',
      'controller',
    ]);
    const replaced = { ...context, battery: { chemistry: 'flooded', condition: 'swollen' } };
    expect(may('take-out', replaced).allowed).toBe(true);
    expect(
      codes(may('clean', { battery: { chemistry: 'flooded', charging: 'maintainer' } })),
    ).toEqual(['on-charge']);
  });

  it('says what it assumed where the context says next to nothing', () => {
    const answer = may('disconnect', { battery: { chemistry: 'agm' } });
    expect(answer.allowed).toBe(true);
    expect(answer.assumed).toEqual(
      expect.arrayContaining([
        'The negative is connected to the body.',
        'There is no isolator.',
        'Its earthed lead is on.',
        'Nothing hangs on it.',
      ]),
    );
  });

  it.each([
    [{}, /battery/],
    [{ battery: { chemistry: 'wood' } }, /battery\.chemistry/],
    [{ battery: { chemistry: 'agm', volts: -12 } }, /battery\.volts: volts are 0 or more/],
    [{ battery: { chemistry: 'agm', block: { index: 7, of: 6 } } }, /one of the blocks/],
    [{ now: 'yesterday', battery: { chemistry: 'agm' } }, /now: an instant is written/],
    [{ battery: { chemistry: 'agm' }, colour: 'red' }, /colour/],
  ])('refuses %j by the path of the field', (context, words) => {
    expect(() => may('charge', context)).toThrow(BadInput);
    expect(() => may('charge', context)).toThrow(words);
  });

  it('has a schema, and the example keeps to it', () => {
    const schema = JSON.parse(readFileSync('docs/context.schema.json', 'utf8')) as object;
    expect(schema).toEqual(
      JSON.parse(JSON.stringify(z.toJSONSchema(ContextDocument, { io: 'input' }))) as object,
    );
    const validate = addFormats(new Ajv2020({ strict: false })).compile(schema);
    const example = JSON.parse(readFileSync('docs/examples/context.json', 'utf8')) as object;
    expect(validate(example)).toBe(true);
    expect(validate({ ...example, unknown: 1 })).toBe(false);
    expect(calc(['may', '--act', 'charge', '--file', 'docs/examples/context.json'])).toMatchObject({
      allowed: true,
    });
  });
});
