import { t } from '../language';
import { isInString, type BatteryContext, type ChargerOffer } from '../context/battery-context';
import { ownOffer } from '../context/from-record';
import { isOverridable, reasonsAgainst } from '../gate/gate';
import type { Reason } from '../gate/reasons';
import {
  freeChannels,
  hookRefusal,
  outletInUse,
  type ActiveConnection,
} from './active-connections';
import { airOn, offered, rankFits, type ChargeRequest, type Fit } from './charger-suitability';
import { hookOf } from './look-in';
import type { BatteryState } from '../logbook/state';
import {
  reaches,
  socketsOf,
  type ChargerConnection,
  type ChargingEquipment,
} from '../site/charging-equipment';

/** One channel on which a battery may hang just now. */
export interface PossibleHook {
  readonly fit: Fit;
  readonly hook: ChargerConnection;
}

/** Its socket: the one its charger is in already, else the one whose lead reaches its bay. */
export const outletFor = (
  stock: ChargingEquipment,
  hanging: readonly ActiveConnection[],
  chargerId: string,
  hallId: string,
  bayMark: string,
): string | null =>
  outletInUse(chargerId, hanging) ??
  nearestFirst(stock).find((one) => reaches(one, hallId, bayMark))?.id ??
  null;

/** Sockets of a few bays before those that are taken to reach a whole hall. */
const nearestFirst = ({ outlets }: ChargingEquipment) =>
  socketsOf(outlets).sort((a, b) => Number(a.bays.length === 0) - Number(b.bays.length === 0));

/**
 * Where a battery may hang just now, the best first: one free channel of each charger that suits
 * it and that sockets and circuits feed besides all that hangs already. Empty where there is none.
 */
export function possibleHooks(
  stock: ChargingEquipment,
  hanging: readonly ActiveConnection[],
  request: ChargeRequest,
  batteryId: string,
  bayMark: string,
): PossibleHook[] {
  return connectionsFor(stock, hanging, request, batteryId, bayMark).flatMap(
    ({ fit, hook, because }) => (fit && hook && because.length === 0 ? [{ fit, hook }] : []),
  );
}

/** One way to put a battery on charge: a charger of the stock, its own, or another. */
export interface Connection {
  /** The charger's id, or `on-board`, `string`, `other`. */
  readonly id: string;
  readonly name: string;
  /** With its charger: what the gate is asked with, and what its steps are made from. */
  readonly context: BatteryContext;
  readonly fit: Fit | null;
  /** Where it hangs; null where no charger of the stock is meant, or none of its channels is free. */
  readonly hook: ChargerConnection | null;
  /** Why not; empty: it may. */
  readonly because: readonly Reason[];
  /** Why not is not about danger: it may be done with a reason. */
  readonly overridable: boolean;
}

/** Chargers that belong to what is charged, as they are offered and noted. */
const OWN_CHARGERS = [
  ownOffer('string', 'The string’s own charger'),
  ownOffer('on-board', 'The vehicle’s own charger, on its cable'),
];

/** The charger that is meant where only a name is noted; null: none of these. */
const ownNamed = (name: string): ChargerOffer | null =>
  OWN_CHARGERS.find((offer) => offer.name === name) ?? null;

const unnoted = (purpose: ChargeRequest['purpose'], name: string): ChargerOffer =>
  ownOffer(purpose === 'maintain' ? 'maintainer' : 'automatic', name);

/** A charger that is only named: a vehicle's or a string's own, or one that is not noted. */
export const namedOffer = (name: string, purpose: ChargeRequest['purpose']): ChargerOffer =>
  ownNamed(name) ?? unnoted(purpose, name);

/** The charger that a battery hangs on, where it is its own; null: one with clamps. */
export const ownChargerOf = ({
  hook,
  charger,
}: Pick<BatteryState, 'hook' | 'charger'>): ChargerOffer | null =>
  hook ? null : ownNamed(charger);

/** A battery with what it hangs on now, for the steps of taking it off. */
export const hangsContext = (context: BatteryContext, state: BatteryState): BatteryContext => ({
  ...context,
  charger: ownChargerOf(state),
});

/** A battery on a charger that is only named: it gives off what one that stops by itself does. */
export const withOwn = (
  offer: ChargerOffer,
  request: Pick<ChargeRequest, 'context' | 'room'>,
): BatteryContext => {
  const { context } = request;
  const ampsPerChannel = offer.amps ?? context.facts.capacityAh / 10;
  const air = airOn(request, { automatic: offer.stopsByItself, ampsPerChannel }, 'normal');
  return { ...context, aired: air?.aired ?? context.aired, charger: offer };
};

/** What stands beside the stock: chargers that a vehicle or a string has, and any other. */
function ownOffers({ context, purpose }: ChargeRequest): ChargerOffer[] {
  const { vehicle, out } = context;
  const has = {
    string: isInString(context),
    'on-board': !out && (vehicle.hookUp || vehicle.plugIn),
  } as const;
  return [
    ...OWN_CHARGERS.filter(({ kind }) => has[kind as keyof typeof has]),
    unnoted(
      purpose,
      purpose === 'maintain' ? 'A maintainer that is not noted' : 'A charger that is not noted',
    ),
  ];
}

/** A charger of the stock, on one of its channels and an outlet, with what is against that. */
export function connectionOn(
  stock: ChargingEquipment,
  hanging: readonly ActiveConnection[],
  request: ChargeRequest,
  batteryId: string,
  fit: Fit,
  /** Undefined: none is free. */
  channel: number | undefined,
  outletId: string | null,
): Connection {
  const { charger, programme } = fit;
  const hook = channel === undefined ? null : hookOf(fit, request.context, channel, outletId);
  const taken =
    hook === null
      ? t`every channel of it is in use`
      : fit.because.length > 0
        ? null
        : hookRefusal(hook, batteryId, hanging, stock);
  const because: readonly Reason[] = [
    ...fit.because,
    ...(taken === null ? [] : [{ code: 'no-channel', words: sentence(taken), first: [] } as const]),
  ];
  return {
    id: charger.id,
    name: charger.name,
    context: {
      ...offered(charger, programme, request),
      hook: hook && { name: charger.name, hook },
    },
    fit,
    hook,
    because,
    overridable: isOverridable(because),
  };
}

/**
 * Every way to put a battery on charge now, each with what is against it: those that may be first,
 * chargers of the stock before its own, the best first.
 */
export function connectionsFor(
  stock: ChargingEquipment,
  hanging: readonly ActiveConnection[],
  request: ChargeRequest,
  batteryId: string,
  bayMark: string,
): Connection[] {
  const { purpose, hallId } = request;
  const noted = rankFits(stock.chargers, request).map((fit) =>
    connectionOn(
      stock,
      hanging,
      request,
      batteryId,
      fit,
      freeChannels(fit.charger, hanging)[0],
      outletFor(stock, hanging, fit.charger.id, hallId, bayMark),
    ),
  );
  const own = ownOffers(request).map((offer): Connection => {
    const asked = withOwn(offer, request);
    const because = reasonsAgainst(asked, purpose);
    return {
      id: offer.kind === 'string' || offer.kind === 'on-board' ? offer.kind : 'other',
      name: offer.name!,
      context: asked,
      fit: null,
      hook: null,
      because,
      overridable: isOverridable(because),
    };
  });
  const ways = [...noted, ...own];
  return [
    ...ways.filter(({ because }) => because.length === 0),
    ...ways.filter(({ because }) => because.length > 0),
  ];
}

/**
 * The way that is proposed first: a string as a whole, else what may be, of the stock or of the
 * vehicle; then the best of the stock with what is against it. One that is not noted is proposed
 * only where the stock is empty.
 */
export const usualConnection = (ways: readonly Connection[]): Connection =>
  ways.find(({ id, because }) => id === 'string' && because.length === 0) ??
  ways.find(({ id, because }) => id !== 'other' && because.length === 0) ??
  ways.find(({ fit }) => fit !== null) ??
  ways[0]!;

const sentence = (words: string) => `${words[0]!.toUpperCase()}${words.slice(1)}.`;
