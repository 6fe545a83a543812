import { t } from '../language';
import { z } from 'zod';
import { formatVolts } from '../words/words';
import type { TestAnswer } from './test-answer';

const Volts = z
  .number()
  .min(0, { error: () => t`volts are 0 or more` })
  .max(100, { error: () => t`no vehicle here has over 100 V` });

/** What was measured at the battery's posts with the engine running; null: not measured. */
export const ChargingSeen = z.strictObject({
  idleVolts: Volts,
  /** Raised revs. */
  raisedVolts: Volts.nullable(),
  /** Raised, with lamps and blower on. */
  loadedVolts: Volts.nullable(),
  /** Alternating volts on top. */
  rippleVolts: z
    .number()
    .min(0)
    .max(20, { error: () => t`at most 20 V` })
    .nullable(),
  /** Before it was started. */
  restVolts: Volts.nullable(),
});
export type ChargingSeen = z.infer<typeof ChargingSeen>;

/** From where to where a charging voltage is well, volts of 12. */
export interface ChargingLimits {
  readonly low: number;
  readonly high: number;
}
/** Common practice; three schools. */
export const CHARGING_LIMITS = {
  usual: { low: 13.8, high: 14.5 },
  wide: { low: 13.8, high: 14.8 },
  regulated: { low: 12.8, high: 15 },
} as const satisfies Record<string, ChargingLimits>;
export type ChargingSchool = keyof typeof CHARGING_LIMITS;

/** Over it, whatever the school: nothing regulates any more (common practice). */
const HARMS_VOLTS = 15;
/** Alternating volts that a good rectifier stays under (common practice). */
export const MAX_RIPPLE_VOLTS = 0.5;
/** So little above rest is no charge. */
const NO_CHARGE_VOLTS = 0.25;
/** What an alternator that carries its loads gives with them on; less, and its belt slips. */
const LOADED_VOLTS = 13.2;

export type ChargingFinding =
  'well' | 'not-charging' | 'belt' | 'diode' | 'regulator' | 'rectifier' | 'weak' | 'raise-revs';

export interface ChargingQuestion {
  readonly seen: ChargingSeen;
  readonly nominalVolts: number;
  readonly school: ChargingSchool;
  /** Motorcycle, quad, mower: a magnet and a rectifier, and little of it at idle. */
  readonly isSmall: boolean;
}

/**
 * What the charging system gives, at idle, raised and loaded. One that is regulated by its control
 * unit is not called faulty for standing low at a full battery: it is loaded first.
 */
export function judgeCharging(question: ChargingQuestion): TestAnswer<ChargingFinding> {
  const { seen, nominalVolts, school, isSmall } = question;
  const scale = nominalVolts < 9 ? 0.5 : nominalVolts > 18 ? 2 : 1;
  const { low, high } = CHARGING_LIMITS[school];
  const { idleVolts, raisedVolts, loadedVolts, rippleVolts, restVolts } = seen;
  const best = Math.max(idleVolts, raisedVolts ?? 0);
  const is = (found: ChargingFinding, ...say: string[]): TestAnswer<ChargingFinding> => ({
    found,
    isWell: found === 'well',
    say,
    health: null,
  });
  const limits = t`${formatVolts(low * scale)} to ${formatVolts(high * scale)}`;
  if (best > Math.max(high, HARMS_VOLTS) * scale || best > (high + 0.3) * scale) {
    return is(
      isSmall ? 'rectifier' : 'regulator',
      t`${formatVolts(best)}: more than ${formatVolts(high * scale)} boils the battery.`,
      t`Stop the engine: ${isSmall ? t`its regulator and rectifier` : t`its regulator`} first. A case that bellies was overcharged.`,
    );
  }
  if (rippleVolts !== null && rippleVolts > MAX_RIPPLE_VOLTS * scale) {
    return is(
      isSmall ? 'rectifier' : 'diode',
      t`${rippleVolts.toFixed(2)} V alternating on top: over ${(MAX_RIPPLE_VOLTS * scale).toFixed(2)} V a diode is gone.`,
      t`${isSmall ? t`Its rectifier` : t`A diode of the alternator`}: it charges badly now and may draw while it stands.`,
    );
  }
  const dead =
    restVolts === null
      ? best < low * scale - 0.6 * scale
      : best < restVolts + NO_CHARGE_VOLTS * scale;
  const loadsWell = loadedVolts !== null && loadedVolts >= low * scale;
  if (dead && !loadsWell) {
    if (raisedVolts === null) {
      return is(
        'raise-revs',
        t`${formatVolts(idleVolts)} at idle says little: measure again at raised revs.`,
      );
    }
    if (school === 'regulated' && loadedVolts === null) {
      return is(
        'raise-revs',
        t`${formatVolts(best)}: a regulated one may rest at a full battery. Lamps and blower on, and measure again.`,
      );
    }
    return is(
      isSmall ? 'rectifier' : 'not-charging',
      t`${formatVolts(best)}, hardly more than at rest: it does not charge.`,
      isSmall
        ? t`Its plugs and earth first, then rectifier and winding.`
        : t`Its belt and plugs first, then the alternator. The battery is not to blame yet.`,
    );
  }
  if (loadedVolts !== null && loadedVolts < Math.min(low, LOADED_VOLTS) * scale) {
    return is(
      isSmall ? 'weak' : 'belt',
      t`${formatVolts(best)}, and ${formatVolts(loadedVolts)} with lamps and blower on: it does not carry them.`,
      isSmall
        ? t`Small ones carry little at idle; at raised revs they should.`
        : t`A belt that slips, or a worn alternator: listen, and look at the belt with the engine off.`,
    );
  }
  if (best < low * scale && !loadsWell) {
    return raisedVolts === null
      ? is('raise-revs', t`${formatVolts(idleVolts)} at idle: measure again at raised revs.`)
      : is(
          'weak',
          t`${formatVolts(best)}: under the house’s ${limits}.`,
          t`Voltage drop from the alternator to the battery first, then the alternator.`,
        );
  }
  if (best > high * scale) {
    return is(
      'regulator',
      t`${formatVolts(best)}: over the house’s ${limits}.`,
      t`Its maker’s figure wins: some give more in the cold. Else the regulator.`,
    );
  }
  return is('well', t`${formatVolts(best)} with the engine running: well (${limits}).`);
}
