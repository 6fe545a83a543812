import type { CelsiusAt } from '../battery/thaw';
import type { Charger, ChargerProgramme } from '../site/charging-equipment';
import { PROGRAMMES, chemistriesOf } from '../site/programmes';
import { MS_PER_DAY, MS_PER_HOUR, dayOf, instantAt, type Day } from '../day';
import type { Estimate } from '../estimate';
import { openFindings } from '../logbook/open-findings';
import { waterFrom, waterSince } from '../record/cells';
import { conditionOf } from '../record/condition';
import { lossOf, milliampsOf, type LossAnswer } from '../record/loss';
import { ageYears, hallMean, today, type BatteryRecord } from '../record/battery-record';
import { MAINTAINED_PLANS } from '../logbook/storage-plan-names';
import type { DailyTemperatures } from '../site/climate';
import type { BatteryContext, ChargerOffer } from './battery-context';

/** Night and noon of a day, as wall-clock hours: when it is coldest and warmest. */
const NIGHT_HOUR = 5;
const NOON_HOUR = 14;
/** So far back the cold of a place is looked at, at most, and so far ahead. */
const DAYS_BACK = 60;
const DAYS_AHEAD = 3;

interface DayPoints {
  readonly key: string;
  readonly from: Day;
  /** The night and the noon of each day. */
  readonly points: readonly CelsiusAt[];
}
/** All batteries of a hall share its days. */
const pointsKnown = new WeakMap<DailyTemperatures, DayPoints>();

function pointsOf(temperatures: DailyTemperatures, day: Day, timeZone: string): DayPoints {
  const key = `${day}/${timeZone}`;
  const known = pointsKnown.get(temperatures);
  if (known?.key === key) return known;
  const from = Math.max(temperatures.firstDay, day - DAYS_BACK);
  const to = Math.min(temperatures.firstDay + temperatures.mean.length - 1, day + DAYS_AHEAD);
  const points: CelsiusAt[] = [];
  for (let one = from; one <= to; one++) {
    const at = one - temperatures.firstDay;
    const [mean, low] = [temperatures.mean[at]!, temperatures.low[at]!];
    const measured = isMeasured(temperatures, one);
    points.push(
      { at: instantAt(one, NIGHT_HOUR, 0, timeZone), value: low, measured },
      { at: instantAt(one, NOON_HOUR, 0, timeZone), value: 2 * mean - low, measured },
    );
  }
  const made = { key, from, points };
  pointsKnown.set(temperatures, made);
  return made;
}

const isMeasured = ({ knownFrom, knownTo }: DailyTemperatures, day: Day) =>
  day >= knownFrom && day <= knownTo;

/**
 * Temperatures of a battery's place since it came there, and of the next days: the night and the
 * noon of each day, and now. Measured only where a thermometer was read.
 */
export function celsiusOf(
  temperatures: DailyTemperatures,
  since: Day,
  now: number,
  timeZone: string,
): CelsiusAt[] {
  const day = dayOf(now, timeZone);
  const { from, points } = pointsOf(temperatures, day, timeZone);
  return [
    ...points.slice(2 * Math.max(0, since - from)),
    { at: now, value: hallMean(temperatures, day), measured: isMeasured(temperatures, day) },
  ];
}

/** Since when a battery has been where it stands: in its bay, or on the bench. */
const hereSince = ({ state, laidUpAt, now, timeZone }: BatteryRecord): Day =>
  dayOf(state.out?.since ?? laidUpAt ?? state.fittedAt ?? now, timeZone);

/** The temperatures that a battery has had where it stands. */
export const celsiusOfRecord = (standing: BatteryRecord) =>
  celsiusOf(standing.temperatures, hereSince(standing), standing.now, standing.timeZone);

/** What the record says of its ice: when it was last seen thawed through. */
export const thawedAtOf = ({ state }: BatteryRecord) =>
  state.thawedAt ?? state.recovery?.thawedAt ?? null;

/** Somebody is there until the end of the working day; null: it is over. */
export function attendedUntilOf({ now, timeZone, rules }: BatteryRecord): number | null {
  const end = instantAt(dayOf(now, timeZone), rules.shiftEndHour, 0, timeZone);
  return end > now ? end : null;
}

/** What was learnt of it, where somebody has that already. */
export type Known = { readonly soc: Estimate; readonly loss: LossAnswer };

/**
 * The context of a battery from its record as it stands now, and its charge as it was learnt. One
 * place: Round, Charge, Work, Season and the server all ask here. No charger is offered in it.
 */
export function contextOf(standing: BatteryRecord, forecast: Known | null): BatteryContext {
  const { facts, state, rules, now } = standing;
  const loss = forecast?.loss ?? lossOf(standing);
  const condemned = conditionOf(standing);
  const findings = openFindings(state);
  const having = (consequence: string) =>
    findings.find((finding) => finding.consequence === consequence) ?? null;
  const reading = state.readings.findLast(({ fed }) => !fed) ?? null;
  const resting = reading?.restedHours ?? null;
  return {
    now,
    timeZone: standing.timeZone,
    vehicleKind: standing.vehicleKind,
    vehicle: standing.vehicle,
    alwaysReady: standing.collectDay === null,
    fittedTo: { vehicleId: standing.vehicleId },
    facts,
    details: standing.details,
    role: state.role,
    place: state.place,
    out: state.out !== null,
    earthedLeadOn: state.negativeOn || state.isolatorOpen === true,
    isolatorOpen: state.isolatorOpen ?? false,
    block: standing.block,
    capacityAh: loss.usableAh.value,
    ageYears: ageYears(facts, today(standing)),
    volts: reading?.volts ?? null,
    restedHours: resting === null || !reading ? null : resting + (now - reading.at) / MS_PER_HOUR,
    soc: forecast?.soc ?? null,
    drawAmps: state.negativeOn ? Math.max(0, milliampsOf(loss.draw.value, loss)) / 1000 : 0,
    condition: condemned?.id ?? 'sound',
    conditionSeen: condemned?.seen ?? null,
    mendFirst: having('mend-before-charge')?.seen ?? null,
    platesShow: having('water-before-charge') !== null,
    charging:
      state.maintainerSince !== null
        ? 'maintainer'
        : state.chargeSince !== null
          ? 'charger'
          : 'none',
    hallName: standing.hallName,
    celsius: celsiusOfRecord(standing),
    thawedAt: thawedAtOf(standing),
    // How a hall is aired stands on the charge board; nobody has put a figure to one more yet.
    aired: null,
    charger: null,
    hook: null,
    attendedUntil: attendedUntilOf(standing),
    benchHallId: standing.benchHallId,
    wholeCleanedYearsAgo:
      state.cleanedWholeAt === null ? null : (now - state.cleanedWholeAt) / (365.25 * MS_PER_DAY),
    maintained: state.plan !== null && MAINTAINED_PLANS.includes(state.plan),
    water: waterSince(state, waterFrom(state, standing.laidUpAt, now), now),
    rules,
    assumed: [],
  };
}

/** A charger of the stock in one of its programmes, as it is offered to a battery. */
export function offerOf(
  charger: Charger,
  programme: ChargerProgramme,
  given: {
    readonly amps: number;
    readonly absorptionVolts: number | null;
    readonly nominalVolts: number;
  },
): ChargerOffer {
  const twelfths = given.nominalVolts / 12;
  return {
    kind: charger.automatic ? (charger.maintains ? 'maintainer' : 'automatic') : 'manual',
    name: charger.name,
    programme: PROGRAMMES[programme.id].label,
    chemistries: chemistriesOf(programme.id),
    nominalVolts: given.nominalVolts,
    amps: given.amps,
    absorptionVolts: given.absorptionVolts,
    floatVolts: programme.floatVolts === null ? null : programme.floatVolts * twelfths,
    stopsByItself: charger.automatic,
    mayStay: charger.maintains,
    leastStartVolts: charger.leastStartVolts === null ? null : charger.leastStartVolts * twelfths,
  };
}

/** A charger that is not in the stock: the vehicle's own, the string's own, or a borrowed one. */
export const ownOffer = (kind: ChargerOffer['kind'], name: string): ChargerOffer => ({
  kind,
  name,
  programme: null,
  chemistries: null,
  nominalVolts: null,
  amps: null,
  absorptionVolts: null,
  floatVolts: null,
  stopsByItself: kind !== 'manual',
  mayStay: kind !== 'manual',
  leastStartVolts: null,
});
