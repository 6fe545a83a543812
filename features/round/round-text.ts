import { dataOf, textOf } from '../site/page-text';
import type { RoundData } from './round-data';
import type { PackedRecord, RoundBattery } from './served';

/** A battery whose record stands on a line of its own. */
type OnALine = Omit<RoundBattery, 'record'> & { readonly line: number };

/**
 * The round as a text of lines: first what is seen of all its stops, then the rounds to come, then a
 * record each. Most of these are never read, by the server neither, which draws the first stop.
 */
export function roundText(data: RoundData): string {
  const records: PackedRecord[] = [];
  const stops = data.stops.map((stop) => ({
    ...stop,
    batteries: stop.batteries.map(({ record, ...battery }): OnALine => ({
      ...battery,
      line: records.push(record) - 1,
    })),
  }));
  return [{ ...data, stops, ahead: [] }, data.ahead, ...records].map(textOf).join('\n');
}

/** An object with one part more, which is read when it is first asked for. */
function later<T extends object, K extends string, V>(of: T, key: K, read: () => V) {
  let value: V | undefined;
  return Object.defineProperty(of, key, {
    enumerable: true,
    get: () => (value ??= read()),
  }) as T & Readonly<Record<K, V>>;
}

/** The round that such a text was made from; each part of it is read when it is asked for. */
export function roundOf(text: string): RoundData {
  const [head, ahead, ...records] = text.split('\n');
  const { stops, ...data } = dataOf<
    Omit<RoundData, 'stops'> & {
      readonly stops: readonly (Omit<RoundData['stops'][number], 'batteries'> & {
        readonly batteries: readonly OnALine[];
      })[];
    }
  >(head!);
  const round = {
    ...data,
    stops: stops.map((stop) => ({
      ...stop,
      batteries: stop.batteries.map(({ line, ...battery }) =>
        later(battery, 'record', () => dataOf<PackedRecord>(records[line]!)),
      ),
    })),
  };
  return later(round, 'ahead', () => dataOf<RoundData['ahead']>(ahead!));
}
