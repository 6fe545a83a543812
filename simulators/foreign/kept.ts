import type { Random } from '../random';
import { freezesAt, gravityOf, molalityAt } from './acid';
import { Cells } from './cells';
import { endOfCharge, madeOf, wakesOf, type Kind, type Site } from './winter';

/** What is given of a battery that somebody keeps through a season. */
export interface Given {
  readonly kind: Kind;
  readonly cells: number;
  readonly ratedAh: number;
  readonly ageYears: number;
  /** Share of what it is rated for that its plates can give; null: as its years have it. */
  readonly health: number | null;
  /** Share of its charge that no charger brings back. */
  readonly locked: number;
  /** Of one cell, as a share of its charge a day. */
  readonly leakPerDay: number;
  /** Milliamps that its vehicle draws, by days since it came, but for what wakes by itself. */
  readonly drawMa: (day: number) => number;
}

/** Wakes are drawn for so long a season. */
const HOURS = 300 * 24;
/** A charger that holds begins anew when so much is gone. Our own assumption. */
const HOLDS_WITHIN = 0.03;

/** A battery of this world that is kept: it stands or hangs on a charger, hour by hour. */
export class KeptCells {
  connected = true;
  private readonly wakes: Float32Array;
  private hour = 0;
  private half = 0;
  /** Where the charge that it hangs on ends; null: it hangs on none. */
  private until: number | null = null;
  private holds = false;

  private constructor(
    private readonly cells: Cells,
    private readonly given: Given,
    private readonly site: Site,
    private readonly chance: Random,
  ) {
    this.wakes = wakesOf(site.condition.wakesPerDay, given.ratedAh, HOURS, chance);
  }

  static begin(
    given: Given,
    start: { readonly share: number; readonly celsius: number },
    site: Site,
    chance: Random,
  ): KeptCells {
    const usual = madeOf(given.kind, given.ratedAh, given.ageYears, site, chance);
    const made = {
      ...usual,
      cells: given.cells,
      ampHours: given.health === null ? usual.ampHours : given.ratedAh * given.health,
      locked: given.locked,
      leakPerDay: given.leakPerDay,
    };
    return new KeptCells(Cells.at(made, start.share, start.celsius), given, site, chance);
  }

  private get outAh(): number {
    // An empty lithium battery's own protection cuts off.
    if (!this.connected || (this.given.kind === 'lfp' && this.cells.share <= 0)) return 0;
    return this.given.drawMa(this.hour / 24) / 1000 + (this.wakes[this.hour] ?? 0);
  }

  /** An hour off any charger. */
  live(air: number): void {
    this.until = null;
    this.holds = false;
    this.half = 0;
    this.cells.hour(air, this.outAh, 0);
    this.hour++;
  }

  /**
   * Part of an hour on a charger, whole hours of it at once. It charges to where chance has it end, and
   * then holds, or ends; whether it holds by its own lamp.
   */
  onCharger(hours: number, air: number, amps: number, floats: boolean): boolean {
    this.until ??= endOfCharge(this.site, this.chance);
    this.half += hours;
    for (; this.half >= 1 - 1e-9; this.half--) {
      const { share } = this.cells;
      const full = Math.min(this.until, 1 - this.cells.made.locked) - 0.004;
      if (share >= full) this.holds = true;
      else if (share < full - HOLDS_WITHIN && floats) this.holds = false;
      const out = this.outAh;
      // What it holds with carries the vehicle; what has ended carries nothing.
      if (!this.holds) this.cells.hour(air, Math.max(0, out - amps), Math.max(0, amps - out));
      else if (floats) this.cells.hour(air, 0, share < full ? amps / 4 : 0);
      else this.cells.hour(air, out, 0);
      this.hour++;
    }
    return this.holds;
  }

  get temperature(): number {
    return this.cells.inside.celsius;
  }

  get volts(): number {
    return this.cells.volts;
  }

  /** Volts that the last charge left and that go by themselves. */
  get surfaceVolts(): number {
    const { lingering, stratified } = this.cells.inside;
    return this.cells.made.cells * (lingering.reduce((sum, volts) => sum + volts, 0) + stratified);
  }

  /** What it holds, percent of what its plates can give. */
  get socPct(): number {
    return 100 * this.cells.share;
  }

  /** The same by what its posts will show. */
  get restPct(): number {
    return 100 * this.cells.restShare;
  }

  get full(): boolean {
    return this.holds || this.cells.share > 0.97 - this.cells.made.locked;
  }

  /** Of its acid, cell by cell, as a hydrometer shows it; none in lithium. */
  get gravities(): number[] {
    const { acid, cells } = this.cells.made;
    if (!acid) return [];
    const of = (share: number) => gravityOf(molalityAt(acid, share));
    const { between, leaked } = this.cells.inside;
    return Array.from({ length: cells }, (_, i) => of(i === 1 ? between - leaked : between));
  }

  /** Where its acid freezes, °C, its weakest cell first; null: nothing in it does. */
  get freezesAt(): number | null {
    const { acid } = this.cells.made;
    if (!acid) return null;
    const { leaked } = this.cells.inside;
    return freezesAt(molalityAt(acid, this.cells.share - leaked));
  }
}
