import type { Fact, FactUnit } from '../../core/facts/fact';
import type { Rules } from '../../core/rules/rules';

type Units = Pick<Rules, 'measureUnit' | 'temperatureUnit'>;

interface Unit {
  readonly name: string;
  readonly shown: (value: number) => number;
  readonly kept: (value: number) => number;
}
const same = (name: string): Unit => ({ name, shown: (x) => x, kept: (x) => x });

const FEET_PER_METRE = 3.2808;

/** The unit in which a house writes figures of a kind; a fact is kept in metres and °C. */
export function unitOf(unit: FactUnit, { measureUnit, temperatureUnit }: Units): Unit {
  if (unit === 'm' && measureUnit === 'us') {
    return { name: 'ft', shown: (m) => m * FEET_PER_METRE, kept: (ft) => ft / FEET_PER_METRE };
  }
  if (unit === '°C' && temperatureUnit === 'fahrenheit') {
    return { name: '°F', shown: (c) => c * 1.8 + 32, kept: (f) => (f - 32) / 1.8 };
  }
  return same(unit);
}

const rounded = (value: number) => String(Number(value.toPrecision(4)));

/** A value of a fact as it stands in its field. */
export function asTyped({ ask }: Fact, value: unknown, units: Units): string {
  if (value === null || value === undefined) return '';
  return ask.by === 'number'
    ? rounded(unitOf(ask.unit, units).shown(Number(value)))
    : String(value);
}

/** What was typed as a value of a fact; what is no number is left for the schema to refuse. */
export function valueTyped({ ask }: Fact, typed: string, units: Units): unknown {
  const text = typed.trim();
  switch (ask.by) {
    case 'yes-no':
      return text === 'true';
    case 'number': {
      if (text === '') return null;
      const value = unitOf(ask.unit, units).kept(Number(text.replace(',', '.')));
      // As sharp as it was typed, and no sharper.
      return Number(value.toPrecision(6));
    }
    case 'choice':
      return text === '' ? null : text;
    case 'line':
    case 'day':
      return text;
  }
}
