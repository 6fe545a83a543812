import { decimal, msg, t, withWords } from '../language';
import { CHEMISTRIES, type ChemistryId } from '../battery/chemistries';
import type { BatteryDetails } from '../battery/details';
import { limitMa } from '../rules/draw-limit';
import type { DailyLoss } from '../forecast/forecast';
import { dayName, shortDay, type Day } from '../day';
import { groupBy } from '../group';
import {
  CONTROLLER_AH,
  SOLAR_KEPT,
  panelAmpHours,
  panelAt,
  solarHolds,
  type Held,
  type Panel,
} from '../charging/solar-hold';
import { contextOf } from '../context/from-record';
import { reasonsAgainst } from '../gate/gate';
import { conditionOf } from '../record/condition';
import type { BatteryState } from '../logbook/state';
import { dailyLoss, expectedLoss, lossOf } from '../record/loss';
import { indexOfDay, today, type BatteryRecord } from '../record/battery-record';
import { formatTemperature } from '../words/words';
import type { ProcedureId } from '../logbook/procedure-names';
import type { DailyTemperatures, HallKind } from '../site/climate';
import type { VehicleFacts } from '../stay/vehicle-facts';
import type { StoragePlanId } from '../logbook/storage-plan-names';

/** What feeds a battery on a plan between visits. */
export type Feed = 'none' | 'maintainer' | 'hook-up' | 'sun';

/** All that decides whether a plan is possible here, and what it does. */
export interface PlanContext {
  readonly standing: BatteryRecord;
  readonly vehicle: VehicleFacts;
  readonly details: BatteryDetails;
  readonly hallKind: HallKind;
  /** Degrees north, for the sun; null where nobody has said. */
  readonly latitude: number | null;
  /** Maintainers that hang nowhere and suit it; left out where nobody counts them. */
  readonly maintainersFree?: number;
  /** Whether a hook-up post reaches its bay; left out where the site has noted none. */
  readonly hookUpPost?: boolean;
  /** Reckons with so many times its vehicle's draw; 1, if not said. */
  readonly drawScale?: number;
  /** The hall where a bench stands: the mildest of the site. */
  readonly bench: {
    readonly hallId: string;
    readonly name: string;
    readonly temperatures: DailyTemperatures;
  };
}

/** One way to keep a battery through a stay. To add one is to add its id and its record. */
export interface StoragePlan {
  readonly id: StoragePlanId;
  readonly label: string;
  readonly goodWhen: string;
  readonly against: string;
  readonly needs: readonly string[];
  /** Connected to the vehicle, which draws on it. */
  readonly negativeOn: boolean;
  readonly onBench: boolean;
  readonly feed: Feed;
  /** Charged when due by line, frost and habit. */
  readonly charged: boolean;
  /** To put it on this plan and to take it off at hand-back, minutes. */
  readonly arrangeMinutes: number;
  readonly obstacles: readonly Obstacle[];
  readonly concerns: readonly Obstacle[];
}

/** A reason why not; null where it does not hold here. */
type Obstacle = (context: PlanContext) => string | null;

const coldAhead = ({ standing }: PlanContext, temperatures = standing.temperatures) => {
  const from = indexOfDay(temperatures, today(standing));
  const until = standing.collectDay ?? today(standing) + 120;
  const days = temperatures.mean.subarray(from, from + Math.max(1, until - today(standing) + 1));
  return days.reduce((least, celsius) => Math.min(least, celsius), Infinity);
};

const noOutlet: Obstacle = ({ details, standing }) => {
  const reach = standing.rules.outletReachMetres;
  if (details.outletMetres === null) return t`no outlet is noted in reach`;
  return details.outletMetres <= reach
    ? null
    : t`the next outlet is ${details.outletMetres} m away, and your rule goes to ${reach} m`;
};
/** Where posts are noted they say it, else the outlet that was seen at lay-up. */
const noPost: Obstacle = (context) => {
  if (context.hookUpPost === undefined) return noOutlet(context);
  return context.hookUpPost ? null : t`no hook-up post reaches its bay`;
};
const noMaintainer: Obstacle = ({ maintainersFree, standing }) =>
  maintainersFree === 0 && standing.state.maintainerSince === null
    ? t`no maintainer that suits it is free`
    : null;
/** What the gate has against cutting its power, as if it stood connected and sound. */
const mustStayOn: Obstacle = ({ standing, vehicle }) => {
  const connected = {
    ...contextOf(standing, null),
    vehicle,
    condition: 'sound',
    charging: 'none',
    out: false,
    earthedLeadOn: true,
    isolatorOpen: false,
  } as const;
  const against = reasonsAgainst(connected, 'disconnect');
  if (against.some(({ code }) => code === 'must-stay-ready')) {
    return t`it must start at any time, by itself: its battery stays connected`;
  }
  return against.some(({ code }) => code === 'alarm-must-live')
    ? t`its alarm must stay live`
    : null;
};
/** Whether a battery that is charged there is charged too cold. */
function isColdFor(chemistry: ChemistryId, celsius: number): boolean {
  const { leastChargeCelsius } = CHEMISTRIES[chemistry];
  return leastChargeCelsius !== null && celsius <= leastChargeCelsius;
}
const lithiumInFrost: Obstacle = (context) => {
  const { facts, rules, hallName } = context.standing;
  const coldest = coldAhead(context);
  return isColdFor(facts.chemistry, coldest)
    ? t`lithium is never charged at or below 0 °C, and ${hallName} is foreseen to fall to ${formatTemperature(coldest, rules)}`
    : null;
};
const benchInFrost: Obstacle = (context) => {
  const { facts, rules } = context.standing;
  const coldest = coldAhead(context, context.bench.temperatures);
  return isColdFor(facts.chemistry, coldest)
    ? t`lithium is never charged at or below 0 °C, and the bench in ${context.bench.name} is foreseen to fall to ${formatTemperature(coldest, rules)}`
    : null;
};
const condemned: Obstacle = ({ standing }) => {
  const finding = conditionOf(standing);
  return finding ? t`it is condemned: ${finding.seen}` : null;
};

const goesSilent: Obstacle = ({ vehicle }) =>
  vehicle.tracker || vehicle.tellWho
    ? t`its tracker goes silent: tell ${vehicle.tellWho || t`its company`}`
    : null;
const codeMissing: Obstacle = ({ vehicle }) =>
  vehicle.radioCode === 'missing' ? t`the radio code is not in hand` : null;
const shutOut: Obstacle = ({ vehicle }) =>
  vehicle.poweredClosure && !vehicle.emergencyKey
    ? t`a powered lock would shut you out, and no emergency key is known`
    : null;
const drawsMuch: Obstacle = ({ standing }) => {
  const draw = expectedLoss(standing).drawMa.value;
  const limit = limitMa(standing.vehicleKind, standing.rules);
  return draw > limit ? t`it draws ${Math.round(draw)} mA, over your limit of ${limit} mA` : null;
};
const stringAsOne: Obstacle = ({ standing }) =>
  standing.state.role === 'string' ? t`one block of a string: keep the whole string alike` : null;
const cycles: Obstacle = ({ standing }) =>
  standing.rules.maintainerCycle === 'monthly'
    ? t`your rule lets it down and up once a month`
    : null;

/** What the sun gives here, as a panel; null where watts or latitude are not known. */
export function panelOf({ vehicle, latitude, standing }: PlanContext): Panel | null {
  if (!vehicle.solarPanel || vehicle.panelWatts === null || latitude === null) return null;
  // Two 12 V halves of a 24 V string share it; a rough figure either way.
  const watts = (vehicle.panelWatts * 12) / Math.max(12, standing.facts.nominalVolts);
  return panelAt(watts, latitude, standing.rules.clearSkyPct, vehicle);
}

/** What a battery on the sun loses on a day and its panel gives, ampere-hours at its controller. */
export function sunOnDay(
  context: PlanContext,
  panel: Panel,
  day: Day,
): { readonly givesAh: number; readonly losesAh: number } {
  const { facts, temperatures } = context.standing;
  const loss = lossOnPlan(STORAGE_PLANS.solar, context.standing);
  const i = indexOfDay(temperatures, day);
  const factor = temperatures.sums[i + 1]! - temperatures.sums[i]!;
  const pct = loss.drawPctPerDay + (loss.selfPctPerMonthAt20C / 30) * factor;
  return {
    givesAh: panelAmpHours(panel, day, temperatures.mean[i]!),
    losesAh: (pct / 100) * (facts.capacityAh / SOLAR_KEPT) + CONTROLLER_AH,
  };
}

/** Days on which the sun gives at least what this battery loses while it is connected. */
export function sunHeld(context: PlanContext, from: Day, to: Day): Held[] {
  const { temperatures } = context.standing;
  const panel = panelOf(context);
  if (!panel) return [];
  return solarHolds(
    panel,
    from,
    to,
    (day) => sunOnDay(context, panel, day).losesAh,
    (day) => temperatures.mean[indexOfDay(temperatures, day)]!,
  );
}

/** The month in which the panel gives least of what is lost, as means of its days. */
export function weakestSun(
  context: PlanContext,
): { readonly month: string; readonly givesAh: number; readonly losesAh: number } | null {
  const panel = panelOf(context);
  if (!panel) return null;
  const day = today(context.standing);
  const byMonth = groupBy(
    Array.from({ length: 365 }, (_, i) => day + i),
    (one) => dayName(one).slice(5, 7),
  );
  const months = [...byMonth].map(([month, days]) => {
    const each = days.map((one) => sunOnDay(context, panel, one));
    const mean = (of: (one: (typeof each)[number]) => number) =>
      each.reduce((sum, one) => sum + of(one), 0) / each.length;
    return { month, givesAh: mean((one) => one.givesAh), losesAh: mean((one) => one.losesAh) };
  });
  return months.reduce((a, b) => (b.givesAh / b.losesAh < a.givesAh / a.losesAh ? b : a));
}

/** What is assumed of a panel, said beside each answer. */
export const sunAssumed = ({ vehicle, standing }: PlanContext) =>
  t`assumed: ${vehicle.panelMount === 'flat' ? t`flat on the roof` : t`leaned steeply to the noon sun`}, ${{ open: t`in the open`, some: t`some shade`, much: t`much shade` }[vehicle.panelShade]}, some dirt, snow or rime on days of frost, ${standing.rules.clearSkyPct} % of the light`;

const MONTHS = withWords([
  msg`January`,
  msg`February`,
  msg`March`,
  msg`April`,
  msg`May`,
  msg`June`,
  msg`July`,
  msg`August`,
  msg`September`,
  msg`October`,
  msg`November`,
  msg`December`,
]);

/** `weakest in December, 0.4 Ah a day against 1.8 that are lost`. */
export function weakestSunWords(context: PlanContext): string | null {
  const weakest = weakestSun(context);
  return (
    weakest &&
    t`weakest in ${MONTHS[Number(weakest.month) - 1]!}, ${decimal(weakest.givesAh, 1)} Ah a day against ${decimal(weakest.losesAh, 1)} that are lost`
  );
}

const sunHolds: Obstacle = (context) => {
  const { standing } = context;
  if (!panelOf(context)) {
    return t`watts of its panel or the latitude of the site are not noted: the sun is not counted`;
  }
  const day = today(standing);
  const held = sunHeld(context, day, day + 364);
  const more = `${weakestSunWords(context)!}; ${sunAssumed(context)}`;
  if (held.length === 0) return t`its panel never gives as much as is lost here: ${more}`;
  const longest = held.reduce((a, b) => (b.to - b.from > a.to - a.from ? b : a));
  return longest.to - longest.from >= 364
    ? t`its panel holds it all year in the usual light: ${more}`
    : t`its panel holds it from ${shortDay(longest.from)} to ${shortDay(longest.to)} in the usual light: ${more}`;
};

/** The plans that people use, with what speaks for and against each. Common practice. */
export const STORAGE_PLANS: Readonly<Record<StoragePlanId, StoragePlan>> = withWords({
  'maintained-connected': {
    id: 'maintained-connected',
    label: msg`Maintainer on, vehicle connected`,
    goodWhen: msg`An outlet is in reach; alarm, tracker or keyless entry must live.`,
    against: msg`A maintainer and an outlet for the season; must suit the chemistry; its lamp has to be looked at; it feeds the draw too.`,
    needs: [msg`maintainer`, msg`outlet`],
    negativeOn: true,
    onBench: false,
    feed: 'maintainer',
    charged: false,
    arrangeMinutes: 12,
    obstacles: [condemned, noOutlet, noMaintainer, lithiumInFrost],
    concerns: [drawsMuch, stringAsOne, cycles],
  },
  'maintained-off': {
    id: 'maintained-off',
    label: msg`Negative off, maintainer on the battery`,
    goodWhen: msg`An outlet is in reach, the draw is large, there is no alarm.`,
    against: msg`Codes are lost, a tracker is silent; a maintainer and an outlet for the season.`,
    needs: [msg`maintainer`, msg`outlet`],
    negativeOn: false,
    onBench: false,
    feed: 'maintainer',
    charged: false,
    arrangeMinutes: 20,
    obstacles: [condemned, noOutlet, noMaintainer, mustStayOn, lithiumInFrost],
    concerns: [goesSilent, codeMissing, shutOut, stringAsOne, cycles],
  },
  'off-recharged': {
    id: 'off-recharged',
    label: msg`Negative off, recharged when due`,
    goodWhen: msg`Few outlets, low self-discharge, no alarm.`,
    against: msg`Codes are lost, a tracker is silent; visits with a charger.`,
    needs: [msg`a charger now and then`],
    negativeOn: false,
    onBench: false,
    feed: 'none',
    charged: true,
    arrangeMinutes: 10,
    obstacles: [condemned, mustStayOn],
    concerns: [goesSilent, codeMissing, shutOut, lithiumInFrost],
  },
  bench: {
    id: 'bench',
    label: msg`Out, onto the bench, recharged when due`,
    goodWhen: msg`The hall freezes, or the lay-up is long.`,
    against: msg`Lifting, labour, and batteries that get mixed up.`,
    needs: [msg`room on the bench`, msg`a charger now and then`],
    negativeOn: false,
    onBench: true,
    feed: 'none',
    charged: true,
    arrangeMinutes: 40,
    obstacles: [condemned, mustStayOn],
    concerns: [goesSilent, codeMissing, shutOut, benchInFrost, stringAsOne],
  },
  'bench-maintained': {
    id: 'bench-maintained',
    label: msg`Out, onto the bench, maintainer on`,
    goodWhen: msg`The hall freezes, and the bench has a maintainer to spare.`,
    against: msg`Lifting, labour, mixing up; a maintainer for the season.`,
    needs: [msg`room on the bench`, msg`maintainer`],
    negativeOn: false,
    onBench: true,
    feed: 'maintainer',
    charged: false,
    arrangeMinutes: 45,
    obstacles: [condemned, noMaintainer, mustStayOn, benchInFrost],
    concerns: [goesSilent, codeMissing, shutOut, stringAsOne, cycles],
  },
  'swap-pair': {
    id: 'swap-pair',
    label: msg`Swap pair: one on the vehicle, one on the bench`,
    goodWhen: msg`The alarm must live and there is no outlet.`,
    against: msg`A second battery; a swap each time the one on the vehicle is due.`,
    needs: [msg`a second battery of its kind`, msg`room on the bench`],
    negativeOn: true,
    onBench: false,
    feed: 'none',
    charged: true,
    arrangeMinutes: 20,
    obstacles: [condemned],
    concerns: [drawsMuch, stringAsOne],
  },
  'hook-up': {
    id: 'hook-up',
    label: msg`On hook-up, built-in charger`,
    goodWhen: msg`A hook-up point is near.`,
    against: msg`Five to six hours at least, once a month; a switch knocked off; never quite full, hardly lifts one below 12 V; wears the converter.`,
    needs: [msg`hook-up point`, msg`cable and adapter`],
    negativeOn: true,
    onBench: false,
    feed: 'hook-up',
    charged: true,
    arrangeMinutes: 10,
    obstacles: [
      condemned,
      ({ vehicle }) => (vehicle.hookUp ? null : t`it has no hook-up with a charger of its own`),
      noPost,
      lithiumInFrost,
    ],
    concerns: [
      drawsMuch,
      ({ standing }) =>
        standing.state.role === 'starter'
          ? t`many built-in chargers feed the leisure side only: see that the starter is fed too`
          : null,
    ],
  },
  solar: {
    id: 'solar',
    label: msg`Solar panel`,
    goodWhen: msg`Outdoors, in the bright season.`,
    against: msg`Winter light is short and weak; needs a controller; never quite full.`,
    needs: [msg`panel`, msg`controller`],
    negativeOn: true,
    onBench: false,
    feed: 'sun',
    charged: true,
    arrangeMinutes: 15,
    obstacles: [
      condemned,
      ({ hallKind, standing }) =>
        hallKind === 'outdoors' ? null : t`there is no sun in ${standing.hallName}`,
      ({ vehicle }) => (vehicle.solarPanel ? null : t`it has no panel`),
      lithiumInFrost,
    ],
    concerns: [sunHolds, () => t`it must have a controller`, drawsMuch],
  },
  'connected-recharged': {
    id: 'connected-recharged',
    label: msg`Left connected, recharged when due`,
    goodWhen: msg`The draw is small, or the stay is short.`,
    against: msg`The draw goes on day and night; more charges than any other way.`,
    needs: [msg`a charger now and then`],
    negativeOn: true,
    onBench: false,
    feed: 'none',
    charged: true,
    arrangeMinutes: 0,
    obstacles: [condemned],
    concerns: [drawsMuch, lithiumInFrost],
  },
  driven: {
    id: 'driven',
    label: msg`Started or driven now and then`,
    goodWhen: msg`Never the default.`,
    against: msg`Idling returns what the start took but not weeks of loss, and a cold idle harms the engine; a short outing is a loss; only a drive of half an hour or so counts.`,
    needs: [msg`keys`, msg`a road`],
    negativeOn: true,
    onBench: false,
    feed: 'none',
    charged: false,
    arrangeMinutes: 0,
    obstacles: [
      condemned,
      ({ standing }) =>
        standing.vehicleKind === 'caravan' || standing.vehicleKind === 'cart'
          ? t`it does not charge by being driven`
          : null,
    ],
    concerns: [() => t`outings are not counted as charges`, drawsMuch],
  },
});

const said = (list: readonly Obstacle[], context: PlanContext) =>
  list.flatMap((obstacle) => obstacle(context) ?? []);

/** Why a plan is impossible here; empty where it is possible. */
export const obstaclesTo = (plan: StoragePlan, context: PlanContext) =>
  said(plan.obstacles, context);

/** What to mind when it is chosen. */
export const concernsOf = (plan: StoragePlan, context: PlanContext) => said(plan.concerns, context);

/** A battery's loss on a plan: draw only while connected, self-discharge and a leak everywhere. */
export const lossOnPlan = (plan: StoragePlan, standing: BatteryRecord): DailyLoss =>
  dailyLoss(lossOf(standing), plan.negativeOn);

/** The plan that a battery is on; where none was chosen, what its state amounts to. */
export function planInUse(state: BatteryState): StoragePlan {
  if (state.plan) return STORAGE_PLANS[state.plan];
  if (state.out) {
    return STORAGE_PLANS[state.maintainerSince === null ? 'bench' : 'bench-maintained'];
  }
  if (state.maintainerSince !== null) {
    return STORAGE_PLANS[state.negativeOn ? 'maintained-connected' : 'maintained-off'];
  }
  return STORAGE_PLANS[state.negativeOn ? 'connected-recharged' : 'off-recharged'];
}

/** What is still to be done to a battery to put it on its plan, in order. */
export function arrangementOf(plan: StoragePlan, state: BatteryState): ProcedureId[] {
  const out = state.out !== null;
  const todo: ProcedureId[] = [];
  const maintained = state.maintainerSince !== null;
  // Nothing is done at a clamp while a charger hangs on it.
  const moves = plan.onBench !== out || plan.negativeOn !== state.negativeOn;
  if (maintained && (plan.feed !== 'maintainer' || moves)) todo.push('unhook');
  if (!out && plan.onBench) todo.push('before-disconnect', 'take-out');
  else if (!out && !plan.negativeOn && state.negativeOn) {
    todo.push('before-disconnect', 'disconnect');
  }
  if (out && !plan.onBench) todo.push('put-back');
  if (plan.negativeOn && !state.negativeOn) todo.push('reconnect');
  if (plan.feed === 'maintainer' && (!maintained || todo.includes('unhook'))) todo.push('hook-up');
  return todo;
}
