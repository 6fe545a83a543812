import { msg, withWords } from '../language';
import { toleranceMa } from '../parasitic-draw/levels';
import { estimate, sdOf, type Estimate } from '../estimate';
import {
  BEHIND_NONE,
  after,
  chances,
  hypotheses,
  isFound,
  likeliest,
  outcomeIf,
  type Hypothesis,
  type Outcome,
  type Pull,
} from './belief';
import { isDrop, type Drop } from './drops';
import { huntBox, type FuseList, type HuntBox } from './fuse-list';
import { milliampsAcross } from './fuses';
import { nextPull } from './next-pull';

/** What a hunt knows so far. */
export interface HuntQuestion {
  readonly list: FuseList;
  /** The settled draw before the first pull, milliamps; null while nobody has measured it. */
  readonly settledMa: number | null;
  /** What the vehicle needs, milliamps: what is above it is hunted. */
  readonly needMa: number;
  readonly drops: readonly Drop[];
  /** Millivolts across fuses that stayed in, by mark. */
  readonly millivolts: Readonly<Record<string, number>>;
}

export interface RankedCircuit {
  readonly fuse: string;
  readonly feeds: string;
  /** Chance that it is a culprit, 0 … 1. */
  readonly chance: number;
  /** What it carries, as measured by pulling or across the fuse; null: not measured. */
  readonly milliamps: Estimate | null;
  readonly pulled: boolean;
  /** A main fuse: its chance is that of all behind it. */
  readonly main: boolean;
}

export interface HuntAnswer {
  readonly ranked: readonly RankedCircuit[];
  /** Chance of something behind no fuse. */
  readonly unfused: number;
  /** The fuse to pull next; null when it is known, or nothing is left to pull. */
  readonly next: string | null;
  /** Every culprit is known. */
  readonly found: boolean;
  readonly culprits: readonly string[];
  /** Fuses whose last pull told nothing: more fell than flows at rest in all. */
  readonly slept: readonly string[];
  /** Above what it needs, before anything was pulled, milliamps. */
  readonly excessMa: number;
  /** What was measured contradicts itself: measured anew, it may not. */
  readonly contradiction: boolean;
}

/** Of what a pull takes away, so much may be what the vehicle needs, as a share of that. */
const NEEDED_BY_ONE = 0.35;
const NEEDED_BY_MAIN = 0.8;

/** Whether more fell than flows at rest in all: something else went to sleep in that moment. */
const isMoreThanAll = ({ milliamps }: Drop, settledMa: number | null): boolean =>
  settledMa !== null &&
  milliamps !== null &&
  milliamps.low > settledMa + 2 * toleranceMa(settledMa);

/** What a pull did to the excess, by what fell; null while that is not known. */
function outcomeOf(
  drop: Drop,
  { settledMa, needMa }: Pick<HuntQuestion, 'settledMa' | 'needMa'>,
  excessMa: number,
  pull: Pull,
): Outcome | null {
  // What woke, or fell asleep, hides what fell: it has to be pulled once more.
  if (drop.milliamps === null || drop.woke || isMoreThanAll(drop, settledMa)) return null;
  const needed = needMa * (pull.kind === 'feeder' ? NEEDED_BY_MAIN : NEEDED_BY_ONE);
  // What fell beyond a share of the need; with none, half of what fell is taken for the excess.
  const fell = Math.max(
    drop.milliamps.value - needed,
    Math.min(drop.milliamps.value, excessMa) / 2,
  );
  if (!isDrop(drop) || fell < 0.3 * excessMa) return 'nothing';
  return fell >= 0.6 * excessMa || drop.milliamps.value >= excessMa ? 'all' : 'part';
}

const pullOf = (box: HuntBox, fuse: string): Pull | null => {
  const main = box.mains.indexOf(fuse);
  if (main >= 0) return { kind: 'feeder', index: main };
  const index = box.marks.indexOf(fuse);
  return index < 0 ? null : { kind: 'circuit', index };
};

/**
 * Where the draw goes, from what was pulled and measured so far: circuits ranked by the chance
 * of being a culprit, and the fuse to pull next. Pulls of fuses that are not in the list are
 * left out.
 */
export function hunt(question: HuntQuestion): HuntAnswer {
  const { list, settledMa, needMa, drops, millivolts } = question;
  const box = huntBox(list);
  const seen: { readonly pull: Pull; readonly outcome: Outcome }[] = [];
  const excessMa = Math.max(0, (settledMa ?? acrossAll(question, box)) - needMa);
  let belief = byMillivolts(question, box, excessMa);
  for (const drop of drops) {
    const pull = pullOf(box, drop.circuit);
    const outcome = pull && outcomeOf(drop, question, excessMa, pull);
    if (!pull || !outcome) continue;
    belief = after(box, belief, pull, outcome);
    seen.push({ pull, outcome });
  }
  const chance = chances(box, belief);
  // What millivolts say is pulled once before it is believed.
  const found = isFound(belief) && seen.length > 0;
  const next = found ? null : nextPull(box, belief);
  const pulled = new Map(drops.map((drop) => [drop.circuit, drop]));
  const slept = [...pulled.values()].filter((drop) => isMoreThanAll(drop, settledMa));
  const carries = (fuse: string) => {
    const drop = pulled.get(fuse);
    return drop && !slept.includes(drop) ? drop.milliamps : null;
  };
  const ranked = list.map((circuit): RankedCircuit => {
    const leaf = box.marks.indexOf(circuit.fuse);
    const main = box.mains.indexOf(circuit.fuse);
    const measured = millivolts[circuit.fuse];
    return {
      fuse: circuit.fuse,
      feeds: circuit.feeds,
      chance:
        leaf >= 0
          ? chance.circuits[leaf]!
          : box.feeders[main]!.reduce((sum, i) => Math.min(1, sum + chance.circuits[i]!), 0),
      milliamps:
        carries(circuit.fuse) ??
        (measured === undefined ? null : milliampsAcross(measured, circuit)),
      pulled: pulled.has(circuit.fuse),
      main: main >= 0,
    };
  });
  const likely = likeliest(belief);
  // What was seen does not all fit the likeliest: one of the pulls was misread.
  const contradiction = seen.some(
    ({ pull, outcome }) => outcomeIf(box, pull, likely.culprits) !== outcome,
  );
  return {
    ranked: ranked.sort(
      (a, b) => b.chance - a.chance || (b.milliamps?.value ?? 0) - (a.milliamps?.value ?? 0),
    ),
    unfused: chance.unfused,
    next: next && (next.kind === 'feeder' ? box.mains[next.index]! : box.marks[next.index]!),
    found,
    culprits: found ? likely.culprits.map((i) => (i === BEHIND_NONE ? '' : box.marks[i]!)) : [],
    slept: slept.map(({ circuit }) => circuit),
    excessMa,
    contradiction,
  };
}

/** What was measured across the fuses, together, milliamps. */
function acrossAll({ list, millivolts }: HuntQuestion, box: HuntBox): number {
  return list.reduce((sum, circuit) => {
    const value = box.marks.includes(circuit.fuse) ? millivolts[circuit.fuse] : undefined;
    return value === undefined ? sum : sum + milliampsAcross(value, circuit).value;
  }, 0);
}

/** Measured across the fuses, each way in which it may be is as likely as the currents fit. */
function byMillivolts(
  { list, millivolts, needMa }: HuntQuestion,
  box: HuntBox,
  excess: number,
): Hypothesis[] {
  const belief = hypotheses(box, excess > 0 ? excess : null);
  const measured = box.marks.flatMap((mark, i) => {
    const circuit = list.find(({ fuse }) => fuse === mark)!;
    const value = millivolts[mark];
    return value === undefined ? [] : [{ i, ma: milliampsAcross(value, circuit) }];
  });
  if (measured.length === 0 || excess === 0) return belief;
  const weighed = belief.map((one) => {
    const each = excess / one.culprits.length;
    // A culprit carries its share and more; an innocent one at most what the vehicle needs.
    const fit = measured.reduce((product, { i, ma }) => {
      const sd = Math.hypot(sdOf(ma), 0.15 * each, 0.5);
      const culprit = one.culprits.includes(i);
      const off = culprit
        ? Math.max(0, (one.culprits.length > 1 ? 0.25 : 0.8) * each - ma.value)
        : Math.max(0, ma.value - NEEDED_BY_ONE * needMa);
      return product * Math.exp(-0.5 * (off / sd) ** 2);
    }, 1);
    return { ...one, weight: one.weight * Math.max(1e-9, fit) };
  });
  const total = weighed.reduce((sum, one) => sum + one.weight, 0);
  return weighed.map((one) => ({ ...one, weight: one.weight / total }));
}

/**
 * The fuse that goes back in before another can be pulled: the main that it hangs on, or itself, where it is
 * to be pulled once more; null: it can be pulled as it is.
 */
export function backFirst(list: FuseList, next: string, out: readonly string[]): string | null {
  const main = list.find(({ fuse }) => fuse === next)?.main;
  return [main, next].find((fuse) => fuse && out.includes(fuse)) ?? null;
}

/** Where to look when nothing falls: behind no fuse. Common practice. */
export const BEHIND_NO_FUSE = withWords([
  msg`Alternator: its diodes leak. Its thick cable off (after the battery’s own clamp), and the draw falls.`,
  msg`Starter cable and its insulation, down to the engine.`,
  msg`What was wired straight to the battery: charging lead, tracker, alarm, trailer lead, amplifier.`,
]);

/** Drops that add up, at 90 %. */
export const together = (parts: readonly Estimate[]): Estimate =>
  estimate(
    parts.reduce((sum, one) => sum + one.value, 0),
    Math.hypot(...parts.map(sdOf)),
  );
