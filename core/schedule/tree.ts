import type { Columns } from './columns';
import type { Demand, Times } from './entering';

/** Plans that keep to what is demanded; none of them takes less than `least`. */
interface Node {
  least: number;
  readonly demands: readonly Demand[];
}

/**
 * All plans of a season, divided into ever smaller parts until each is proven to hold nothing better:
 * by how often a hall, a stop or a place is entered up to a round, once at most so often and once
 * oftener. What moves a visit by a round changes few of these, so that the parts differ in what they take.
 *
 * Branch and price: C. Barnhart et al., Operations Research 46, 1998. Branching on sums, as for
 * vehicles that are alike: F. Vanderbeck, Operations Research 48, 2000.
 */
export class Tree {
  private readonly open: Node[];
  private node: Node | null = null;
  /** The least of the parts that are through. */
  private through = Infinity;

  constructor(private readonly columns: Columns) {
    columns.branches();
    this.open = [{ least: columns.value, demands: [] }];
  }

  /** Minutes that no plan can do without. */
  get value(): number {
    let least = Math.min(this.through, this.node?.least ?? Infinity);
    for (const node of this.open) least = Math.min(least, node.least);
    return least;
  }

  get isDone(): boolean {
    return this.node === null && this.open.length === 0;
  }

  /**
   * One step; parts in which nothing takes less than `upper` are through. Answers whether one was come
   * to the end of in which the programme has a plan: `columns.likely`.
   */
  step(upper: number): boolean {
    const node = (this.node ??= this.leastOpen());
    if (!node) return false;
    const branch = node.least < upper ? this.columns.stepFor(node.demands) : null;
    if (branch) node.least = Math.max(node.least, branch.least);
    if (branch && !branch.isSolved && node.least < upper) return false;
    this.node = null;
    if (branch?.open && node.least < upper) {
      this.divide(node, branch.open);
      return false;
    }
    this.through = Math.min(this.through, node.least);
    return node.least < upper;
  }

  private leastOpen(): Node | null {
    let at = 0;
    this.open.forEach(({ least }, i) => {
      // Of equals the latest: it has the most demanded.
      if (least <= this.open[at]!.least) at = i;
    });
    return this.open.splice(at, 1)[0] ?? null;
  }

  private divide({ least, demands }: Node, { times, ...what }: Times): void {
    const { way, company, round } = what;
    const isSame = (one: Demand) =>
      one.way === way && one.company === company && one.round === round;
    const before = demands.find(isSame);
    const others = demands.filter((one) => !isSame(one));
    const part = (from: number, to: number) =>
      this.open.push({
        least,
        demands: [...others, { way, company, round, least: from, most: to }],
      });
    part(before?.least ?? -Infinity, Math.floor(times));
    part(Math.ceil(times), before?.most ?? Infinity);
  }
}
