import { cellVolts, molalityAt, phosphateVolts, type Acid } from './acid';

/** What a battery is made of, as nobody who keeps it knows. */
export interface Made {
  readonly cells: number;
  /** Ampere-hours that it can give when all of its plates work. */
  readonly ampHours: number;
  /** Null: lithium iron phosphate. */
  readonly acid: Acid | null;
  /** Of its acid, so much stands in the pores of its plates. */
  readonly poreShare: number;
  /** Hours in which pores and the acid between them come together at 20 °C. */
  readonly diffusionHours: number;
  /** Volts of a cell that a charge leaves behind, and hours in which they go: fast and slow. */
  readonly lingers: readonly { readonly volts: number; readonly hours: number }[];
  /** Volts of a cell that heavy acid at the foot of the plates adds after a charge, and its days. */
  readonly stratified: { readonly volts: number; readonly days: number };
  /** Lithium: half the volts of a cell between a charge and a discharge, and days to forget them. */
  readonly hysteresis: { readonly volts: number; readonly days: number };
  /** Of its charge, lost by itself in a day at 20 °C, when full and new to the store. */
  readonly selfPerDay: number;
  readonly activationJoules: number;
  /** By how much that grows in a month in store, as a share. */
  readonly growsPerMonth: number;
  /** Sulfate that no charge brings back: a share of its charge. */
  readonly locked: number;
  /** One cell leaks so much of its charge in a day. */
  readonly leakPerDay: number;
  /** Hours by which its inside follows the air. */
  readonly lagHours: number;
}

/** All that changes in it. */
export interface Inside {
  pores: number;
  between: number;
  /** Volts of a cell. */
  lingering: number[];
  stratified: number;
  hysteresis: number;
  /** What the leaking cell has lost beyond the others. */
  leaked: number;
  celsius: number;
  days: number;
}

const GAS = 8.314;
const arrhenius = (joules: number, celsius: number) =>
  Math.exp((joules / GAS) * (1 / 293.15 - 1 / (celsius + 273.15)));

/** Diffusion in acid: about 20 kJ/mol. From the literature, from memory. */
const DIFFUSION_JOULES = 20_000;
/** Stronger acid eats lead faster: by about this power of its strength. Our own assumption. */
const STRENGTH_POWER = 1.4;

/** A battery that stands or is charged, hour by hour, by laws that nobody judges it with. */
export class Cells {
  constructor(
    readonly made: Made,
    readonly inside: Inside,
  ) {}

  static at(made: Made, share: number, celsius: number): Cells {
    const charge = Math.min(share, 1 - made.locked);
    return new Cells(made, {
      pores: charge,
      between: charge,
      lingering: made.lingers.map(() => 0),
      stratified: 0,
      hysteresis: 0,
      leaked: 0,
      celsius,
      days: 0,
    });
  }

  copy(): Cells {
    return new Cells(this.made, { ...this.inside, lingering: [...this.inside.lingering] });
  }

  /** Of what it holds when its own acid is as strong as it can be. */
  get share(): number {
    const { poreShare } = this.made;
    return poreShare * this.inside.pores + (1 - poreShare) * this.inside.between;
  }

  /** What its posts will show when all has come to rest: the mean of its cells. */
  get restShare(): number {
    return this.share - this.inside.leaked / this.made.cells;
  }

  /** One hour: `drawAh` goes out, `chargeAmps` are offered. */
  hour(air: number, drawAh: number, chargeAmps: number): void {
    const { made, inside } = this;
    inside.celsius += (air - inside.celsius) / made.lagHours;
    const strength = made.acid
      ? molalityAt(made.acid, this.share) / made.acid.full
      : Math.max(0.2, this.share);
    const grown = 1 + (made.growsPerMonth * inside.days) / 30;
    const self =
      (made.selfPerDay / 24) *
      arrhenius(made.activationJoules, inside.celsius) *
      grown *
      strength ** STRENGTH_POWER;
    const room = Math.max(0, 1 - made.locked - this.share);
    // What the plates take falls away with what is missing, and in the cold.
    const warmth = arrhenius(25_000, Math.min(25, inside.celsius));
    const taken = Math.min(chargeAmps, made.ampHours * (0.9 * room + 0.003) * warmth) * 0.93;
    const change = Math.min(room, taken / made.ampHours) - self - drawAh / made.ampHours;
    inside.pores += change / made.poreShare;
    const meet = Math.min(0.9, arrhenius(DIFFUSION_JOULES, inside.celsius) / made.diffusionHours);
    const flow = meet * (inside.between - inside.pores);
    inside.pores += flow * (1 - made.poreShare);
    inside.between -= flow * made.poreShare;
    made.lingers.forEach(({ volts, hours }, i) => {
      inside.lingering[i] = chargeAmps > 0 ? volts : inside.lingering[i]! * Math.exp(-1 / hours);
    });
    if (chargeAmps > 0) {
      const filled = Math.max(0, change) * 4;
      inside.stratified = Math.min(
        made.stratified.volts,
        inside.stratified + made.stratified.volts * filled,
      );
      inside.hysteresis = made.hysteresis.volts;
    } else {
      inside.stratified *= Math.exp(-1 / (24 * made.stratified.days));
      const toward = drawAh > 0 ? -made.hysteresis.volts : 0;
      inside.hysteresis += (toward - inside.hysteresis) / (24 * made.hysteresis.days);
    }
    if (made.leakPerDay > 0) {
      const left = Math.max(0, Math.min(1, 2 * (this.share - inside.leaked)));
      inside.leaked += (left * made.leakPerDay) / 24;
      if (taken > 0) {
        inside.leaked = Math.max(0, inside.leaked - (0.5 * taken) / made.ampHours);
      }
    }
    inside.days += 1 / 24;
  }

  private cell(share: number): number {
    const { acid } = this.made;
    return acid ? cellVolts(molalityAt(acid, share), this.inside.celsius) : phosphateVolts(share);
  }

  /** Between its posts, only what the vehicle draws flowing. */
  get volts(): number {
    const { made, inside } = this;
    const after = inside.lingering.reduce((sum, volts) => sum + volts, 0);
    const each = this.cell(inside.pores) + after + inside.stratified + inside.hysteresis;
    const weak =
      inside.leaked > 0 ? this.cell(inside.pores) - this.cell(inside.pores - inside.leaked) : 0;
    return made.cells * each - Math.min(weak, each);
  }
}
