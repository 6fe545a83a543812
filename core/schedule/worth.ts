import { cycleShare } from '../charging/standing-low';
import { MAINS_SHARE } from '../charging/recovery';
import { CHEMISTRIES } from '../battery/chemistries';
import type { Rules } from '../rules/rules';
import type { SeasonBattery, SeasonDocument } from './document';

/** What a battery costs besides the attendant's time, told in minutes of it. */
export interface Worth {
  /** A day on a charger. */
  readonly hungDay: number;
  /** Energy and wear of each percent that is charged. */
  readonly percent: number;
  /** Of that, the wear alone: what stood low and long before makes it more. */
  readonly wear: number;
  /** Percent lost from today, summed over the days up to the start of each. */
  readonly lostSums: Float64Array;
}

/** What it is worth at the prices of its season; null: the season is told none, and time is all. */
export function worthOf(
  { prices }: Pick<SeasonDocument, 'prices'>,
  battery: SeasonBattery,
  lost: Float64Array,
): Worth | null {
  if (!prices) return null;
  const { chemistry, capacityAh, nominalVolts } = battery;
  const factor = battery.acceptance?.factor ?? CHEMISTRIES[chemistry].acceptance.factor;
  const kWh = (factor * capacityAh * nominalVolts * MAINS_SHARE) / 100_000;
  const wear = ((battery.price ?? 0) * cycleShare(chemistry)) / prices.minute;
  const lostSums = new Float64Array(lost.length);
  for (let day = 1; day < lost.length; day++) lostSums[day] = lostSums[day - 1]! + lost[day - 1]!;
  return {
    hungDay: prices.chargerDay / prices.minute,
    percent: (kWh * prices.kWh) / prices.minute + wear,
    wear,
    lostSums,
  };
}

/** The house's prices, where its plan is to be the cheapest; where an hour costs nothing, time is all. */
export const pricesOf = ({
  planAim,
  moneyPerHour,
  moneyPerChargerDay,
  moneyPerKwh,
}: Pick<Rules, 'planAim' | 'moneyPerHour' | 'moneyPerChargerDay' | 'moneyPerKwh'>): Pick<
  SeasonDocument,
  'prices'
> =>
  planAim === 'cost' && moneyPerHour > 0
    ? {
        prices: { minute: moneyPerHour / 60, chargerDay: moneyPerChargerDay, kWh: moneyPerKwh },
      }
    : {};
