import { dayOf, type Day } from '../day';
import type { Estimate } from '../estimate';
import { reserveBySums } from '../forecast/forecast';
import { dailyLoss, lossOf } from '../record/loss';
import { chargeForecastOf } from './charge-forecast';
import { indexOfDay, today, type BatteryRecord } from '../record/battery-record';

/** How long a battery holds with a draw. */
export interface DrawMeaning {
  /** Days to the recharge line, at 90 %; null where nothing is known of its charge. */
  readonly toLine: Estimate | null;
  readonly lineDay: Day | null;
  /** Days until it is flat; Infinity where that is beyond the forecast. */
  readonly toFlat: number | null;
  readonly nextReadingDay: Day | null;
}

export interface DrawCase {
  /** The negative is on, as it must be for anything to be drawn. */
  readonly negativeOn?: boolean;
  /** Something is changed at the vehicle: what its readings said belongs to what drew before. */
  readonly changed?: boolean;
}

/** The battery as if this draw had been measured now, milliamps. */
export function withDraw(
  standing: BatteryRecord,
  drawMa: number,
  how: DrawCase = {},
): BatteryRecord {
  const { state } = standing;
  const { negativeOn = true, changed = false } = how;
  const anew = changed || negativeOn !== state.negativeOn;
  return {
    ...standing,
    state: {
      ...state,
      drawMa,
      drawAt: standing.now,
      draws: [...state.draws, { at: standing.now, milliamps: drawMa, changed: anew }],
      negativeOn,
      connections: anew
        ? [...state.connections, { at: standing.now, on: negativeOn }]
        : state.connections,
      maintainerSince: null,
    },
  };
}

/** What a settled draw means for one battery, in days; its own charge and hall. */
export function meaningOf(
  standing: BatteryRecord,
  drawMa: number,
  how: DrawCase = {},
): DrawMeaning {
  const with_ = withDraw(standing, drawMa, how);
  const outlook = chargeForecastOf(with_);
  if (!outlook || outlook.onCharge) {
    return { toLine: null, lineDay: null, toFlat: null, nextReadingDay: null };
  }
  const days = outlook.reserve.value;
  return {
    toLine: outlook.reserve,
    lineDay: Number.isFinite(days)
      ? dayOf(standing.now, standing.timeZone) + Math.floor(days)
      : null,
    toFlat: daysFrom(with_, outlook.soc.value, 0),
    nextReadingDay: outlook.nextReadingDay,
  };
}

/** The same for a battery that has just been charged full: days to its line, and to flat. */
export function meaningFromFull(
  standing: BatteryRecord,
  drawMa: number,
  how: DrawCase = {},
): { readonly toLine: number; readonly toFlat: number } {
  const with_ = withDraw(standing, drawMa, how);
  const line = standing.rules.lineSocPct[standing.facts.chemistry];
  return { toLine: daysFrom(with_, 100, line), toFlat: daysFrom(with_, 100, 0) };
}

const daysFrom = (standing: BatteryRecord, fromPct: number, toPct: number): number =>
  reserveBySums(
    standing.temperatures.sums,
    indexOfDay(standing.temperatures, today(standing)),
    fromPct,
    toPct,
    dailyLoss(lossOf(standing), standing.state.negativeOn),
  );
