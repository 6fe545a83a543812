import { t } from '../../core/language';
import { thawHours } from '../../core/battery/thaw';
import { iceIn } from '../../core/gate/ice';
import { acceptanceIn, nominal } from '../../core/gate/reasons';
import { newPrice } from '../../core/charging/recovery';
import { hasLiquid } from '../../core/charging/water';
import { mayHangOn } from '../../core/connections/charger-suitability';
import {
  type Charger,
  type ChargingEquipment,
  socketsOf,
} from '../../core/site/charging-equipment';
import { chemistriesOf } from '../../core/site/programmes';
import {
  MS_PER_DAY,
  MS_PER_HOUR,
  dayName,
  dayOf,
  instantAt,
  toDay,
  type Day,
} from '../../core/day';
import { sdOf } from '../../core/estimate';
import { conditionOf } from '../../core/record/condition';
import { isHeld } from '../../core/record/learnt';
import { lossOf, milliampsOf } from '../../core/record/loss';
import { fullChargeDays, readingDays } from '../../core/assessment/charge-forecast';
import { today } from '../../core/record/battery-record';
import { handWorkDue } from '../../core/plan/due';
import { MINUTES } from '../../core/plan/jobs';
import { PROCEDURE_NAMES } from '../../core/logbook/procedure-names';
import { spreadWork, type HandWork } from '../../core/plan/hand-work';
import { reasonOf } from '../../core/logbook/entry';
import {
  MIN_SOC_PCT,
  MAX_DRAW_MA,
  SeasonBatteryRow,
  type SeasonBattery,
  type SeasonDocument,
} from '../../core/schedule/document';
import { pricesOf } from '../../core/schedule/worth';
import type { AssessedBattery, SiteSnapshot, Stay } from '../site/snapshot';
import { isThrough, type SettledRound } from './settled';

/** What a battery that was never read is taken to hold, percent: until it is, only the reading is planned. */
const UNREAD_PCT = 90;
/** On its day it is to be so full, percent. */
const COLLECT_PCT = 90;
/** A charge whose end nobody knows has ended by the next day. */
const UNKNOWN_HOURS = 24;
/** No charge that hangs takes longer, whatever its end was noted as. Our own choice. */
const MAX_CHARGE_DAYS = 60;
/** Doubt of the charge now is spread over so many days of loss at least. */
const MIN_SPREAD_DAYS = 10;

/** A battery for which no season can be reckoned, and why. */
export interface LeftOut {
  readonly battery: string;
  readonly why: string;
}

/** The site's season, and the batteries that are in none. */
export interface SiteSeason {
  readonly season: SeasonDocument;
  readonly leftOut: readonly LeftOut[];
}

/** The season document alone. */
export const seasonDocumentOf = (
  loaded: SiteSnapshot,
  walked: SettledRound | null,
): SeasonDocument => siteSeason(loaded, walked).season;

/**
 * The site as a season document: every battery with what was learnt of its losses, what hangs
 * where, halls with their weather, chargers that work, and what was decided by hand. Charge and
 * losses are in percent of what a battery can still hold, so its capacity is the usable one. Of a
 * round that is being walked (`walked`), those that are through with it are not visited again.
 * What lies beyond a document's limits is brought to them; a battery of which that makes no row is
 * left out of the season, with the reason, and all the others are planned.
 */
export function siteSeason(loaded: SiteSnapshot, walked: SettledRound | null): SiteSeason {
  const { rules, site, today: day } = loaded;
  const through = new Set(
    loaded.stays.flatMap(({ batteries: all }) =>
      all.flatMap((kept) => (walked && isThrough(kept, walked) ? [kept.battery.id] : [])),
    ),
  );
  const collects = loaded.stays.flatMap(({ batteries }) =>
    batteries.flatMap(({ standing }) => standing.collectDay ?? []),
  );
  const end = collects.reduce(
    (last, on) => Math.max(last, on),
    Math.max(day, toDay(site.seasonEnd)),
  );
  const chargers = new Map(loaded.stock.chargers.map((charger) => [charger.id, charger]));
  const extra: SeasonDocument['chargers'] = [];
  const leftOut: LeftOut[] = [];
  const taken = new Set<string>();
  const standsIn = new Map<string, string>();
  const batteries = loaded.stays.flatMap((stay, walk) =>
    stay.batteries.flatMap((kept, i): SeasonBattery[] => {
      if (conditionOf(kept.standing) || kept.standing.state.awaySince !== null) return [];
      const row = SeasonBatteryRow.safeParse({
        ...batteryOf(stay, kept, 100 * walk + i, { chargers, extra, taken, standsIn }),
        ...notBefore(kept, day, through.has(kept.battery.id)),
      });
      if (row.success) return [row.data];
      leftOut.push({ battery: kept.battery.id, why: reasonOf(row.error) });
      return [];
    }),
  );
  const known = new Set(batteries.map(({ id }) => id));
  const hung = new Map<string, Set<string>>();
  for (const { hall, charging, kept } of batteries) {
    const on = charging ?? kept;
    if (on) hung.set(hall, (hung.get(hall) ?? new Set<string>()).add(on.charger));
  }
  const byHand: SeasonDocument['pins'] = loaded.stays.flatMap(({ batteries: all }) =>
    all.flatMap(({ battery, standing }) =>
      !known.has(battery.id)
        ? []
        : standing.state.pins
            .filter(
              ({ date }) =>
                date >= dayName(day) && !(through.has(battery.id) && date === dayName(walked!.day)),
            )
            .map(({ date, jobs, chargerId, channel }) => ({
              battery: battery.id,
              date,
              jobs: [...jobs],
              ...wishOf(chargerId ? chargers.get(chargerId) : undefined, channel),
            })),
    ),
  );
  const waiting = spreadWork(
    loaded.stays.flatMap((stay) =>
      stay.batteries.flatMap((kept) =>
        waitingAt(kept, day, end, walked).filter(
          ({ battery, job }) =>
            known.has(battery) &&
            !byHand.some((pin) => pin.battery === battery && pin.jobs.includes(job)),
        ),
      ),
    ),
    rules,
  ).map(({ battery, job, day: on }) => ({ battery, date: dayName(on), jobs: [job] }));
  const season: SeasonDocument = {
    version: 'velvet-ember/season@2',
    ...pricesOf(rules),
    today: dayName(day),
    end: dayName(end),
    rounds: { weekdays: rules.roundWeekdays, minutes: rules.roundMinutes },
    minutes: {
      hall: MINUTES.hall,
      stop: MINUTES.stop,
      reading: MINUTES.reading,
      lamp: MINUTES.lamp,
      // It is read before it is hung up.
      connect: MINUTES.reading + MINUTES.recharge,
      disconnect: MINUTES['take-off'],
      levels: PROCEDURE_NAMES['top-up'].minutes,
      clean: PROCEDURE_NAMES.clean.minutes,
      drawTest: PROCEDURE_NAMES['draw-test'].minutes,
      handBack: MINUTES['hand-back'],
    },
    risk: rules.planRiskPct / 100,
    ...(loaded.places.length > 0
      ? {
          places: loaded.places.map(({ name, driveMinutes }) => ({
            id: name,
            minutes: driveMinutes,
          })),
        }
      : {}),
    halls: loaded.halls.map(({ id, place }) => {
      const { mean, low, firstDay } = loaded.temperatures.get(id)!;
      const outlets = chargersFed(loaded.stock, id);
      const air = loaded.stock.air.find(({ hallId }) => hallId === id)?.airflowM3PerHour ?? null;
      return {
        id,
        ...(place === null ? {} : { place }),
        celsius: byDate(mean, firstDay, day, end),
        minCelsius: byDate(low, firstDay, day, end),
        // What hangs already has its outlet, noted or not.
        ...(loaded.stock.outlets.length > 0
          ? { outlets: Math.max(outlets, hung.get(id)?.size ?? 0) }
          : {}),
        ...(air === null ? {} : { ventilationM3PerHour: air }),
      };
    }),
    chargers: [...loaded.stock.chargers.filter(({ working }) => working).map(chargerOf), ...extra],
    batteries,
    pins: [...byHand, ...waiting],
  };
  return { season, leftOut };
}

/**
 * Before which day the plan does nothing at a battery: it is through with the round that is being
 * walked, or there may be ice in it, and the gate lets nobody charge it before it has thawed.
 */
function notBefore(kept: AssessedBattery, day: Day, isThrough: boolean): { notBefore?: string } {
  const ice = iceIn(kept.context);
  const thaws = ice && !ice.inDoubt ? Math.ceil(thawHours(kept.battery.capacityAh) / 24) : 0;
  const wait = Math.max(isThrough ? 1 : 0, thaws);
  return wait > 0 ? { notBefore: dayName(day + wait) } : {};
}

/** A charger that was decided on, where it works, and its channel, where it has that one. */
function wishOf(
  charger: Charger | undefined,
  channel: number | undefined,
): { charger?: string; channel?: number } {
  if (!charger?.working) return {};
  return channel === undefined || channel > charger.channels
    ? { charger: charger.id }
    : { charger: charger.id, channel };
}

/** Draw tests and cleaning that wait for a round; of one that is being walked only what is in it. */
function waitingAt(
  { battery, standing, outlook }: AssessedBattery,
  day: Day,
  end: Day,
  walked: SettledRound | null,
): HandWork[] {
  if (conditionOf(standing)) return [];
  const morning = instantAt(day, 0, 0, standing.timeZone);
  return handWorkDue(standing, outlook, morning).map(({ job, urgent }) => ({
    battery: battery.id,
    job,
    urgent,
    minutes: MINUTES.stop + PROCEDURE_NAMES[job === 'clean' ? 'clean' : 'draw-test'].minutes,
    from:
      walked && !urgent && !walked.visits.get(battery.id)?.jobs.includes(job)
        ? walked.day + 1
        : day,
    until: Math.min(end, standing.collectDay ?? end),
  }));
}

/**
 * How many chargers the sockets of a hall feed at once: each takes what the site's chargers take
 * from the mains on the average, and neither sockets nor fuses are overloaded. What a hook-up
 * would overload is refused again when it is made.
 */
function chargersFed({ chargers, outlets, circuits }: ChargingEquipment, hallId: string): number {
  const working = chargers.filter((charger) => charger.working);
  const sockets = socketsOf(outlets).filter((outlet) => outlet.hallId === hallId);
  if (working.length === 0 || sockets.length === 0) return 0;
  const each = working.reduce((sum, { mainsAmps }) => sum + mainsAmps, 0) / working.length;
  const bySockets = sockets.reduce((sum, { amps }) => sum + amps, 0);
  const fuses = new Set(sockets.map(({ circuitId }) => circuitId));
  const byFuses = circuits.reduce((sum, { id, amps }) => (fuses.has(id) ? sum + amps : sum), 0);
  return Math.floor(Math.min(bySockets, byFuses) / each);
}

const tenth = (value: number) => Math.round(10 * value) / 10;

const between = (low: number, value: number, high: number) => Math.min(high, Math.max(low, value));

/** Degrees that a season document knows. */
const MAX_CELSIUS = 80;

function byDate(values: Float64Array, firstDay: Day, from: Day, to: Day): Record<string, number> {
  const days: Record<string, number> = {};
  for (let day = from; day <= to; day++) {
    const at = Math.min(values.length - 1, Math.max(0, day - firstDay));
    days[dayName(day)] = tenth(between(-MAX_CELSIUS, values[at]!, MAX_CELSIUS));
  }
  return days;
}

function chargerOf(charger: Charger): SeasonDocument['chargers'][number] {
  const chemistries = new Set(charger.programmes.flatMap(({ id }) => chemistriesOf(id)));
  return {
    id: charger.id,
    channels: charger.channels,
    amps: charger.ampsPerChannel,
    chemistries: [...chemistries],
    nominalVolts: charger.volts,
    ...(charger.portable ? {} : { halls: [charger.hallId] }),
  };
}

function batteryOf(
  stay: Stay,
  { battery, hallId, standing, outlook, context }: AssessedBattery,
  order: number,
  stands: Chargers,
): SeasonBattery {
  const { facts, state, rules, timeZone, laidUpAt } = standing;
  const day = today(standing);
  const on = (at: number) => Math.min(day, dayOf(at, timeZone));
  const loss = lossOf(standing);
  const socPct = outlook?.soc.value ?? UNREAD_PCT;
  // A doubt of the charge now is one of the loss until the line.
  const days = Math.max(MIN_SPREAD_DAYS, Math.min(400, outlook?.reserve.value ?? 0));
  const doubt = Math.hypot(sdOf(loss.now), outlook ? sdOf(outlook.soc) / days : 0.2);
  const every = readingDays(standing, socPct);
  const fullEvery = fullChargeDays(standing, loss.now.value);
  // The first reading is due as it is foreseen; the others by the interval.
  const nextReading = outlook?.nextReadingDay ?? day;
  const hangs = hangingOn(stay, battery.id, standing, hallId, stands);
  const held = isHeld(standing);
  const lastFull = state.lastFullAt ?? laidUpAt;
  const levelsDays = held ? rules.levelsMaintainedDays : rules.levelsDays;
  const waters = hasLiquid(facts.chemistry, facts.capsOpen) && levelsDays !== null;
  const lastLevels = state.levels?.at ?? laidUpAt;
  const capacityAh = between(0.1, loss.usableAh.value, 10_000);
  const acceptance = acceptanceIn(context);
  const collect = standing.collectDay;
  return {
    id: battery.id,
    stop: state.out ? t`bench ${hallId}` : stay.vehicle.id,
    order: state.out ? order + 100_000 : order,
    hall: hallId,
    chemistry: facts.chemistry,
    // As chargers are set: a lithium battery of 12.8 V is one of 12 V.
    nominalVolts: nominal(facts.nominalVolts),
    cells: facts.cells,
    capacityAh: round(capacityAh, 2),
    ...(rules.lifeCycles === 'count'
      ? { price: newPrice(facts.chemistry, capacityAh, rules) }
      : {}),
    socPct: round(between(MIN_SOC_PCT, socPct, 100), 2),
    negativeOn: state.negativeOn,
    drawMa: round(between(0, milliampsOf(loss.draw.value, loss), MAX_DRAW_MA), 3),
    // What leaks through a cell does so at any temperature: as much as now.
    selfDischargePctPerMonthAt20C: round(
      between(0, loss.selfPctPerMonthAt20C.value * (1 + leakShare(loss)), 100),
      3,
    ),
    lossSpreadPct: round(Math.min(300, (100 * doubt) / Math.max(0.005, loss.now.value)), 1),
    lineSocPct: rules.lineSocPct[facts.chemistry],
    mayHang: [
      ...mayHangOn([...stands.chargers.values()], {
        context,
        hallId,
        room: null,
        purpose: 'charge',
      }),
      ...stands.extra
        .filter(({ id }) => id === hangs?.charger)
        .map(({ id, amps }) => ({ charger: id, amps })),
    ],
    acceptance: { hours: round(acceptance.hours, 6), factor: acceptance.factor },
    ...(hangs && !held
      ? {
          charging: {
            charger: hangs.charger,
            channel: hangs.channel,
            since: dayName(on(state.chargeSince ?? state.maintainerSince!)),
            finishedOn: dayName(
              between(
                day,
                dayOf(
                  (state.chargeSince ?? state.maintainerSince!) +
                    (state.hook?.hours ?? UNKNOWN_HOURS) * MS_PER_HOUR +
                    MS_PER_DAY -
                    1,
                  timeZone,
                ),
                day + MAX_CHARGE_DAYS,
              ),
            ),
          },
        }
      : {}),
    ...(hangs && held ? { kept: hangs } : {}),
    // What a charge is to confirm is due by now, whatever its interval says.
    lastFull: dayName(
      outlook?.confirms && fullEvery !== null
        ? day - fullEvery
        : lastFull === null
          ? day
          : on(lastFull),
    ),
    ...(state.lastFullAt !== null && fullEvery !== null ? { rechargeEveryDays: fullEvery } : {}),
    lastRead: dayName(Math.min(day, nextReading - every)),
    readingEveryDays: every,
    ...(waters
      ? {
          ...(lastLevels === null ? {} : { lastLevels: dayName(on(lastLevels)) }),
          levelsEveryDays: levelsDays,
        }
      : {}),
    lampEveryDays: rules.lampDays,
    ...(collect !== null && collect >= day
      ? { collect: dayName(collect), collectSocPct: COLLECT_PCT }
      : {}),
  };
}

const round = (value: number, digits: number) => Number(value.toFixed(digits));

function leakShare({ leak, selfNow }: ReturnType<typeof lossOf>): number {
  return selfNow > 0 ? Math.min(50, leak.value / selfNow) : 0;
}

interface Chargers {
  readonly chargers: ReadonlyMap<string, Charger>;
  /** Those that nobody noted, each for one battery. */
  readonly extra: SeasonDocument['chargers'];
  /** Channels on which something hangs. */
  readonly taken: Set<string>;
  /** The hall in which each charger hangs on something. */
  readonly standsIn: Map<string, string>;
}

/** The charger and channel that it hangs on; one that nobody noted stands for itself. */
function hangingOn(
  stay: Stay,
  batteryId: string,
  { facts, state }: AssessedBattery['standing'],
  hallId: string,
  { chargers, extra, taken, standsIn }: Chargers,
): { charger: string; channel: number } | null {
  if (state.chargeSince === null && state.maintainerSince === null) return null;
  if (state.hook) {
    const charger = chargers.get(state.hook.chargerId);
    // On one that is broken it is not charged.
    if (charger && !charger.working) return null;
    const channel = `${state.hook.chargerId}/${state.hook.channel}`;
    // Two that were noted on one channel, on one charger in two halls, or on a channel that the
    // charger lacks: each stands for itself.
    const here = charger && (standsIn.get(charger.id) ?? hallId) === hallId;
    if (here && state.hook.channel <= charger.channels && !taken.has(channel)) {
      taken.add(channel);
      standsIn.set(charger.id, hallId);
      return { charger: charger.id, channel: state.hook.channel };
    }
  }
  const id = t`at ${stay.bay.mark}, ${batteryId}`;
  extra.push({
    id,
    channels: 1,
    amps: Math.max(1, facts.capacityAh / 10),
    chemistries: [facts.chemistry],
    nominalVolts: [nominal(facts.nominalVolts)],
    halls: [hallId],
  });
  return { charger: id, channel: 1 };
}
