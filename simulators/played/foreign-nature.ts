import type { ChargeShown, ChargeSource, LivingBattery } from '../battery';
import type { Condition } from '../foreign/conditions';
import { KeptCells } from '../foreign/kept';
import { siteOf } from '../foreign/winter';
import { randomOne } from '../random';
import type { Nature } from './nature';

/** A battery of the foreign world in the place of one of the first. */
class Foreign implements LivingBattery {
  constructor(readonly kept: KeptCells) {}

  get connected(): boolean {
    return this.kept.connected;
  }
  set connected(is: boolean) {
    this.kept.connected = is;
  }
  live(air: number): void {
    this.kept.live(air);
  }
  onCharger(hours: number, air: number, source: ChargeSource): ChargeShown {
    const { amps, absorptionVolts: volts, floatVolts } = source;
    const holding = this.kept.onCharger(hours, air, amps, floatVolts !== null);
    return { amps: holding ? 0 : amps, volts, holding };
  }
  get temperature(): number {
    return this.kept.temperature;
  }
  get volts(): number {
    return this.kept.volts;
  }
  get socPct(): number {
    return this.kept.socPct;
  }
  get restPct(): number {
    return this.kept.restPct;
  }
  get full(): boolean {
    return this.kept.full;
  }
  get gravities(): number[] {
    return this.kept.gravities;
  }
}

/** The foreign world under one of its conditions: laws that nobody judges by, a meter that is off. */
export const foreignNature =
  (condition: Condition) =>
  (seed: number): Nature => {
    const site = siteOf(seed + 90, condition);
    const chance = randomOne(seed + 91);
    return {
      begin: (truth, start, ageYears) =>
        new Foreign(
          KeptCells.begin(
            {
              kind: truth.chemistry,
              cells: truth.cells,
              ratedAh: truth.ratedAh,
              ageYears,
              // Plates that do not come up give less, too; all others as their years have it.
              health: truth.topShare === undefined ? null : truth.health,
              locked: 1 - (truth.topShare ?? 1),
              leakPerDay: truth.weakCellPctPerDay / 100,
              drawMa: truth.drawMa,
            },
            start,
            site,
            chance,
          ),
        ),
      freezesAt: (battery) => (battery as Foreign).kept.freezesAt,
      // What is off at 12 V is off in proportion.
      meterOf: () => ({
        gain: site.meter.gain + site.meter.volts / 12.6,
        offsetVolts: 0,
        noiseVolts: 0.004,
      }),
    };
  };
