import fc from 'fast-check';
import { crowdsOf, type Crowd } from './crowds';
import type { Unit } from './unit';

/** A slot of a made-up hall: chargers of each sort, all with so many channels, and outlets of halls. */
interface Place {
  readonly chargers: readonly number[];
  readonly channels: readonly number[];
  readonly outlets: readonly number[];
  readonly halls: readonly number[];
}
const standing = ({ chargers, channels, outlets, halls }: Place) => ({
  rounds: 1,
  sorts: chargers.length,
  standing: Float64Array.from(chargers),
  channelsOfOne: Float64Array.from(channels),
  outlets: Float64Array.from(outlets),
  problem: { units: halls.map((hall, index) => ({ hall, index }) as Unit) },
});
const keeps = ({ members, most }: Crowd, held: Float64Array, sorts: number) =>
  members.reduce((sum, { unit, sort }) => sum + held[unit.index * sorts + sort]!, 0) <= most + 1e-6;

const places = fc.integer({ min: 1, max: 3 }).chain((sorts) =>
  fc.record({
    chargers: fc.array(fc.integer({ min: 0, max: 3 }), { minLength: sorts, maxLength: sorts }),
    channels: fc.array(fc.integer({ min: 1, max: 3 }), { minLength: sorts, maxLength: sorts }),
    outlets: fc.constantFrom([1, 2, Infinity], [Infinity, 1, 3], [2, 2, 2]),
    halls: fc.array(fc.integer({ min: 0, max: 2 }), { minLength: 1, maxLength: 8 }),
  }),
);

/** Hangs whom it can, in an order of chance: each charger stands where its first one hangs. */
function hungByHand(place: Place, choices: readonly number[]): Float64Array {
  const { chargers, channels, outlets, halls } = place;
  const held = new Float64Array(halls.length * chargers.length);
  const stands = chargers.flatMap((many, sort) =>
    Array.from({ length: many }, () => ({ sort, hall: -1, left: channels[sort]! })),
  );
  halls.forEach((hall, unit) => {
    const charger = stands[choices[unit]! % Math.max(1, stands.length)];
    if (!charger || charger.left === 0) return;
    if (charger.hall < 0) {
      if (stands.filter((one) => one.hall === hall).length >= outlets[hall]!) return;
      charger.hall = hall;
    }
    if (charger.hall !== hall) return;
    charger.left--;
    held[unit * chargers.length + charger.sort] = 1;
  });
  return held;
}

describe('crowds', () => {
  it('are none where nothing hangs that could not', () => {
    fc.assert(
      fc.property(places, fc.array(fc.nat(20), { minLength: 8, maxLength: 8 }), (place, choices) =>
        expect(crowdsOf(standing(place), hungByHand(place, choices))).toEqual([]),
      ),
    );
  });

  it('whatever hangs in parts, they hold for all that can hang, and not for what they were found in', () => {
    const parts = fc.array(fc.constantFrom(0, 0, 0.25, 0.5, 0.75, 1), {
      minLength: 24,
      maxLength: 24,
    });
    const hands = fc.array(fc.array(fc.nat(20), { minLength: 8, maxLength: 8 }), {
      minLength: 20,
      maxLength: 20,
    });
    let found = 0;
    fc.assert(
      fc.property(places, parts, hands, (place, shares, ways) => {
        const sorts = place.chargers.length;
        const held = Float64Array.from(shares.slice(0, place.halls.length * sorts));
        for (const crowd of crowdsOf(standing(place), held)) {
          found++;
          expect(keeps(crowd, held, sorts)).toBe(false);
          for (const way of ways) expect(keeps(crowd, hungByHand(place, way), sorts)).toBe(true);
        }
      }),
    );
    expect(found).toBeGreaterThan(50);
  });

  it('know that a charger with a channel left is no help in another hall', () => {
    const place = { chargers: [1], channels: [2], outlets: [2, 2], halls: [0, 1] };
    const [crowd, ...others] = crowdsOf(standing(place), Float64Array.of(0.75, 0.5));
    expect(others).toEqual([]);
    expect(crowd!.most).toBe(1);
    expect(crowd!.members.map(({ unit }) => unit.index)).toEqual([0, 1]);
    // In one hall both hang on it.
    expect(crowdsOf(standing({ ...place, halls: [1, 1] }), Float64Array.of(1, 1))).toEqual([]);
  });
});
