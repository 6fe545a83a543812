import { dayOf, type Day } from '../day';
import type { Estimate } from '../estimate';
import { reserveBySums } from '../forecast/forecast';
import { dailyLoss, lossOf, outlookOf } from '../judge/outlook';
import { indexOfDay, today, type Standing } from '../judge/standing';

/** How long a battery holds with a draw. */
export interface DrawMeaning {
  /** Days to the recharge line, at 90 %; null where nothing is known of its charge. */
  readonly toLine: Estimate | null;
  readonly lineDay: Day | null;
  /** Days until it is flat; Infinity where that is beyond the forecast. */
  readonly toFlat: number | null;
  readonly nextReadingDay: Day | null;
}

/** The battery as if this draw had been measured now, milliamps, the negative on or off. */
export function withDraw(standing: Standing, drawMa: number, negativeOn = true): Standing {
  const { state } = standing;
  return {
    ...standing,
    state: {
      ...state,
      drawMa,
      drawAt: standing.now,
      negativeOn,
      // What its readings said belongs to what drew then.
      connections: [...state.connections, { at: standing.now, on: negativeOn }],
      maintainerSince: null,
    },
  };
}

/** What a settled draw means for one battery, in days; its own charge and hall. */
export function meaningOf(standing: Standing, drawMa: number, negativeOn = true): DrawMeaning {
  const with_ = withDraw(standing, drawMa, negativeOn);
  const outlook = outlookOf(with_);
  if (!outlook || outlook.onCharge) {
    return { toLine: null, lineDay: null, toFlat: null, nextReadingDay: null };
  }
  const flat = reserveBySums(
    with_.temperatures.sums,
    indexOfDay(with_.temperatures, today(with_)),
    outlook.soc.value,
    0,
    dailyLoss(lossOf(with_)),
  );
  const days = outlook.reserve.value;
  return {
    toLine: outlook.reserve,
    lineDay: Number.isFinite(days)
      ? dayOf(standing.now, standing.timeZone) + Math.floor(days)
      : null,
    toFlat: flat,
    nextReadingDay: outlook.nextReadingDay,
  };
}
