import { parse } from 'csv-parse/sync';
import { stringify } from 'csv-stringify/sync';
import fc from 'fast-check';
import { anyBox } from '../../simulators/fuse-boxes';
import { random } from '../../simulators/random';
import type { Mark } from '../parasitic-draw/marks';
import { sinceAnew, stillOut } from '../parasitic-draw/marks';
import type { Trace } from '../parasitic-draw/trace';
import { BEHIND_NONE, after, chances, hypotheses, isFound, outcomeIf, type Box } from './belief';
import { dropsOf, isDrop, typedDrop, type Drop } from './drops';
import { FuseList, huntBox, type Circuit } from './fuse-list';
import { fuseListOfRows, rowsOfFuseList } from './fuse-rows';
import { FUSE_KIND_IDS, fuseMilliohms, milliampsAcross, withKnown } from './fuses';
import { backFirst, hunt } from './hunt';
import { LOAD_KINDS, LOAD_KIND_IDS } from './loads';
import { nextPull } from './next-pull';
import { leastMeanPulls } from './optimum';
import { dropOf as drop } from './drop.fixture';

const KINDS = Object.values(LOAD_KINDS);
const circuit = (fuse: string, more: Partial<Circuit> = {}): Circuit => ({
  fuse,
  feeds: `what hangs on ${fuse}`,
  amps: 10,
  kind: 'blade',
  load: 'other',
  main: null,
  milliohms: null,
  ...more,
});

describe('millivolts across a fuse', () => {
  // Common practice: cold resistance of a standard blade fuse about 7.5 mΩ at 10 A, 4.8 at 15,
  // 3.3 at 20, 1.7 at 30 (from memory).
  it.each([
    [10, 7.5],
    [15, 4.8],
    [20, 3.3],
    [30, 1.7],
  ])('a %d A blade fuse has about %d milliohms', (amps, milliohms) => {
    expect(fuseMilliohms('blade', amps).value).toBeCloseTo(milliohms, 6);
  });

  it('tell the current: 0.375 mV across 7.5 mΩ are 50 mA', () => {
    const ma = milliampsAcross(0.375, circuit('F1'));
    expect(ma.value).toBeCloseTo(50, 6);
    expect(ma.low).toBeLessThan(47);
    expect(ma.high).toBeGreaterThan(53);
    expect(milliampsAcross(-0.375, circuit('F1')).value).toBeCloseTo(50, 6);
    // Measured by somebody, it is known better.
    const known = milliampsAcross(0.375, circuit('F1', { milliohms: 7.5 }));
    expect(known.high - known.low).toBeLessThan(ma.high - ma.low);
  });

  it('what the house knows of a kind and rating goes before the table, a list’s own before both', () => {
    const known = [{ kind: 'blade' as const, amps: 10, milliohms: 9 }];
    expect(withKnown(circuit('F1'), known).milliohms).toBe(9);
    expect(withKnown(circuit('F1', { amps: 15 }), known).milliohms).toBeNull();
    expect(withKnown(circuit('F1', { milliohms: 8 }), known).milliohms).toBe(8);
  });

  it('larger fuses have less resistance, of every kind', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...FUSE_KIND_IDS),
        fc.double({ min: 1, max: 100, noNaN: true }),
        fc.double({ min: 1.05, max: 3, noNaN: true }),
        (kind, amps, times) => {
          const small = fuseMilliohms(kind, amps);
          const large = fuseMilliohms(kind, amps * times);
          expect(large.value).toBeLessThan(small.value);
          expect(large.value).toBeGreaterThan(0);
        },
      ),
    );
  });
});

describe('what a pull tells', () => {
  const box = (n: number, feeders: number[][] = []): Box => ({
    circuits: Array.from({ length: n }, () => LOAD_KINDS.other),
    feeders,
  });

  it('weights are chances, whatever flows, and stay so after a pull', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 12 }),
        fc.option(fc.double({ min: 5, max: 900, noNaN: true })),
        fc.integer(),
        (n, excess, seed) => {
          const { kinds, feeders } = anyBox(n, KINDS.length, random(seed));
          const any: Box = { circuits: kinds.map((kind) => KINDS[kind]!), feeders };
          const belief = hypotheses(any, excess);
          expect(belief.reduce((sum, one) => sum + one.weight, 0)).toBeCloseTo(1, 9);
          const pull = nextPull(any, belief)!;
          const truth = belief[belief.length >> 1]!.culprits;
          const left = after(any, belief, pull, outcomeIf(any, pull, truth), 0);
          expect(left.reduce((sum, one) => sum + one.weight, 0)).toBeCloseTo(1, 9);
          expect(left.length).toBeLessThan(belief.length);
          expect(left.some((one) => one.culprits === truth)).toBe(true);
        },
      ),
      { numRuns: 60 },
    );
  });

  it('a small current points at a clock, a large one at a lamp', () => {
    const two: Box = { circuits: [LOAD_KINDS.instrument, LOAD_KINDS.lamp], feeders: [] };
    expect(nextPull(two, hypotheses(two, 40))).toEqual({ kind: 'circuit', index: 0 });
    expect(nextPull(two, hypotheses(two, 500))).toEqual({ kind: 'circuit', index: 1 });
  });

  it('worked by hand: one culprit among two alike and none behind no fuse takes one pull', () => {
    const belief = [
      { culprits: [0], weight: 0.5 },
      { culprits: [1], weight: 0.5 },
    ];
    expect(leastMeanPulls(box(2), belief)).toBe(1);
    // Four alike with a main fuse over two: two pulls; without it 1·¼ + 2·¼ + 3·½ = 2.25.
    const four = [0, 1, 2, 3].map((i) => ({ culprits: [i], weight: 0.25 }));
    expect(leastMeanPulls(box(4, [[0, 1]]), four)).toBe(2);
    expect(leastMeanPulls(box(4), four)).toBe(2.25);
  });

  it('needs hardly more pulls than the best there is', () => {
    const chance = random(77);
    let best = 0;
    let own = 0;
    for (let n = 0; n < 12; n++) {
      const { kinds, feeders } = anyBox(4 + (n % 5), KINDS.length, chance);
      const any: Box = { circuits: kinds.map((kind) => KINDS[kind]!), feeders };
      const belief = hypotheses(any, chance.between(40, 500));
      best += leastMeanPulls(any, belief);
      for (const { culprits, weight } of belief) {
        let left = belief;
        let pulls = 0;
        while (!isFound(left, 1)) {
          const pull = nextPull(any, left, 0)!;
          left = after(any, left, pull, outcomeIf(any, pull, culprits), 0);
          pulls++;
        }
        own += weight * pulls;
      }
    }
    expect(own).toBeGreaterThanOrEqual(best - 1e-9);
    expect(own / best).toBeLessThan(1.15);
  });

  it('when nothing falls at any fuse, it is behind none', () => {
    const any = box(3);
    let belief = hypotheses(any, 120);
    for (let index = 0; index < 3; index++) {
      belief = after(any, belief, { kind: 'circuit', index }, 'nothing', 0);
    }
    expect(belief.map(({ culprits }) => culprits)).toEqual([[BEHIND_NONE]]);
    expect(chances(any, belief).unfused).toBeCloseTo(1, 9);
    expect(nextPull(any, belief)).toBeNull();
  });
});

const LIST: FuseList = [
  circuit('M1', { amps: 60 }),
  circuit('F1', { main: 'M1', load: 'instrument' }),
  circuit('F2', { main: 'M1', load: 'lamp' }),
  circuit('F3', { load: 'accessory' }),
];
const asked = (drops: Drop[], millivolts: Record<string, number> = {}, list = LIST) =>
  hunt({ list, settledMa: 90, needMa: 10, drops, millivolts });

/** Pulls what it asks for, after these, until it is sure; what falls is behind `fuses`. */
function followed(drops: Drop[], falls: Readonly<Record<string, number>>, list = LIST) {
  let answer = asked(drops, {}, list);
  for (let n = 0; !answer.found && n < 10; n++) {
    const next = answer.next!;
    drops = [...drops, drop(next, falls[next] ?? 0)];
    answer = asked(drops, {}, list);
  }
  return { ...answer, pulls: drops.length };
}

describe('a hunt', () => {
  it('asks the main fuse about those behind it, and finds the culprit behind it', () => {
    const first = asked([]);
    expect(first.found).toBe(false);
    expect(first.excessMa).toBe(80);
    expect(first.ranked).toHaveLength(4);
    const second = asked([drop('M1', 88)]);
    expect(['F1', 'F2']).toContain(second.next);
    // A lamp seldom draws as little: it is checked once more before it is named.
    expect(asked([drop('M1', 88), drop('F2', 80)]).found).toBe(false);
    const end = followed([drop('M1', 88), drop('F2', 80)], { M1: 88, F2: 80 });
    expect(end).toMatchObject({ found: true, culprits: ['F2'], next: null, pulls: 3 });
  });

  it('takes what the vehicle needs for no culprit', () => {
    const end = followed([drop('M1', 9), drop('F3', 80)], { M1: 9, F3: 80 });
    expect(end.culprits).toEqual(['F3']);
  });

  it('finds two, each with its part', () => {
    const end = followed([drop('F2', 42), drop('F3', 39)], { F2: 42, F3: 39, M1: 42 });
    expect([...end.culprits].sort()).toEqual(['F2', 'F3']);
    expect(end.pulls).toBeLessThan(7);
  });

  it('nothing fell anywhere: behind no fuse', () => {
    const end = followed([drop('M1', 0), drop('F3', 0.1)], {});
    expect(end.culprits).toEqual(['']);
    expect(end.unfused).toBeGreaterThan(0.93);
  });

  it('millivolts across the fuses rank them, with nothing pulled', () => {
    // 80 mA through 7.5 mΩ are 0.6 mV.
    const answer = asked([], { F1: 0.02, F2: 0.6, F3: 0 });
    expect(answer.ranked.filter(({ fuse }) => fuse !== 'M1')[0]!.fuse).toBe('F2');
    expect(answer.ranked.find(({ fuse }) => fuse === 'F2')!.chance).toBeGreaterThan(0.9);
    expect(answer.next).not.toBeNull();
  });

  it('before anybody has measured the draw, millivolts rank them all the same', () => {
    const answer = hunt({
      list: LIST,
      settledMa: null,
      needMa: 10,
      drops: [],
      millivolts: { F1: 0.02, F2: 0.6, F3: 0 },
    });
    expect(answer.ranked.filter(({ fuse }) => fuse !== 'M1')[0]!.fuse).toBe('F2');
    expect(answer.excessMa).toBeCloseTo(72.7, 0);
  });

  it('a pull that woke something tells nothing: the same one is asked for again', () => {
    const first = asked([]).next!;
    const woken: Drop = { ...drop(first, -40), woke: true };
    expect(asked([woken])).toMatchObject({ next: first, found: false, contradiction: false });
    expect(asked([woken]).unfused).toBe(asked([]).unfused);
    // Pulled once more, in quiet, it tells what it would have told.
    const culprits = asked([woken, drop(first, 80)]).ranked.map(({ chance }) => chance);
    expect(culprits).toEqual(asked([drop(first, 80)]).ranked.map(({ chance }) => chance));
  });

  it('a pull with which more fell than flows at rest in all tells nothing, nor what it carries', () => {
    const first = asked([]).next!;
    // The door light went out in that second.
    const slept = drop(first, 250);
    const answer = asked([slept]);
    expect(answer).toMatchObject({ next: first, found: false, slept: [first] });
    expect(answer.unfused).toBe(asked([]).unfused);
    expect(answer.ranked.find(({ fuse }) => fuse === first)!.milliamps).toBeNull();
    // Out once more, in quiet, it tells what it would have told.
    const again = asked([slept, drop(first, 80)]);
    expect(again.slept).toEqual([]);
    expect(again.ranked).toEqual(asked([drop(first, 80)]).ranked);
    // All of it, and what the meter scatters, is no more than all.
    expect(asked([drop(first, 91)]).slept).toEqual([]);
  });

  it('begun anew, what was hidden by something that woke is found after all', () => {
    // 40 mA woke in the very second in which 40 fell: it looks like nothing at all.
    const astray = followed([drop('M1', 0), drop('F3', 0)], {});
    expect(astray.culprits).toEqual(['']);
    const marks: Mark[] = [
      { kind: 'jumper-off', at: 1 },
      { kind: 'pull', at: 10, circuit: 'M1' },
      { kind: 'put-back', at: 40, circuit: 'M1' },
      { kind: 'anew', at: 50 },
      { kind: 'pull', at: 60, circuit: 'M1' },
    ];
    expect(sinceAnew(marks)).toEqual(marks.slice(4));
    expect(sinceAnew(marks.slice(0, 3))).toEqual(marks.slice(0, 3));
    expect(followed([drop('M1', 88)], { M1: 88, F2: 80 }).culprits).toEqual(['F2']);
  });

  it('one pull that was misread leads astray for a while, and seldom for good', () => {
    let right = 0;
    const alike = LIST.map((one) => ({ ...one, load: 'accessory' as const }));
    for (const culprit of ['F1', 'F2', 'F3']) {
      const falls: Record<string, number> = {
        [culprit]: 80,
        ...(culprit === 'F3' ? {} : { M1: 88 }),
      };
      for (const wrong of ['M1', 'F1', 'F2', 'F3']) {
        const misread = drop(wrong, falls[wrong] ? 0 : 80);
        if (followed([misread], falls, alike).culprits.join() === culprit) right++;
      }
    }
    // Of twelve.
    expect(right).toBeGreaterThanOrEqual(10);
  });

  it('says when what fell contradicts itself', () => {
    expect(asked([drop('F1', 80), drop('F2', 80)]).contradiction).toBe(true);
  });
});

describe('drops in a running trace', () => {
  const chance = random(5);
  const trace = (parts: readonly (readonly [number, number])[]): Trace => {
    const amps = parts.flatMap(([seconds, ma]) =>
      Array.from({ length: seconds * 5 }, () => (ma + 0.1 * chance.normal()) / 1000),
    );
    return {
      seconds: Float64Array.from(amps, (_, i) => i / 5),
      amps: Float64Array.from(amps),
    };
  };

  it('are measured about each pull, with doubt; a waking is told', () => {
    const logged = trace([
      [60, 90],
      [40, 52],
      [40, 51.5],
      [60, 300],
    ]);
    const marks: Mark[] = [
      { kind: 'pull', at: 60, circuit: 'F2' },
      { kind: 'pull', at: 100, circuit: 'F1' },
      { kind: 'pull', at: 140, circuit: 'F3' },
    ];
    const [large, small, woke] = dropsOf(logged, marks);
    expect(large!.milliamps!.value).toBeCloseTo(38, 0);
    expect(large!.milliamps!.high - large!.milliamps!.low).toBeLessThan(1);
    expect(isDrop(large!)).toBe(true);
    expect(isDrop(small!)).toBe(false);
    expect(woke!.woke).toBe(true);
    expect(isDrop(woke!)).toBe(false);
  });

  it('are not told before there is something to tell, and a slow logger is enough', () => {
    const logged = trace([[30, 90]]);
    const [pending] = dropsOf(logged, [{ kind: 'pull', at: 29, circuit: 'F1' }]);
    expect(pending!.milliamps).toBeNull();
    expect(pending!.tooSoon).toBe(false);
    const slow: Trace = {
      seconds: Float64Array.from({ length: 40 }, (_, i) => i * 6),
      amps: Float64Array.from({ length: 40 }, (_, i) => (i < 20 ? 0.09 : 0.05)),
    };
    const [one] = dropsOf(slow, [{ kind: 'pull', at: 117, circuit: 'F1' }]);
    expect(one!.milliamps!.value).toBeCloseTo(40, 6);
  });

  it('are not waited for where the pull came too soon after the mark before it', () => {
    const logged = trace([[60, 90]]);
    const [early] = dropsOf(logged, [
      { kind: 'put-back', at: 20, circuit: 'M1' },
      { kind: 'pull', at: 22.5, circuit: 'F1' },
    ]);
    expect(early).toMatchObject({ milliamps: null, tooSoon: true });
  });

  it('what is out goes back before it, or what hangs on it, is pulled', () => {
    const [hangs] = LIST.filter(({ main }) => main !== null);
    const { fuse, main } = hangs!;
    expect(backFirst(LIST, fuse, [])).toBeNull();
    expect(backFirst(LIST, fuse, [fuse])).toBe(fuse);
    expect(backFirst(LIST, fuse, [fuse, main!])).toBe(main);
    // Another that is out is in nobody's way.
    expect(backFirst(LIST, main!, [fuse])).toBeNull();
  });

  it('may be typed, before and after', () => {
    const typed = typedDrop('F2', 90, 10);
    expect(typed.milliamps!.value).toBe(80);
    expect(isDrop(typed)).toBe(true);
    expect(isDrop(typedDrop('F2', 90, 89.8))).toBe(false);
    expect(typedDrop('F2', 90, 300).woke).toBe(true);
    const typed2 = [typedDrop('M1', 90, 2), typedDrop('F2', 90, 11)];
    expect(asked(typed2)).toEqual(
      asked(
        [drop('M1', 88), drop('F2', 79)].map((one, i) => ({
          ...one,
          milliamps: typed2[i]!.milliamps,
        })),
      ),
    );
  });

  it('what was pulled must go back, until it is back', () => {
    const pull = (circuit: string): Mark => ({ kind: 'pull', at: 1, circuit });
    const back: Mark = { kind: 'put-back', at: 2, circuit: 'F1' };
    expect(stillOut([pull('F1'), pull('F2'), back])).toEqual(['F2']);
    expect(stillOut([pull('F1'), back, pull('F1')])).toEqual(['F1']);
  });
});

describe('fuse lists', () => {
  const cell = fc.stringMatching(/^[A-Za-z",; ]{0,12}$/).map((text) => text.trim());
  const any = fc.uniqueArray(
    fc.record({
      fuse: fc.stringMatching(/^[A-Z][0-9]{1,3}$/),
      feeds: cell,
      amps: fc.integer({ min: 1, max: 100 }),
      kind: fc.constantFrom(...FUSE_KIND_IDS),
      load: fc.constantFrom(...LOAD_KIND_IDS),
      main: fc.constant(null),
      milliohms: fc.option(fc.integer({ min: 1, max: 99 })),
    }),
    { selector: ({ fuse }) => fuse, minLength: 1, maxLength: 8 },
  );

  it('go through a file and come back the same (RFC 4180, read by another library)', () => {
    fc.assert(
      fc.property(any, (list) => {
        const text = stringify(rowsOfFuseList(list));
        const read = fuseListOfRows(parse(text, { skip_empty_lines: true }));
        expect(read).toEqual({ ok: true, list });
      }),
    );
  });

  it.each([
    [
      [
        ['fuse', 'amps'],
        ['F1', '10'],
      ],
      /column feeds is missing/,
    ],
    [[['fuse', 'feeds', 'amps', 'colour']], /no column is called colour/],
    [
      [
        ['fuse', 'feeds', 'amps'],
        ['F1', 'x', 'ten'],
      ],
      /line 2: amps/,
    ],
    [
      [
        ['fuse', 'feeds', 'amps'],
        ['F1', 'x', '10'],
        ['F1', 'y', '5'],
      ],
      /line 3: .*twice/,
    ],
    [
      [
        ['fuse', 'feeds', 'amps', 'main'],
        ['F1', 'x', '10', 'M9'],
      ],
      /no main fuse M9/,
    ],
    [
      [
        ['fuse', 'feeds', 'amps', 'kind'],
        ['F1', 'x', '10', 'cheese'],
      ],
      /line 2: kind/,
    ],
  ])('%j: refused with its line', (rows, reason) => {
    const read = fuseListOfRows(rows);
    expect(read.ok).toBe(false);
    expect(!read.ok && read.reason).toMatch(reason);
  });

  it('main fuses are told from those that they feed', () => {
    const box = huntBox(FuseList.parse(LIST));
    expect(box.mains).toEqual(['M1']);
    expect(box.marks).toEqual(['F1', 'F2', 'F3']);
    expect(box.feeders).toEqual([[0, 1]]);
  });
});
