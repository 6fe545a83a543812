import { MS_PER_DAY, dayName, type Day } from '../core/day';
import { socOfVolts } from '../core/battery/state-of-charge';
import { plainContext } from '../core/context/plain-context';
import { fitOf } from '../core/connections/charger-suitability';
import type { ChargerConnection } from '../core/site/charging-equipment';
import { hookOf } from '../core/connections/look-in';
import type { EntryData, EntryKind } from '../core/logbook/kinds';
import { DEFAULT_RULES } from '../core/rules/rules';
import { VEHICLE_KINDS } from '../core/site/vehicle-kinds';
import { show, showMilliamps, type HandMeter } from '../simulators/meter';
import type { Random } from '../simulators/random';
import type { Kept } from './arrive';
import { DEMO_BENCHED, DEMO_BENCH_HALL, inspectionOf, termsOfStay } from './facts';
import { DEMO_STAYS, MODELS } from './site';
import { DEMO_CHARGERS, DEMO_MAINTAINERS, DEMO_OUTLETS } from './stock';

/** Writes one entry into the logbook. */
export type Write = <K extends EntryKind>(
  kind: K,
  subjectId: string,
  at: number,
  data: EntryData<K>,
) => void;

/** A channel of a charger, set as its attendant would for this battery. */
export function hookedTo(
  one: Kept,
  chargerId: string,
  channel: number,
  celsius: number,
  at: number,
): ChargerConnection {
  const charger = DEMO_CHARGERS.find(({ id }) => id === chargerId)!;
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
  const outlet = DEMO_OUTLETS.find(({ bays }) => bays.includes(one.stay.bay));
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
  one: Kept,
  vehicleId: string,
  kept: readonly Kept[],
  minutes: (n: number) => number,
  record: Write,
  note: Write,
  meter: HandMeter,
  chance: Random,
): void {
  const { id, stay, spec } = one;
  const first = kept.find((other) => other.stay === stay) === one;
  if (first) {
    const at = minutes(4);
    record('laid-up', vehicleId, at, { bayId: `bay-${stay.bay}`, collectOn: stay.collect });
    note('agreed', vehicleId, at, termsOfStay(DEMO_STAYS.findIndex(({ bay }) => bay === stay.bay)));
    const checked = VEHICLE_KINDS[MODELS[stay.model].kind].leftOn;
    note('all-off', vehicleId, at, { checked: [...checked] });
  }
  record('fitted', id, minutes(0.2), { vehicleId, role: spec.role, place: spec.place });
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
  note(
    'inspected',
    id,
    at,
    inspectionOf(MODELS[one.stay.model].kind, one.details, one.truth.cells),
  );
  const benched = DEMO_BENCHED.has(stay.bay);
  if (benched) note('taken-out', id, at, { to: 'bench', hallId: DEMO_BENCH_HALL, why: '' });
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
  if (stay.keeping === 'maintainer') {
    one.onMaintainer = true;
    const { charger, outlet } = DEMO_MAINTAINERS[stay.bay]!;
    one.hook = {
      ...hookedTo(one, charger, 1, one.battery.temperature, minutes(0)),
      outletId: outlet,
    };
    record('maintainer', id, minutes(3), { on: true, hook: one.hook });
    record('lamp', id, minutes(0.2), { state: 'charging' });
  }
}

/** A resting voltage by the attendant's hand meter. */
export function read(
  one: Kept,
  day: Day,
  at: number,
  record: Write,
  meter: HandMeter,
  kept: readonly Kept[],
  chance: Random,
): void {
  const wrong = one.trouble?.kind === 'wrong-battery' ? one.trouble : null;
  const late = dayName(day) >= '2026-12-01' && dayName(day) < '2026-12-17';
  // Once, in December, the probes were on the neighbour's battery.
  const measured = wrong && late ? kept.find((k) => k.stay.bay === wrong.otherBay)! : one;
  const volts = show(meter, measured.battery.volts, measured.clampVolts, chance);
  one.lastRead = day;
  one.lastVolts = volts;
  // The forgotten one had stood for days before it was brought in.
  const restedHours = one.trouble?.kind === 'forgotten' ? 72 : null;
  record('reading', one.id, at, { volts, celsius: null, restedHours, confirmed: false });
}
