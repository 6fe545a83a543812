import type { ChemistryId } from '../battery/chemistries';
import type { BatteryDetails } from '../battery/details';
import type { BatteryRole } from '../battery/roles';
import type { CelsiusAt } from '../battery/thaw';
import type { ChargerConnection } from '../site/charging-equipment';
import type { Estimate } from '../estimate';
import type { WaterSince } from '../record/cells';
import type { BatteryFacts } from '../record/battery-record';
import type { Rules } from '../rules/rules';
import type { VehicleKindId } from '../site/vehicle-kinds';
import type { Pole, VehicleFacts } from '../stay/vehicle-facts';

export const CONDITIONS = ['sound', 'swollen', 'cracked', 'leaking', 'spent'] as const;
/** What a battery is, as far as anybody has seen or measured. */
export type Condition = (typeof CONDITIONS)[number];

export const CHARGER_KINDS = ['maintainer', 'automatic', 'manual', 'on-board', 'string'] as const;
/**
 * `on-board`: a vehicle's own, joined to its battery for good. `string`: the one charger of a
 * whole string of blocks, plugged into its socket.
 */
export type ChargerKind = (typeof CHARGER_KINDS)[number];

/** A charger as it is offered to one battery. Null where nobody knows: counted as suiting. */
export interface ChargerOffer {
  readonly kind: ChargerKind;
  readonly name: string | null;
  readonly programme: string | null;
  readonly chemistries: readonly ChemistryId[] | null;
  readonly nominalVolts: number | null;
  readonly amps: number | null;
  /** At its own clamps, at 25 °C. */
  readonly absorptionVolts: number | null;
  readonly floatVolts: number | null;
  readonly stopsByItself: boolean;
  /** May stay on for the season. */
  readonly mayStay: boolean;
  /** At its own clamps. */
  readonly leastStartVolts: number | null;
}

/**
 * All that decides what may be done to one battery now, and how: one type, made in one place
 * from the record (`contextOf`) or from a document (`contextOfDocument`).
 */
export interface BatteryContext {
  /** UTC milliseconds. */
  readonly now: number;
  readonly timeZone: string;
  readonly vehicleKind: VehicleKindId;
  readonly vehicle: VehicleFacts;
  /** It has no day of collection: it must start at any time. */
  readonly alwaysReady: boolean;
  readonly fittedTo: { readonly vehicleId: string };

  readonly facts: BatteryFacts;
  readonly details: BatteryDetails;
  readonly role: BatteryRole;
  /** Where in the vehicle, in words. */
  readonly place: string;
  /** It stands on the bench. */
  readonly out: boolean;
  /** The lead from its earthed post to the body is on. */
  readonly earthedLeadOn: boolean;
  readonly isolatorOpen: boolean;
  /** One of so many blocks in a string; null: alone. */
  readonly block: { readonly index: number; readonly of: number } | null;

  /** What it can still hold, as it was learnt; its rated capacity where nothing was. */
  readonly capacityAh: number;
  readonly ageYears: number | null;
  /** Newest resting voltage, and after how many hours of rest; null: never read, not known. */
  readonly volts: number | null;
  readonly restedHours: number | null;
  /** State of charge now, percent; null: never read or charged. */
  readonly soc: Estimate | null;
  readonly drawAmps: number;
  readonly condition: Condition;
  /** Why it is condemned, as a clause. */
  readonly conditionSeen: string | null;
  /** Something that has to be put right before any charge, beside water; null: nothing. */
  readonly mendFirst: string | null;
  readonly platesShow: boolean;
  readonly charging: 'none' | 'charger' | 'maintainer';

  readonly hallName: string;
  /** Of its place, past and foretold, in any order. */
  readonly celsius: readonly CelsiusAt[];
  /** Its case was measured at 5 °C or more, or it was seen thawed through; UTC milliseconds. */
  readonly thawedAt: number | null;
  /** Whether the air of its hall takes one more on charge; null where nobody knows. */
  readonly aired: boolean | null;

  readonly charger: ChargerOffer | null;
  /** Channel, outlet and programme, where they are known. */
  readonly hook: { readonly name: string; readonly hook: ChargerConnection } | null;
  /** Somebody stays with it until then; null: nobody does. */
  readonly attendedUntil: number | null;

  /** The hall of the bench, where one is better than the vehicle's own. */
  readonly benchHallId: string | null;
  /** Years since the whole battery was out and its tray cleaned; null: never known. */
  readonly wholeCleanedYearsAgo: number | null;
  /** It goes back on a plan with a maintainer. */
  readonly maintained: boolean;
  /** What was charged since water was last added; null where nobody knows. */
  readonly water: WaterSince | null;
  readonly rules: Rules;
  /** What had to be assumed, as sentences. */
  readonly assumed: readonly string[];
}

/** The post that is connected to the body: off first, on last. */
export const earthedPole = ({ vehicle }: Pick<BatteryContext, 'vehicle'>): Pole => vehicle.earth;
/** The other one. */
export const livePole = ({ vehicle }: Pick<BatteryContext, 'vehicle'>): Pole =>
  vehicle.earth === 'negative' ? 'positive' : 'negative';

/** One block of a string of several. */
export const isBlock = ({ block }: Pick<BatteryContext, 'block'>) => block !== null && block.of > 1;

/** It is within its string, where both of its posts are live against the rest. */
export const isInString = (context: Pick<BatteryContext, 'block' | 'out'>) =>
  isBlock(context) && !context.out;

/** The whole string is charged at once, by its own charger. */
export const chargedWhole = (context: Pick<BatteryContext, 'block' | 'charger' | 'out'>) =>
  isInString(context) && context.charger?.kind === 'string';

/** Its charger is joined to it already: nothing but a plug and a switch is touched. */
export const hasOwnSocket = ({ charger }: Pick<BatteryContext, 'charger'>) =>
  charger?.kind === 'on-board' || charger?.kind === 'string';

/** Its vehicle has its power from it now. */
export const isConnected = ({
  out,
  earthedLeadOn,
  isolatorOpen,
}: Pick<BatteryContext, 'out' | 'earthedLeadOn' | 'isolatorOpen'>) =>
  !out && earthedLeadOn && !isolatorOpen;

/** Something would be lost or would sound where that power went. */
export const powerIsWanted = ({ vehicle }: Pick<BatteryContext, 'vehicle'>) =>
  vehicle.radioCode === 'missing' || vehicle.alarm === 'must-live';

/** Cables come off for a charge, where the house asks for it and nothing speaks against it. */
export const cablesComeOff = (context: BatteryContext) =>
  context.rules.cablesOnCharge === 'off' &&
  !context.out &&
  context.earthedLeadOn &&
  !isBlock(context) &&
  !hasOwnSocket(context) &&
  !context.alwaysReady &&
  !powerIsWanted(context);

/**
 * The body is joined to the battery's earthed post, so that a clamp on bare metal charges it.
 * With the earthed lead off, the isolator open, on the bench, or as a block, it is not.
 */
export const bodyIsJoined = (context: BatteryContext) =>
  isConnected(context) && !isBlock(context) && !cablesComeOff(context);

/** Blocks in series that its charger sees. */
export const blocksCharged = (context: Pick<BatteryContext, 'block' | 'charger' | 'out'>) =>
  chargedWhole(context) ? context.block!.of : 1;
