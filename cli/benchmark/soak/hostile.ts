import { z } from 'zod';
import { MS_PER_DAY, dayName } from '../../../core/day';
import { THE_SITE } from '../../../core/logbook/kind';
import { makeEntry, type NewEntry } from '../../../core/logbook/entry';
import { ENTRY_KINDS, ENTRY_KIND_NAMES, type EntryKind } from '../../../core/logbook/kinds';
import type { Random } from '../../../simulators/random';
import type { SoakSite } from './site';

interface Shape {
  readonly type?: string;
  readonly enum?: readonly unknown[];
  readonly const?: unknown;
  readonly anyOf?: readonly Shape[];
  readonly oneOf?: readonly Shape[];
  readonly properties?: Readonly<Record<string, Shape>>;
  readonly required?: readonly string[];
  readonly items?: Shape;
  readonly minimum?: number;
  readonly maximum?: number;
  readonly exclusiveMinimum?: number;
  readonly exclusiveMaximum?: number;
  readonly minItems?: number;
  readonly maxItems?: number;
  readonly minLength?: number;
  readonly maxLength?: number;
  readonly propertyNames?: Shape;
  readonly additionalProperties?: Shape | boolean;
}

/** Letters that somebody types, and some that nobody should. */
const LETTERS = ['a', 'Ω', '\n', '"', ',', '=', '<b>', '%', '\u0000', '𝛼', ' '];

/** A value that a schema allows: its edges as often as what lies between. */
export function valueOf(shape: Shape, chance: Random, texts: readonly string[]): unknown {
  const of = shape.anyOf ?? shape.oneOf;
  if (of) return valueOf(chance.pick(of), chance, texts);
  if (shape.const !== undefined) return shape.const;
  if (shape.enum) return chance.pick(shape.enum);
  switch (shape.type) {
    case 'null':
      return null;
    case 'boolean':
      return chance.uniform() < 0.5;
    case 'integer':
    case 'number': {
      const low = shape.minimum ?? shape.exclusiveMinimum ?? -1000;
      const high = Math.min(shape.maximum ?? shape.exclusiveMaximum ?? 1000, 1e6);
      const value = chance.pick([low, high, chance.between(low, high), chance.between(low, high)]);
      return shape.type === 'integer' ? Math.round(value) : value;
    }
    case 'string': {
      if (chance.uniform() < 0.7) return chance.pick(texts);
      const length = Math.max(
        shape.minLength ?? 0,
        Math.floor(chance.between(0, Math.min(30, shape.maxLength ?? 30))),
      );
      return Array.from({ length }, () => chance.pick(LETTERS)).join('');
    }
    case 'array': {
      const least = shape.minItems ?? 0;
      const most = Math.min(shape.maxItems ?? 6, least + 8);
      const length = Math.round(chance.between(least, most));
      return Array.from({ length }, () => valueOf(shape.items ?? {}, chance, texts));
    }
    case 'object': {
      const made: Record<string, unknown> = {};
      for (const [key, inner] of Object.entries(shape.properties ?? {})) {
        if (shape.required?.includes(key) || chance.uniform() < 0.5)
          made[key] = valueOf(inner, chance, texts);
      }
      const { propertyNames: names, additionalProperties: more } = shape;
      if (names?.enum && typeof more === 'object') {
        for (const key of names.enum) {
          if (chance.uniform() < 0.3) made[String(key)] = valueOf(more, chance, texts);
        }
      }
      return made;
    }
    default:
      return null;
  }
}

/** What the data of each kind of entry may be. */
export const SHAPES = Object.fromEntries(
  ENTRY_KIND_NAMES.map((kind) => [
    kind,
    z.toJSONSchema(ENTRY_KINDS[kind].data, { unrepresentable: 'any', io: 'input' }) as Shape,
  ]),
) as Record<EntryKind, Shape>;

/** An entry that the schemas may well allow, and that nobody would make. */
export function hostileEntry(site: SoakSite, now: number, before: readonly NewEntry[]): NewEntry {
  const { chance } = site;
  const kind = chance.pick(ENTRY_KIND_NAMES);
  const { subject } = ENTRY_KINDS[kind];
  const dates = [-9999, -400, -1, 0, 1, 40, 1099, 1100, 20_000].map((by) =>
    dayName(now / MS_PER_DAY + by),
  );
  const texts = [
    ...site.bays.slice(0, 4),
    ...site.chargers.slice(0, 3).map(({ id }) => id),
    ...site.vehicles.slice(0, 2),
    ...dates,
    'carding',
    'swollen',
    'green',
    '',
  ];
  const subjects = {
    battery: site.batteries.map(({ id }) => id),
    vehicle: site.vehicles,
    hall: ['carding', 'dye', 'yard', 'nowhere'],
    rules: ['house'],
    site: [THE_SITE],
  };
  const at = chance.pick([
    now,
    now - MS_PER_DAY,
    now + 5 * MS_PER_DAY,
    now - 300 * MS_PER_DAY,
    Date.UTC(2000, 0, 1),
    Date.UTC(1950, 0, 1),
  ]);
  const target = chance.uniform() < 0.2 && before.length > 0 ? chance.pick(before) : null;
  return makeEntry(
    kind,
    {
      id: site.entry('note', 'x', Math.max(0, at), { text: '' }).id,
      subjectId: target?.subjectId ?? chance.pick(subjects[subject]),
      at,
      by: 'attendant',
      strikes: target?.id ?? null,
      ...(kind === 'withdrawn' && target ? { subjectKind: target.subjectKind } : {}),
    },
    valueOf(SHAPES[kind], chance, texts) as never,
  );
}
