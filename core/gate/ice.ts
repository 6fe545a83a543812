import { freezingOfSoc } from '../battery/acid';
import type { ChemistryId } from '../battery/chemistries';
import { THAW_CELSIUS, coldSinceWarm, thawHours, type CelsiusAt, type Cold } from '../battery/thaw';
import { MS_PER_HOUR } from '../day';
import type { BatteryContext } from '../context/battery-context';

/** So close to its freezing point a battery counts as frozen. Our own margin. */
const FROST_MARGIN_KELVIN = 1;
/** A battery of which nothing was read is counted as flat where ice is asked for. */
const UNREAD_SOC = { value: 0, low: 0, high: 100 };

/** What ice is judged by. */
export type IceFacts = Pick<BatteryContext, 'celsius' | 'thawedAt' | 'now' | 'soc'> & {
  readonly facts: { readonly chemistry: ChemistryId; readonly capacityAh: number };
};

interface Reckoned {
  readonly key: string;
  readonly cold: Cold | null;
}
/** One battery is held against many chargers. */
const reckoned = new WeakMap<readonly CelsiusAt[], Reckoned>();

/**
 * What was warm through does not freeze sooner, wherever it is put: a large one in two hours, a
 * motorcycle's in one. Our own, short assumption.
 */
const staysWarmHours = (capacityAh: number) => Math.min(2, thawHours(capacityAh) / 24);

/** Since it was seen thawed: warm through for a while, then as cold as its place. */
function sinceThaw(
  celsius: readonly CelsiusAt[],
  thawedAt: number | null,
  capacityAh: number,
): readonly CelsiusAt[] {
  if (thawedAt === null) return celsius;
  const until = thawedAt + staysWarmHours(capacityAh) * MS_PER_HOUR;
  const warm = { at: thawedAt, value: THAW_CELSIUS, measured: true };
  return [warm, ...celsius.filter(({ at }) => at >= until)];
}

/** The coldest since it was last warm through, as far as its thaw was not seen. */
export function coldOf({ celsius, thawedAt, now, facts }: Omit<IceFacts, 'soc'>): Cold | null {
  const key = `${thawedAt}/${now}/${facts.capacityAh}`;
  const known = reckoned.get(celsius);
  if (known?.key === key) return known.cold;
  const cold = coldSinceWarm(sinceThaw(celsius, thawedAt, facts.capacityAh), now, facts.capacityAh);
  reckoned.set(celsius, { key, cold });
  return cold;
}

/** Of its place, now; a mild day where nobody knows. */
export const celsiusNow = (context: Omit<IceFacts, 'soc'>) => coldOf(context)?.latest.value ?? 20;

/** Whether there may be ice in a battery. */
export interface Ice {
  /** Its acid freezes there, by its state of charge. */
  readonly freezingCelsius: number;
  readonly cold: Cold;
  /** Measured, and still so cold there: not a question. */
  readonly certain: boolean;
  /** It is warmer by now, and not yet through. */
  readonly thawing: boolean;
  /** Only its doubtful charge says so: a reading settles it. */
  readonly inDoubt: boolean;
}

/**
 * Whether there may be ice in a battery: its freezing point by its state of charge (the low end
 * of what is believed) against the coldest hour since it was last warm through. Null where
 * nothing in it freezes, where it is warm through, and where nobody knows how cold it was.
 */
export function iceIn(context: IceFacts): Ice | null {
  const { chemistry } = context.facts;
  const cold = coldOf(context);
  if (!cold) return null;
  const soc = context.soc ?? UNREAD_SOC;
  const likely = freezingOfSoc(chemistry, soc.value);
  const worst = freezingOfSoc(chemistry, soc.low);
  if (likely === null || worst === null) return null;
  const under = (freezing: number) => cold.coldest.value < freezing + FROST_MARGIN_KELVIN;
  const inDoubt = !under(likely);
  if (inDoubt && cold.coldest.value > worst) return null;
  const freezingCelsius = inDoubt ? worst : likely;
  const { latest } = cold;
  return {
    freezingCelsius,
    cold,
    inDoubt,
    certain: !inDoubt && context.soc !== null && latest.measured && latest.value <= freezingCelsius,
    thawing: latest.value > freezingCelsius,
  };
}
