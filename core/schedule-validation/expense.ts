import { CHEMISTRIES } from '../battery/chemistries';
import type { SeasonBattery, SeasonDocument } from '../schedule/document';

/**
 * What one battery costs besides the attendant's time, in the money of its season; reckoned here once
 * more, day by day, and on purpose apart from the planner's sums.
 */
export class Expense {
  money = 0;
  /** By how much standing has made the wear of the next charge more, as a share. */
  private stood = 0;

  constructor(
    private readonly prices: NonNullable<SeasonDocument['prices']>,
    private readonly battery: SeasonBattery,
  ) {}

  dayHung(): void {
    if (!this.battery.kept) this.money += this.prices.chargerDay;
  }

  /** A day off charge, begun at so many percent (Schiffer and others, J. Power Sources 168, 2007; from memory). */
  dayStood(socPct: number): void {
    if (this.battery.chemistry !== 'lfp')
      this.stood += 24 * (6.614e-5 + 3.307e-3 * (1 - socPct / 100));
  }

  /** Brought to full from so many percent: energy at the wall, and a part of its life. */
  filled(socPct: number): void {
    const { battery, prices } = this;
    const { chemistry, capacityAh, nominalVolts, acceptance, price = 0 } = battery;
    const missing = Math.max(0, 100 - socPct) / 100;
    const factor = acceptance?.factor ?? CHEMISTRIES[chemistry].acceptance.factor;
    const kWh = (missing * capacityAh * factor * nominalVolts) / 0.82 / 1000;
    // Two hundred and fifty times down by three quarters is a life; of lithium two thousand times.
    const life = missing / 0.75 / (chemistry === 'lfp' ? 2000 : 250);
    this.money += kWh * prices.kWh + price * life * (1 + this.stood);
    this.stood = 0;
  }
}
