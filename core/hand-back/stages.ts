import { t, msg, withWords } from '../language';
import type { ChargeForecast } from '../assessment/charge-forecast';
import { chargingAnswer, crankAnswer } from '../assessment/test-answers';
import { CHEMISTRIES } from '../battery/chemistries';
import { voltsOfSoc } from '../battery/state-of-charge';
import { hasLiquid } from '../charging/water';
import type { BatteryContext } from '../context/battery-context';
import { MS_PER_DAY, instantAt, type Day } from '../day';
import type { ProcedureId } from '../logbook/procedure-names';
import { openFindings } from '../logbook/open-findings';
import { cranks, inPairs, readies } from '../procedures/shared';
import { hallMean, today, type BatteryRecord } from '../record/battery-record';
import { isHeld } from '../record/learnt';
import { isSettled, onScale } from '../record/settled';
import { VEHICLE_KINDS } from '../site/vehicle-kinds';
import { formatVolts } from '../words/words';

/** One of the batteries of a vehicle that goes back, with all that was judged of it. */
export interface BackBattery {
  readonly id: string;
  /** As `Starter` or `Leisure 2`. */
  readonly label: string;
  readonly standing: BatteryRecord;
  readonly outlook: ChargeForecast | null;
  readonly context: BatteryContext;
}

export const STAGE_IDS = [
  'replace',
  'charge',
  'inspect',
  'top-up',
  'clean',
  'unhook',
  'put-back',
  'reconnect',
  'draw-test',
  'read',
  'crank',
  'ready-check',
  'charging-test',
  'hand-over',
] as const;
/** What is done to a vehicle before its owner has it, in the order of the hands. */
export type StageId = (typeof STAGE_IDS)[number];
/** Those of one battery; the last is of its whole vehicle. */
export type BatteryStageId = Exclude<StageId, 'hand-over'>;

/** On which day it goes back, and from when on work counts for that. UTC milliseconds. */
export interface BackWhen {
  readonly day: Day;
  /** A full charge, a reading, a test before this is too old. */
  readonly fresh: number;
  /** A look at case, posts and levels before this is too old. */
  readonly seen: number;
}

/** So long a look at case, posts, belt and levels answers for the hand back. Our own assumption. */
const SEEN_DAYS = 14;

/** What counts for a hand back on `day`, by the house’s rules. */
export function whenBack({ rules, timeZone }: BatteryRecord, day: Day): BackWhen {
  const from = (days: number) => instantAt(day - days, 0, 0, timeZone);
  return { day, fresh: from(rules.lastFullDays), seen: from(SEEN_DAYS) };
}

/** One kind of stage, as data: to add one is to add its record. */
export interface StageKind {
  readonly label: string;
  readonly why: string | ((battery: BackBattery) => string);
  /** Its guided work, where it has one. */
  readonly procedure?: ProcedureId;
  /** Whether there is such a stage, done or not. */
  readonly applies: (battery: BackBattery, when: BackWhen) => boolean;
  readonly done: (battery: BackBattery, when: BackWhen) => boolean;
  /** Stages of the same battery that come first. */
  readonly after: readonly BatteryStageId[];
  /** Why they must. */
  readonly tooEarly: string;
  /** Done, and what it showed is not well: a sentence. */
  readonly bad?: (battery: BackBattery, when: BackWhen) => string | null;
}

const fullVolts = (standing: BatteryRecord) =>
  voltsOfSoc({
    ...onScale(standing, hallMean(standing.temperatures, today(standing))),
    socPct: 100,
  });

const hangs = ({ standing: { state } }: BackBattery) =>
  state.maintainerSince !== null || state.chargeSince !== null;
const isSound = ({ context }: BackBattery) => context.condition === 'sound';
/** A guided work of these days is shown as done, though nothing of it is left to see. */
const lately =
  (id: ProcedureId) =>
  (battery: BackBattery, { fresh }: BackWhen) =>
    (battery.standing.state.procedures[id] ?? -1) >= fresh;
const wantsCleaning = ({ standing }: BackBattery) =>
  openFindings(standing.state).some(({ consequence }) => consequence === 'clean');
const lastStart = ({ standing }: BackBattery) => standing.state.starts.at(-1) ?? null;

/** It came while its vehicle stood here: what the new one meets was never measured. */
const isNew = ({ standing: { state, laidUpAt } }: BackBattery) =>
  state.fittedAt !== null && laidUpAt !== null && state.fittedAt > laidUpAt + MS_PER_DAY / 2;

export const STAGES: Readonly<Record<BatteryStageId, StageKind>> = withWords({
  replace: {
    label: msg`Replace it`,
    why: msg`It is condemned: never charged or cranked again. A new one is checked and charged before it goes in.`,
    applies: (battery) => !isSound(battery),
    done: () => false,
    after: [],
    tooEarly: '',
  },
  charge: {
    label: msg`Last full charge`,
    why: ({ standing: { facts, vehicleKind } }) =>
      CHEMISTRIES[facts.chemistry].family === 'lithium'
        ? t`Lithium stands part charged until its day, and is made full only now.`
        : VEHICLE_KINDS[vehicleKind].small
          ? t`Full, at the charger’s lowest rate: six to eight hours, or left overnight.`
          : t`Full, and slowly: the last charge is not hurried.`,
    applies: isSound,
    done: (battery, { fresh }) =>
      isHeld(battery.standing) || (battery.standing.state.lastFullAt ?? -1) >= fresh,
    after: ['replace'],
    tooEarly: msg`What is condemned is not charged.`,
  },
  inspect: {
    label: msg`Case, posts and belt`,
    why: msg`What the winter did shows now, while there is time to mend it.`,
    applies: isSound,
    done: ({ standing }, { seen }) => (standing.state.inspection?.at ?? -1) >= seen,
    after: [],
    tooEarly: '',
  },
  'top-up': {
    label: msg`Levels`,
    why: msg`Plates covered, to the tube’s bottom, after the charge and not before: it rises.`,
    procedure: 'top-up',
    applies: (battery) =>
      isSound(battery) &&
      hasLiquid(battery.standing.facts.chemistry, battery.standing.facts.capsOpen),
    done: ({ standing }, { seen }) => (standing.state.levels?.at ?? -1) >= seen,
    after: ['unhook'],
    tooEarly: msg`Nothing hangs on it while its caps are open.`,
  },
  clean: {
    label: msg`Clean it`,
    why: msg`Growth at a post is a joint that does not carry a starter.`,
    procedure: 'clean',
    applies: (battery, when) =>
      isSound(battery) && (wantsCleaning(battery) || lately('clean')(battery, when)),
    done: (battery) => !wantsCleaning(battery),
    after: ['unhook'],
    tooEarly: msg`Nothing hangs on it while a hand is at its posts.`,
  },
  unhook: {
    label: msg`Off the charger`,
    why: msg`Mains off, lamps out, clamps off; the tag off the wheel, the lead stowed and capped.`,
    procedure: 'unhook',
    applies: (battery, when) => hangs(battery) || lately('unhook')(battery, when),
    done: (battery) => !hangs(battery),
    after: ['charge'],
    tooEarly: msg`It stays on until it is full.`,
  },
  'put-back': {
    label: msg`Put it back`,
    why: msg`Upright, no lead pinched, hold-down by hand first, vent tube open.`,
    procedure: 'put-back',
    applies: (battery, when) =>
      isSound(battery) &&
      (battery.standing.state.out !== null || lately('put-back')(battery, when)),
    done: ({ standing }) => standing.state.out === null,
    after: ['charge', 'unhook'],
    tooEarly: msg`It is charged on the bench, and comes off the charger there.`,
  },
  reconnect: {
    label: msg`Reconnect`,
    why: msg`In its order; then codes, clock and windows, and the tracker’s company.`,
    procedure: 'reconnect',
    applies: (battery, when) =>
      isSound(battery) &&
      (!battery.standing.state.negativeOn || lately('reconnect')(battery, when)),
    done: ({ standing }) => standing.state.negativeOn,
    after: ['charge', 'unhook', 'put-back'],
    tooEarly: msg`Full first, mains off and clamps off, and the battery in its place.`,
  },
  'draw-test': {
    label: msg`Draw test`,
    why: msg`After a replacement: what emptied the old one may empty the new one.`,
    procedure: 'draw-test',
    applies: (battery) => isSound(battery) && isNew(battery) && battery.context.block === null,
    done: ({ standing: { state } }) => (state.drawAt ?? -1) >= (state.fittedAt ?? 0),
    after: ['reconnect'],
    tooEarly: msg`It is measured with everything connected.`,
  },
  read: {
    label: msg`Read at rest`,
    why: ({ standing }) =>
      t`Full is about ${formatVolts(fullVolts(standing))} on your scale; after its ${standing.rules.restHours} h of rest, or the surface flatters it.`,
    applies: isSound,
    done: (battery, when) => {
      const { standing } = battery;
      const since = Math.max(when.fresh, standing.state.lastFullAt ?? 0);
      // Read before its last charge, it says nothing of what its owner gets.
      return (
        STAGES.charge.done(battery, when) &&
        standing.state.readings.some(
          (reading) => !reading.fed && reading.at >= since && isSettled(reading, standing),
        )
      );
    },
    after: ['charge', 'unhook', 'put-back'],
    tooEarly: msg`It is read when it is full, off its charger and rested.`,
  },
  crank: {
    label: msg`Crank it`,
    why: msg`Normal, slow, clicks or silent: what the owner will hear.`,
    procedure: 'crank',
    applies: (battery) => isSound(battery) && cranks(battery.context),
    done: (battery, { fresh }) => (lastStart(battery)?.at ?? -1) >= fresh,
    after: ['charge', 'unhook', 'put-back', 'reconnect', 'read'],
    tooEarly: msg`Full, connected and read first: slow says low charge before it says anything else.`,
    bad: (battery, { fresh }) => {
      const start = lastStart(battery);
      if (start === null || start.at < fresh) return null;
      const { isWell, say } = crankAnswer(battery.standing, start);
      return isWell ? null : say.join(' ');
    },
  },
  'ready-check': {
    label: msg`Ready check`,
    why: msg`It has no starter: it says by itself that it goes.`,
    procedure: 'ready-check',
    applies: (battery) => isSound(battery) && readies(battery.context),
    done: lately('ready-check'),
    after: ['charge', 'unhook', 'put-back', 'reconnect', 'read'],
    tooEarly: msg`Full, connected and read first.`,
  },
  'charging-test': {
    label: msg`Charging at idle`,
    why: ({ standing: { facts } }) =>
      t`About ${inPairs(14, facts.cells)} V is well; much more or much less is a fault that empties the next battery too.`,
    procedure: 'charging-test',
    applies: (battery) => isSound(battery) && cranks(battery.context),
    done: ({ standing }, { fresh }) => (standing.state.charging?.at ?? -1) >= fresh,
    after: ['crank'],
    tooEarly: msg`It has to run first.`,
    bad: ({ standing }, { fresh }) => {
      const { charging } = standing.state;
      if (charging === null || charging.at < fresh) return null;
      const { isWell, say } = chargingAnswer(standing, charging.seen);
      return isWell ? null : say.join(' ');
    },
  },
});
