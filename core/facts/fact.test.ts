import fc from 'fast-check';
import { z } from 'zod';
import { usualDetails } from '../battery/usual-details';
import { PLAIN_VEHICLE } from '../stay/usual';
import { BATTERY_FACTS, batteryFactsShown, type BatterySheet } from './battery';
import { HALL_FACTS } from './hall';
import { SITE_FACTS } from './site';
import { VEHICLE_FACTS } from './vehicle';
import {
  correctionOf,
  correctionWords,
  firstOther,
  valueWords,
  type Fact,
  type Facts,
} from './fact';

const BATTERY: BatterySheet = {
  mark: 'C3',
  role: 'starter',
  place: 'under the seat',
  chemistry: 'agm',
  nominalVolts: 12,
  capacityAh: 70,
  fittedYear: 2023,
  ...usualDetails('agm'),
};
const VEHICLE = { kind: 'car', name: 'Bobbin 1', ...PLAIN_VEHICLE } as const;
const HALL = { name: 'Dye House', kind: 'unheated', setpointCelsius: null, note: '' } as const;
const SITE = {
  name: 'Mill',
  timeZone: 'Europe/Paris',
  seasonStart: '2026-10-15',
  seasonEnd: '2027-04-15',
  latitude: 51.2,
};
const SHEETS: [string, Facts<object>, object][] = [
  ['battery', BATTERY_FACTS as unknown as Facts<object>, BATTERY],
  ['vehicle', VEHICLE_FACTS as unknown as Facts<object>, VEHICLE],
  ['hall', HALL_FACTS as unknown as Facts<object>, HALL],
  ['site', SITE_FACTS as unknown as Facts<object>, SITE],
];

describe.each(SHEETS)('the facts of a %s', (_, facts, sheet) => {
  const names = Object.keys(facts.facts);

  it('are those of its schema, each with a name of its own', () => {
    expect(facts.schema.safeParse(sheet).error).toBeUndefined();
    expect(Object.keys(sheet).sort()).toEqual([...names].sort());
    const labels = Object.values(facts.facts as Record<string, Fact>).map(({ label }) => label);
    expect(labels.filter((label) => label.trim() === '')).toEqual([]);
    expect(new Set(labels).size).toBe(labels.length);
  });

  it('can each be corrected alone, and are in words as they are', () => {
    for (const name of names) {
      const value = (sheet as Record<string, unknown>)[name];
      expect(facts.patch.safeParse({ [name]: value }).success).toBe(true);
      const words = valueWords((facts.facts as Record<string, Fact>)[name]!, value);
      expect(words).toMatch(/\S/);
      expect(words).not.toMatch(/undefined|null|NaN|\[object/);
    }
  });

  it('have words for each choice that there is, and no others', () => {
    const shape = (facts.schema as unknown as z.ZodObject).shape;
    for (const [name, { ask }] of Object.entries(facts.facts as Record<string, Fact>)) {
      if (ask.by !== 'choice') continue;
      const field = z.toJSONSchema(shape[name]!, { io: 'input', unrepresentable: 'any' });
      const options = [field, ...(field.anyOf ?? [])].flatMap((one) =>
        typeof one === 'object' ? (one.enum ?? []) : [],
      );
      expect([name, Object.keys(ask.words).sort()]).toEqual([name, [...options].sort()]);
      expect(Object.values(ask.words).every((words) => words.trim() !== '')).toBe(true);
    }
  });

  it('that nobody knows of, cannot be slipped in', () => {
    expect(facts.patch.safeParse({ charm: true }).success).toBe(false);
  });
});

describe('a correction', () => {
  const Correction = correctionOf(BATTERY_FACTS);
  const problems = (correction: unknown) =>
    Correction.safeParse(correction).error?.issues.map(({ message }) => message) ?? [];
  const why = 'read on the case';

  it('says what was written down, what is right, and why', () => {
    expect(problems({ was: { capacityAh: 70 }, now: { capacityAh: 80 }, why })).toEqual([]);
    // What was written down may be what no battery is.
    expect(problems({ was: { capacityAh: -1 }, now: { capacityAh: 80 }, why })).toEqual([]);
  });

  it('of nothing, of something else, or to what stands there is none, and says so', () => {
    expect(problems({ was: {}, now: {}, why })).toContain('nothing is corrected');
    expect(problems({ was: { mark: 'C3' }, now: { capacityAh: 80 }, why })).toContain(
      'each fact is sent as it was and as it is',
    );
    expect(problems({ was: { capacityAh: 80 }, now: { capacityAh: 80 }, why })).toContain(
      'that is what is written down already',
    );
  });

  it('without its reason, or to what no battery is, is refused', () => {
    expect(problems({ was: { capacityAh: 70 }, now: { capacityAh: 80 }, why: ' ' })).toContain(
      'say how you know: it stays beside the change',
    );
    expect(problems({ was: { capacityAh: 70 }, now: { capacityAh: 0 }, why })).toContain(
      'at least 0.5 Ah',
    );
  });

  it('is in words: our own begin small, names and days and abbreviations stay as they are', () => {
    const words = (facts: Facts<never>, was: object, now: object) =>
      correctionWords(facts, { was, now, why }).value;
    expect(words(VEHICLE_FACTS as never, { name: 'Bobin 1' }, { name: 'Bobbin 1' })).toBe(
      `name Bobin 1 → Bobbin 1: ${why}`,
    );
    expect(words(HALL_FACTS as never, { kind: 'heated' }, { kind: 'outdoors' })).toBe(
      `kind heated → outdoors: ${why}`,
    );
    expect(words(BATTERY_FACTS as never, { chemistry: 'flooded' }, { chemistry: 'agm' })).toMatch(
      /^chemistry [a-z].* → AGM/,
    );
    expect(
      words(SITE_FACTS as never, { seasonEnd: '2027-04-15' }, { seasonEnd: '2027-05-03' }),
    ).toBe(`the season ends Thu 15 Apr 2027 → Mon 3 May 2027: ${why}`);
    expect(words(BATTERY_FACTS as never, { fittedYear: null }, { fittedYear: 2024 })).toBe(
      `fitted, year not known → 2024: ${why}`,
    );
  });
});

describe('what somebody took a thing for', () => {
  it('is right as long as nobody changed it; else the first that was is named', () => {
    expect(firstOther(BATTERY, { mark: 'C3', capacityAh: 70 })).toBeNull();
    expect(firstOther(BATTERY, { mark: 'C3', capacityAh: 80, role: 'house' })).toBe('capacityAh');
  });

  it('each figure reads as it was typed', () => {
    const fact: Fact = { label: 'x', ask: { by: 'number', unit: 'A' } };
    fc.assert(
      fc.property(fc.integer({ min: -99_999, max: 99_999 }), fc.nat(1), (whole, digits) => {
        const typed = whole / 10 ** digits;
        expect(valueWords(fact, typed)).toBe(`${typed} A`);
      }),
    );
    // What a sum in binary leaves behind nobody measured.
    expect(valueWords(fact, 0.1 + 0.2)).toBe('0.3 A');
  });
});

describe('which facts of a battery are worth a line', () => {
  it('by which standard its cranking amps are, only where there are any', () => {
    expect(batteryFactsShown(BATTERY)).not.toContain('crankingStandard');
    expect(batteryFactsShown({ ...BATTERY, coldCrankingAmps: 600 })).toContain('crankingStandard');
  });
});
