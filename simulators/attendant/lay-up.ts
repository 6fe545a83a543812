import { MS_PER_DAY, dayName, type Day } from '../../core/day';
import { socOfVolts } from '../../core/battery/state-of-charge';
import { plainContext } from '../../core/context/plain-context';
import { fitOf } from '../../core/connections/charger-suitability';
import type { ChargerConnection, ChargingEquipment } from '../../core/site/charging-equipment';
import { hookOf } from '../../core/connections/look-in';
import type { EntryData, EntryKind } from '../../core/logbook/kinds';
import { DEFAULT_RULES } from '../../core/rules/rules';
import { VEHICLE_KINDS } from '../../core/site/vehicle-kinds';
import { show, showMilliamps, type HandMeter } from '../meter';
import type { Random } from '../random';
import type { LivingBattery } from '../battery';
import type { Kept } from './arrive';

/** Writes one entry into the logbook. */
export type Write = <K extends EntryKind>(
  kind: K,
  subjectId: string,
  at: number,
  data: EntryData<K>,
) => void;

/** A channel of a charger, set as its attendant would for this battery. */
export function hookedTo(
  stock: ChargingEquipment,
  one: Kept<LivingBattery>,
  chargerId: string,
  channel: number,
  celsius: number,
  at: number,
): ChargerConnection {
  const charger = stock.chargers.find(({ id }) => id === chargerId)!;
  const { chemistry } = one.spec;
  const programme =
    charger.programmes.find(({ id }) => id === (chemistry === 'agm' ? 'agm' : chemistry)) ??
    charger.programmes[0]!;
  const value =
    chemistry === 'lfp'
      ? null
      : socOfVolts({
          chemistry,
          cells: one.truth.cells,
          scale: DEFAULT_RULES.scale[chemistry],
          celsius,
          volts: one.lastVolts,
        });
  const context = plainContext(chemistry, at, {
    facts: { cells: one.truth.cells, nominalVolts: one.spec.volts, capacityAh: one.spec.ah },
    details: one.details,
    ageYears: 3,
    soc: value === null ? null : { value, low: value, high: value },
    volts: one.lastVolts,
    celsius: [{ at, value: celsius, measured: true }],
    drawAmps: one.battery.connected ? one.spec.drawMa / 1000 : 0,
  });
  const outlet = stock.outlets.find(({ bays }) => bays.includes(one.stay.bay));
  const fit = fitOf(charger, programme, {
    context,
    hallId: one.hallId,
    room: null,
    purpose: 'charge',
  });
  return hookOf(fit, context, channel, outlet?.id ?? null);
}

/** The first visit: papers, a look, a reading, the draw, and the storage plan carried out. */
export function layUp(
  stock: ChargingEquipment,
  one: Kept<LivingBattery>,
  kept: readonly Kept<LivingBattery>[],
  minutes: (n: number) => number,
  record: Write,
  note: Write,
  meter: HandMeter,
  chance: Random,
): void {
  const { id, stay, spec } = one;
  const { vehicle } = stay;
  const first = kept.find((other) => other.stay === stay) === one;
  if (first) {
    const at = minutes(4);
    record('laid-up', vehicle.id, at, { bayId: stay.bayId, collectOn: stay.collect });
    note('agreed', vehicle.id, at, stay.terms);
    const checked = VEHICLE_KINDS[vehicle.kind].leftOn;
    note('all-off', vehicle.id, at, { checked: [...checked] });
  }
  record('fitted', id, minutes(0.2), { vehicleId: vehicle.id, role: spec.role, place: spec.place });
  if (one.trouble?.kind !== 'forgotten') {
    // It came in off the road: charged on arrival, a day before it is put away.
    const full = one.battery.socPct > 93;
    if (full) one.lastFull = one.from;
    record('charge-ended', id, minutes(0.2) - MS_PER_DAY, { full, ampHours: null });
  }
  read(one, one.from, minutes(1.5), record, meter, kept, chance);
  if (stay.keeping === 'negative-off' || one.truth.drawMa(0) === 0) {
    one.battery.connected = false;
    record('negative', id, minutes(2), { on: false });
  } else if (chance.uniform() < 0.85) {
    record('draw', id, minutes(6), { milliamps: showMilliamps(one.truth.drawMa(0), chance) });
  }
  const at = minutes(0);
  note('inspected', id, at, stay.inspected(one.details, one.truth.cells));
  const { benched, maintainer } = stay;
  if (benched) note('taken-out', id, at, { to: 'bench', hallId: stay.hallId, why: '' });
  note('plan-chosen', id, at, {
    plan: benched
      ? 'bench'
      : stay.keeping === 'maintainer'
        ? one.battery.connected
          ? 'maintained-connected'
          : 'maintained-off'
        : one.battery.connected
          ? 'connected-recharged'
          : 'off-recharged',
  });
  if (maintainer) {
    one.onMaintainer = true;
    one.hook = {
      ...hookedTo(stock, one, maintainer.chargerId, 1, one.battery.temperature, minutes(0)),
      outletId: maintainer.outletId,
    };
    record('maintainer', id, minutes(3), { on: true, hook: one.hook });
    record('lamp', id, minutes(0.2), { state: 'charging' });
  }
}

/** A resting voltage by the attendant's hand meter. */
export function read(
  one: Kept<LivingBattery>,
  day: Day,
  at: number,
  record: Write,
  meter: HandMeter,
  kept: readonly Kept<LivingBattery>[],
  chance: Random,
): void {
  const wrong = one.trouble?.kind === 'wrong-battery' ? one.trouble : null;
  const isThen = wrong && dayName(day) >= wrong.from && dayName(day) < wrong.until;
  // The probes were on the neighbour's battery.
  const measured = isThen ? kept.find((k) => k.stay.bay === wrong.otherBay)! : one;
  const volts = show(meter, measured.battery.volts, measured.clampVolts, chance);
  one.lastRead = day;
  one.lastVolts = volts;
  // The forgotten one had stood for days before it was brought in.
  const restedHours = one.trouble?.kind === 'forgotten' ? 72 : null;
  record('reading', one.id, at, { volts, celsius: null, restedHours, confirmed: false });
}
