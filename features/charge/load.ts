import { t } from '../../core/language';
import 'server-only';
import { saeAmpsOf } from '../../core/battery/details';
import { chargeAcceptance } from '../../core/charging/charge-acceptance';
import {
  freeChannels,
  pluggedIn,
  type ActiveConnection,
} from '../../core/connections/active-connections';
import { rankFits } from '../../core/connections/charger-suitability';
import { isFlat } from '../../core/charging/flat';
import { recoveryOf } from '../../core/charging/recovery';
import { isAired, mainsLoad, type RoomAir } from '../../core/charging/hall-limits';
import { PROGRAMMES } from '../../core/site/programmes';
import { chargerFaultsOf } from '../../core/connections/charger-faults';
import { MS_PER_DAY, MS_PER_HOUR, dayOf, shortDay } from '../../core/day';
import { blockedFromCharge } from '../../core/gate/gate';
import { iceIn } from '../../core/gate/ice';
import { socOfReading } from '../../core/record/learnt';
import { restOf } from '../../core/record/settled';
import { expectedLoss } from '../../core/record/loss';
import { hallMean } from '../../core/record/battery-record';
import { formatVolts } from '../../core/words/words';
import { roundOnOrAfter } from '../../core/rules/rounds';
import {
  panelOf,
  sunAssumed,
  sunHeld,
  sunOnDay,
  weakestSunWords,
} from '../../core/plan/storage-plans';
import { silentSince } from '../../core/reports/report';
import { hasOutside } from '../demo/outside-port';
import { clockStands } from '../server/clock';
import { batteryLabels, batteryDtosOf, hallDto, vehicleDtoOf } from '../site/to-page';
import { benchHall } from '../site/bench-hall';
import { activeConnectionsOf } from '../site/connections';
import { planContext } from '../site/plan-context';
import type { AssessedBattery, SiteSnapshot, Stay } from '../site/snapshot';
import { roomAirs } from '../site/room-air';
import { heardOf } from './charger-telemetry';
import type {
  ChargeData,
  ChargeName,
  Chosen,
  OnBoard,
  Room,
  Waiting,
  ReporterDto,
} from './charge-data';

interface Named {
  readonly stay: Stay;
  readonly kept: AssessedBattery;
  readonly name: ChargeName;
}

/** A token that ends within this is shown so: somebody has to walk to the device. */
const SOON_MS = 30 * MS_PER_DAY;

/** Everything that hangs, waits or is charged with, and the battery that is chosen. */
export function chargeData(loaded: SiteSnapshot, batteryId: string | null): ChargeData {
  const all = loaded.stays.flatMap((stay): Named[] => {
    const labels = batteryLabels(stay.batteries);
    return stay.batteries.map((kept, i) => ({
      stay,
      kept,
      name: {
        batteryId: kept.battery.id,
        bayMark: stay.bay.mark,
        name: stay.vehicle.name,
        kind: stay.vehicle.kind,
        label: labels[i]!,
      },
    }));
  });
  const hanging = activeConnectionsOf(loaded.stays);
  const airs = roomAirs(loaded);
  const chosen = all.find(({ kept }) => kept.battery.id === batteryId);
  return {
    clock: { now: loaded.now, stands: clockStands(), timeZone: loaded.site.timeZone },
    today: loaded.today,
    rules: loaded.rules,
    benchHallId: benchHall(loaded.halls).id,
    halls: loaded.halls.map(({ id, name, kind }) => ({ id, name, kind })),
    stock: loaded.stock,
    board: boardOf(all, hanging),
    queue: queueOf(loaded, airs, all, hanging),
    rooms: roomsOf(loaded, airs, all, hanging),
    others: all.map(({ name }) => name),
    reporters: loaded.reporters.map((one): ReporterDto => {
      const lastHeard = loaded.lastHeard.get(one.id) ?? null;
      const used =
        one.kind === 'thermometer' ||
        hanging.some(({ hook }) => hook !== null && hook.chargerId === one.chargerId);
      const { id, kind, name, chargerId, hallId, everyMinutes, tokenUntil } = one;
      const endsSoon = tokenUntil - loaded.now < SOON_MS;
      const silent = used && silentSince(one, lastHeard, loaded.now) !== null;
      return {
        ...{ id, kind, name, chargerId, hallId, everyMinutes, lastHeard, silent },
        ...{ tokenUntil, endsSoon },
      };
    }),
    chosen: chosen ? chosenOf(loaded, chosen) : null,
    demo: hasOutside(),
  };
}

function boardOf(all: readonly Named[], hanging: readonly ActiveConnection[]): OnBoard[] {
  return hanging.map((one) => {
    const { kept, name } = all.find(({ kept }) => kept.battery.id === one.batteryId)!;
    const { lamp } = kept.standing.state;
    return {
      ...name,
      hanging: one,
      hallId: kept.hallId,
      lamp,
      findings: chargerFaultsOf(kept.standing, kept.outlook),
    };
  });
}

/** What is due for a charge till the next round, or was asked for; the most urgent first. */
function queueOf(
  loaded: SiteSnapshot,
  airs: ReadonlyMap<string, RoomAir>,
  all: readonly Named[],
  hanging: readonly ActiveConnection[],
): Waiting[] {
  const hung = new Set(hanging.map((one) => one.batteryId));
  const nextRound = roundOnOrAfter(loaded.rules, loaded.today + 1);
  const free = loaded.stock.chargers.filter((charger) => freeChannels(charger, hanging).length > 0);
  return all
    .flatMap(({ kept, name }): { readonly urgency: number; readonly waiting: Waiting }[] => {
      const { standing, outlook } = kept;
      const { state } = standing;
      if (hung.has(name.batteryId) || outlook?.condemned) return [];
      const due =
        outlook !== null && outlook.rechargeRound !== null && outlook.rechargeRound <= nextRound;
      const flat = isFlatNow(kept);
      if (!due && !flat && state.queued === null) return [];
      const blocked = blockedFromCharge(kept.context)[0];
      const best = rankFits(free, {
        context: kept.context,
        hallId: kept.hallId,
        room: airs.get(kept.hallId) ?? null,
        purpose: 'charge',
      })[0];
      const suits = best && best.because.length === 0 ? best : null;
      const reserve = outlook ? Math.floor(Math.max(0, outlook.reserve.value)) : null;
      return [
        {
          waiting: {
            ...name,
            reserve,
            why: flat
              ? t`found flat`
              : due
                ? DUE_WORDS[outlook.rechargeWhy ?? 'line'](outlook.rechargeDay!)
                : t`asked for`,
            blocked: blocked
              ? blocked.words
              : suits
                ? null
                : best
                  ? best.because[0]!.words
                  : loaded.stock.chargers.length === 0
                    ? t`No charger is noted yet.`
                    : t`Every charger is in use.`,
            suggests: suits
              ? `${suits.charger.name}, ${PROGRAMMES[suits.programme.id].label}`
              : null,
          },
          urgency: flat ? -1 : due ? (reserve ?? 0) : 400,
        },
      ];
    })
    .sort((a, b) => a.urgency - b.urgency)
    .map(({ waiting }) => waiting);
}

const DUE_WORDS = {
  line: (day: number) => t`meets its line ${shortDay(day)}`,
  frost: (day: number) => t`frost ${shortDay(day)}`,
  interval: (day: number) => t`full charge due ${shortDay(day)}`,
  confirm: () => t`to confirm what its readings show`,
} as const;

function isFlatNow({ standing }: AssessedBattery): boolean {
  const { state, facts } = standing;
  const last = state.readings.findLast((one) => !one.fed);
  const charged = state.charges.at(-1);
  if (!last || (charged && charged.to > last.at)) return false;
  return isFlat(facts.chemistry, facts.cells, last.volts);
}

function roomsOf(
  loaded: SiteSnapshot,
  airs: ReadonlyMap<string, RoomAir>,
  all: readonly Named[],
  hanging: readonly ActiveConnection[],
): Room[] {
  const load = mainsLoad(pluggedIn(loaded.stock, hanging), loaded.stock.outlets);
  const hung = new Set(hanging.map(({ batteryId }) => batteryId));
  return loaded.halls.map((hall): Room => {
    const charging = all.filter(
      ({ kept }) => kept.hallId === hall.id && hung.has(kept.battery.id),
    ).length;
    const air = airs.get(hall.id)!;
    return {
      hallId: hall.id,
      name: hall.name,
      ...air,
      aired: charging === 0 ? true : isAired(air.needs, air.has),
      charging,
      celsius: hallMean(loaded.temperatures.get(hall.id)!, loaded.today),
      circuits: loaded.stock.circuits
        .filter(({ hallId }) => hallId === hall.id)
        .map(({ id, name, amps }) => ({ name, amps, load: load.circuits.get(id) ?? 0 })),
      powerCutAt: loaded.powerCuts.get(hall.id) ?? null,
    };
  });
}

function chosenOf(loaded: SiteSnapshot, { stay, kept }: Named): Chosen {
  const { standing, battery } = kept;
  const { state, facts } = standing;
  const hall = loaded.halls.find(({ id }) => id === kept.hallId)!;
  return {
    vehicle: vehicleDtoOf(stay),
    battery: batteryDtosOf(stay).find(({ id }) => id === battery.id)!,
    hall: hallDto(loaded, hall),
    hallKind: hall.kind,
    context: kept.context,
    blocks: kept.context.block
      ? stay.batteries.flatMap((one) =>
          one.standing.block && !one.standing.state.out ? [one.battery.id] : [],
        )
      : [battery.id],
    flat: isFlatNow(kept),
    recovery: recoveryOf({
      ...facts,
      state,
      coldCrankingAmps: saeAmpsOf(battery.details),
      celsius: hallMean(standing.temperatures, loaded.today),
      ice: iceIn(kept.context),
      rules: loaded.rules,
      now: loaded.now,
    }),
    after: lastChargeOf(loaded, kept),
    heard: heardOf(loaded, kept),
    findings: chargerFaultsOf(standing, kept.outlook),
    sun: sunOf(loaded, stay, kept),
  };
}

/** How the last charge went: what it took against what it should, and whether it holds. */
function lastChargeOf(loaded: SiteSnapshot, { standing }: AssessedBattery): Chosen['after'] {
  const { state, facts, timeZone } = standing;
  const charge = state.charges.at(-1);
  if (!charge || charge.ampHours == null || state.chargeSince !== null) return null;
  const before = state.readings.findLast((one) => !one.fed && one.at <= charge.from);
  if (!before) return null;
  const hours = (charge.to - charge.from) / MS_PER_HOUR;
  const judged = chargeAcceptance({
    chemistry: facts.chemistry,
    capacityAh: facts.capacityAh,
    fromSocPct: socOfReading(before, standing),
    ampHours: charge.ampHours,
    hours,
    drawAmps: state.negativeOn ? expectedLoss(standing).drawMa.value / 1000 : 0,
    full: charge.full,
  });
  const next = state.readings.find((one) => !one.fed && one.at > charge.to);
  const rested = next && restOf(next, standing) >= loaded.rules.restHours;
  return {
    ...judged,
    at: charge.to,
    held: next
      ? rested
        ? t`${formatVolts(next.volts)} on ${shortDay(dayOf(next.at, timeZone))}, rested ${Math.round(restOf(next, standing))} h`
        : t`${formatVolts(next.volts)}, read too soon to tell`
      : null,
  };
}

function sunOf(loaded: SiteSnapshot, stay: Stay, kept: AssessedBattery): Chosen['sun'] {
  const context = planContext(loaded, kept, stay);
  const panel = panelOf(context);
  if (!panel || stay.hall.kind !== 'outdoors') return null;
  const { givesAh, losesAh } = sunOnDay(context, panel, loaded.today);
  return {
    watts: panel.watts,
    held: sunHeld(context, loaded.today, loaded.today + 364),
    givesAh,
    losesAh,
    weakest: weakestSunWords(context)!,
    assumed: sunAssumed(context),
  };
}
