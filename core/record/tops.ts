import { CHEMISTRIES } from '../battery/chemistries';
import { houseOf, topReadings, type House, type TopReading } from '../estimation/house';
import { expectedSelfDischarge } from '../estimation/prior';
import { drawPctPerDay } from '../drain/reserve';
import type { BatteryState } from '../logbook/state';
import { usualDrawOf } from '../site/vehicle-kinds';
import { ageYears, today, type BatteryRecord } from './battery-record';
import { observationsOf } from './learnt';

type Standing = Omit<BatteryRecord, 'house'>;

interface Tops {
  readonly of: Standing;
  readonly all: readonly TopReading[];
}
const remembered = new WeakMap<BatteryState, Tops>();

/** In a winter hall self-discharge is about half of what it is at 20 °C. */
const COOL = 0.5;

/** The readings of a record that tell what its full charges came to. */
function topsOf(standing: Standing): readonly TopReading[] {
  const { facts, state, rules, vehicleKind } = standing;
  const known = remembered.get(state);
  if (known && known.of.rules === rules && known.of.temperatures === standing.temperatures) {
    return known.all;
  }
  const { chemistry, cells, capacityAh } = facts;
  const self = expectedSelfDischarge(chemistry, ageYears(facts, today(standing))).value;
  const usual = usualDrawOf(vehicleKind, state.role, standing.vehicle).value;
  const draw = state.negativeOn ? drawPctPerDay(state.drawMa ?? usual, capacityAh) : 0;
  const all = CHEMISTRIES[chemistry].flatVoltage
    ? []
    : topReadings(
        { chemistry, cells, scale: rules.scale[chemistry] },
        observationsOf(standing),
        (COOL * self) / 30 + draw,
      );
  remembered.set(state, { of: standing, all });
  return all;
}

/**
 * What all records of a site tell together, from what was read before `midnight` (UTC
 * milliseconds): so that it stays the same through a day. `before`: the house as it was reckoned
 * last, which is answered again where nothing has changed.
 */
export function houseFrom(
  standings: readonly Standing[],
  midnight: number,
  before: ReckonedHouse | null,
): ReckonedHouse {
  const tops = standings.map((one) => topsOf(one).filter(({ at }) => at < midnight));
  const key = tops.map((all) => all.map(({ at, over }) => `${at}:${over}`).join()).join(';');
  return before?.key === key ? before : { key, house: houseOf(tops) };
}

/** A house, and the readings that it was reckoned from. */
export interface ReckonedHouse {
  readonly key: string;
  readonly house: House;
}
