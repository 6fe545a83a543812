import {
  connectionOn,
  connectionsFor,
  outletFor,
  usualConnection,
} from '../../core/connections/available-connections';
import { freeChannels, outletInUse } from '../../core/connections/active-connections';
import { fitOf } from '../../core/connections/charger-suitability';
import type { ProgrammeId } from '../../core/battery/programme-ids';
import { may } from '../../core/gate/gate';
import type { NewEntry } from '../../core/logbook/entry';
import { newEntry } from '../logbook/new-entry';
import type { ChargeData, Chosen } from './charge-data';

export type Purpose = 'charge' | 'maintain';

/** What was chosen for putting a battery on charge; null: what is usual. */
export interface PutOnState {
  readonly purpose: Purpose;
  readonly way: string | null;
  readonly programme: ProgrammeId | null;
  readonly channel: number | null;
  /** `undefined`: the one that is in reach; null: it is not noted. */
  readonly outlet: string | null | undefined;
  /** The reason for doing it against the advice. */
  readonly despite: string;
  readonly problem: string | null;
  readonly busy: boolean;
}

export const PUT_ON_AT_FIRST: PutOnState = {
  purpose: 'charge',
  way: null,
  programme: null,
  channel: null,
  outlet: undefined,
  despite: '',
  problem: null,
  busy: false,
};

export type PutOnAction =
  | { readonly do: 'purpose'; readonly purpose: Purpose }
  | { readonly do: 'way'; readonly way: string }
  | { readonly do: 'programme'; readonly way: string; readonly programme: ProgrammeId }
  | { readonly do: 'channel'; readonly channel: number }
  | { readonly do: 'outlet'; readonly outlet: string | null }
  | { readonly do: 'despite'; readonly why: string }
  | { readonly do: 'send' }
  | { readonly do: 'answered'; readonly problem: string | null };

/** What becomes of it: another charger has its own programme, channel, outlet and reasons. */
export function putOnReducer(state: PutOnState, action: PutOnAction): PutOnState {
  switch (action.do) {
    case 'purpose':
      return { ...state, purpose: action.purpose, way: null, programme: null };
    case 'way':
      return { ...PUT_ON_AT_FIRST, purpose: state.purpose, way: action.way };
    case 'programme':
      return { ...state, way: action.way, programme: action.programme };
    case 'channel':
      return { ...state, channel: action.channel };
    case 'outlet':
      return { ...state, outlet: action.outlet };
    case 'despite':
      return { ...state, despite: action.why };
    case 'send':
      return { ...state, busy: true };
    case 'answered':
      return { ...state, busy: false, problem: action.problem };
  }
}

/** All ways in which it could be put on, for a purpose. */
export function waysFor(
  { stock, board, rooms }: Pick<ChargeData, 'stock' | 'board' | 'rooms'>,
  { battery, vehicle, context }: Pick<Chosen, 'battery' | 'vehicle' | 'context'>,
  purpose: Purpose,
) {
  const hanging = board.map((one) => one.hanging);
  const room = rooms.find(({ hallId }) => hallId === battery.hallId) ?? null;
  const request = { context, hallId: battery.hallId, room, purpose };
  const ways = connectionsFor(stock, hanging, request, battery.id, vehicle.bayMark);
  return { stock, hanging, request, ways, batteryId: battery.id, bayMark: vehicle.bayMark };
}

/** What is chosen comes to: the charger, how it is set, where it hangs, and whether it may. */
export function hookingUp(
  { stock, hanging, request, ways, batteryId, bayMark }: ReturnType<typeof waysFor>,
  state: PutOnState,
) {
  const way = ways.find(({ id }) => id === state.way) ?? usualConnection(ways);
  const charger = way.fit?.charger ?? null;
  const programme =
    charger?.programmes.find(({ id }) => id === state.programme) ?? way.fit?.programme ?? null;
  const fit = charger && programme ? fitOf(charger, programme, request) : null;
  const channels = fit ? freeChannels(fit.charger, hanging) : [];
  const channel =
    state.channel !== null && channels.includes(state.channel) ? state.channel : channels[0];
  const plugged = charger ? outletInUse(charger.id, hanging) : null;
  const inReach = () =>
    charger ? outletFor(stock, hanging, charger.id, request.hallId, bayMark) : null;
  const outletId = plugged ?? (state.outlet === undefined ? inReach() : state.outlet);
  const { hook, because, overridable, context } = fit
    ? connectionOn(stock, hanging, request, batteryId, fit, channel, outletId)
    : way;
  const goes = because.length === 0 || (overridable && state.despite.trim() !== '');
  const steps = goes ? may(context, request.purpose).steps : [];
  return {
    ...{ way, charger, fit, channels, channel, plugged, outletId },
    ...{ hook, because, overridable, goes, steps },
  };
}

/** What is recorded when it hangs; a string hangs on its own charger as a whole. */
export function hungEntries(
  { way, hook, because }: Pick<ReturnType<typeof hookingUp>, 'way' | 'hook' | 'because'>,
  { purpose, despite }: PutOnState,
  { battery, blocks }: Pick<Chosen, 'battery' | 'blocks'>,
  now: number,
): NewEntry[] {
  const about = {
    ...(hook ? { hook } : {}),
    ...(because.length > 0 ? { despite: despite.trim() } : {}),
  };
  const named = hook ? {} : { charger: way.name };
  return (way.id === 'string' ? blocks : [battery.id]).map((id) =>
    purpose === 'charge'
      ? newEntry('charge-started', id, now, { charger: way.name, ...about })
      : newEntry('maintainer', id, now, { on: true, ...named, ...about }),
  );
}
