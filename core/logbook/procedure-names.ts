import { msg, withWords } from '../language';

export interface ProcedureName {
  readonly label: string;
  /** For a list. */
  readonly short: string;
  /** What the logbook says of it. */
  readonly doing: string;
  /** Attendant's minutes, without the waiting in between. Our own assumption. */
  readonly minutes: number;
}

/** How each guided procedure is called and how long it takes; its steps are none of the logbook's business. */
export const PROCEDURE_NAMES = withWords({
  clean: { label: msg`Clean and protect`, short: msg`clean`, doing: msg`cleaned`, minutes: 10 },
  'top-up': {
    label: msg`Top up with water`,
    short: msg`top up`,
    doing: msg`topped up`,
    minutes: 5,
  },
  hydrometer: {
    label: msg`Hydrometer`,
    short: msg`hydrometer`,
    doing: msg`measured with the hydrometer`,
    minutes: 6,
  },
  'before-disconnect': {
    label: msg`Before disconnecting`,
    short: msg`make ready`,
    doing: msg`made ready to be disconnected`,
    minutes: 5,
  },
  disconnect: {
    label: msg`Disconnect`,
    short: msg`disconnect`,
    doing: msg`disconnected`,
    minutes: 4,
  },
  'take-out': {
    label: msg`Take out`,
    short: msg`take out`,
    doing: msg`taken out, onto the bench`,
    minutes: 12,
  },
  'put-back': { label: msg`Put back`, short: msg`put back`, doing: msg`put back`, minutes: 10 },
  reconnect: { label: msg`Reconnect`, short: msg`reconnect`, doing: msg`reconnected`, minutes: 5 },
  'hook-up': {
    label: msg`Hook up a maintainer`,
    short: msg`hook up`,
    doing: msg`hooked up`,
    minutes: 5,
  },
  unhook: {
    label: msg`Take it off the charger`,
    short: msg`take off`,
    doing: msg`taken off the charger`,
    minutes: 2,
  },
  'draw-test': {
    label: msg`Draw test`,
    short: msg`draw test`,
    doing: msg`draw measured`,
    minutes: 12,
  },
  crank: { label: msg`Crank`, short: msg`crank`, doing: msg`cranked`, minutes: 3 },
  'ready-check': {
    label: msg`Ready check`,
    short: msg`ready?`,
    doing: msg`seen to be ready`,
    minutes: 3,
  },
  'charging-test': {
    label: msg`Charging system`,
    short: msg`charging at idle`,
    doing: msg`charging system tested`,
    minutes: 4,
  },
  'voltage-drop': {
    label: msg`Voltage drop`,
    short: msg`voltage drop`,
    doing: msg`voltage drop measured`,
    minutes: 8,
  },
  headlamps: {
    label: msg`Headlamps, no tools`,
    short: msg`headlamps`,
    doing: msg`headlamps watched`,
    minutes: 2,
  },
  'load-test': {
    label: msg`Load test`,
    short: msg`load test`,
    doing: msg`load tested`,
    minutes: 6,
  },
  'hand-over': {
    label: msg`Hand over`,
    short: msg`hand over`,
    doing: msg`handed over`,
    minutes: 5,
  },
} satisfies Record<string, ProcedureName>);

export type ProcedureId = keyof typeof PROCEDURE_NAMES;
export const PROCEDURE_IDS = Object.keys(PROCEDURE_NAMES) as ProcedureId[];
