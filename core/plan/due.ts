import { MS_PER_DAY, dayOf, instantAt, type Day } from '../day';
import { hasLiquid } from '../charging/water';
import { contextOf } from '../context/from-record';
import { actOfProcedure, blockedFromCharge } from '../gate/gate';
import { iceIn } from '../gate/ice';
import { openFindings } from '../logbook/open-findings';
import { conditionOf } from '../record/condition';
import type { BatteryState } from '../logbook/state';
import { chanceOfAwake } from '../estimation/findings';
import { batteryEstimateOf } from '../record/learnt';
import { isSettled } from '../record/settled';
import { isFaster } from '../record/loss';
import { chargeForecastOf, type ChargeForecast } from '../assessment/charge-forecast';
import { isSilent, modeUnseen, today, type BatteryRecord } from '../record/battery-record';
import { PROCEDURE_IDS, type ProcedureId } from '../logbook/procedure-names';
import type { Job } from './jobs';
import { loadTestDue } from './load-test-due';
import { arrangementOf, STORAGE_PLANS } from './storage-plans';
import type { SeasonJob } from '../logbook/season-jobs';
import { walkBack } from '../hand-back/walk';
import { roundFor, roundOnOrAfter, roundsEvery } from '../rules/rounds';

/**
 * What is to be done, or was done, at a battery in today's round. A job stays on the list when
 * it is done, so that the round can be counted and a stop looked at again.
 */
export function jobsToday(standing: BatteryRecord, outlook: ChargeForecast | null): Job[] {
  const { state } = standing;
  const morning = instantAt(today(standing), 0, 0, standing.timeZone);
  if (state.goneAt !== null) return [{ kind: 'replace', done: true }];
  // With its owner there is nothing to be done to it.
  if (state.awaySince !== null) return [];
  if (conditionOf(standing)) {
    const off: Job[] =
      state.chargeSince !== null
        ? [{ kind: 'take-off', done: false }]
        : state.maintainerSince !== null
          ? [{ kind: 'procedure', procedure: 'unhook', done: false }]
          : [];
    return [...off, { kind: 'replace', done: false }];
  }
  const electric = electricJobs(standing, outlook, morning);
  // Made ready for its owner: that walk has all the rest in it, once it is thawed.
  if (plannedToday(standing).includes('handBack')) {
    const thaw = electric.filter(({ kind }) => kind === 'thaw');
    return [...thaw, { kind: 'hand-back', done: isReadyToGo(standing, outlook) }];
  }
  const procedures = procedureJobs(standing, outlook, morning);
  const passing = [...electric, ...procedures].length > 0;
  const tested = (state.procedures['load-test'] ?? -1) >= morning;
  // A test of its power comes last but one: it tells nothing of a battery that was just worked on.
  if (!tested && loadTestDue(standing, outlook, passing)) {
    procedures.push({ kind: 'procedure', procedure: 'load-test', done: false });
  }
  // It is hung up last: nothing is done at a clamp while a charger hangs on it.
  const isLast = ({ kind }: Job) => kind === 'recharge';
  return [
    ...electric.filter((job) => !isLast(job)),
    ...lookAgain(state, morning),
    ...procedures,
    ...electric.filter(isLast),
  ];
}

/** Whether nothing is left before this battery may go to its owner. */
function isReadyToGo(standing: BatteryRecord, outlook: ChargeForecast | null): boolean {
  const context = contextOf(standing, outlook);
  const walk = walkBack([{ id: '', label: '', standing, outlook, context }], standing.collectDay);
  return walk?.readiness.kind === 'ready';
}

function electricJobs(
  standing: BatteryRecord,
  outlook: ChargeForecast | null,
  morning: number,
): Job[] {
  const { state } = standing;
  const day = today(standing);
  const jobs: Job[] = [];
  jobs.push(...modeJob(standing, morning));
  const planned = plannedToday(standing);
  if (state.maintainerSince !== null) {
    const seen = state.lamp?.at ?? -1;
    if (isSilent(standing)) {
      // Whether it is fed at all shows first at its lamp.
      jobs.push({ kind: 'lamp', done: false });
      return jobs;
    }
    if (seen >= morning) jobs.push({ kind: 'lamp', done: true });
    else if (
      planned.includes('lamp') ||
      lampRounds(standing, day)[0] === roundOnOrAfter(standing.rules, day)
    ) {
      jobs.push({ kind: 'lamp', done: false });
    }
    if (outlook?.held !== false) return jobs;
  }
  // First what feeds it, then its volts, then what is to be done about them.
  const first = jobs.length;
  const endedToday = state.charges.some((charge) => charge.to >= morning);
  const hangs = state.chargeSince !== null && state.chargeSince < morning;
  // The plan may leave it on for longer: a charger that nobody else needs holds it full.
  const stays = hangs && standing.planned != null && !planned.includes('disconnect');
  if (endedToday || (hangs && !stays)) jobs.push({ kind: 'take-off', done: endedToday });
  const looked = (state.lamp?.at ?? -1) >= morning;
  // Looked at this morning it stays on the list, whatever is planned by now.
  if (stays && (looked || planned.includes('lamp'))) jobs.push({ kind: 'lamp', done: looked });
  const readToday = state.readings.some((reading) => reading.at >= morning);
  const startedToday = state.chargeSince !== null && state.chargeSince >= morning;
  if (state.chargeSince === null || startedToday || readToday) {
    const before =
      readToday || startedToday ? chargeForecastOf(asOfMorning(standing, morning)) : outlook;
    const due =
      planned.includes('connect') ||
      (outlook !== null &&
        outlook.rechargeRound !== null &&
        outlook.rechargeRound <= roundOnOrAfter(standing.rules, day));
    // Never charged unseen: what was left on shows before the charge hides it.
    const unseen = due && !startedToday && !endedToday && !readLately(standing, morning);
    const asked = planned.includes('reading') && !endedToday;
    if (readToday || unseen || asked || readingDue(standing, before, day)) {
      jobs.splice(first, 0, { kind: 'reading', done: readToday });
    }
    const context = contextOf(standing, outlook);
    const blocked = due ? blockedFromCharge(context) : [];
    const ice = outlook === null ? null : iceIn(context);
    const warms =
      (ice !== null && !ice.inDoubt) || blocked.some(({ first }) => first[0] === 'warm');
    if (warms || (state.thawedAt ?? -1) >= morning) {
      jobs.push({ kind: 'thaw', done: !warms });
    }
    if (startedToday || (due && !endedToday && blocked.length === 0)) {
      jobs.push({ kind: 'recharge', done: startedToday });
    }
  }
  return jobs;
}

/** What the season's plan has for it in the round of today, or in the next one. */
function plannedToday(standing: BatteryRecord): readonly SeasonJob[] {
  const { planned, rules } = standing;
  return planned && planned.day === roundOnOrAfter(rules, today(standing)) ? planned.jobs : [];
}

/** After a power cut every charger's programme is looked at once. */
function modeJob(standing: BatteryRecord, morning: number): Job[] {
  if (modeUnseen(standing)) return [{ kind: 'mode', done: false }];
  const { state, powerCutAt } = standing;
  const seen = state.modeSeenAt ?? -1;
  const fedSince = state.maintainerSince ?? state.chargeSince;
  const since = fedSince !== null && powerCutAt !== null && fedSince <= powerCutAt;
  return since && seen >= Math.max(morning, powerCutAt) ? [{ kind: 'mode', done: true }] : [];
}

/** Rounds until `until`, or just the next ones, in which its lamp is looked at. */
function lampRounds(standing: BatteryRecord, from: Day, until: Day = from + 70): Day[] {
  const { state, rules, timeZone } = standing;
  const last = state.lamp ? dayOf(state.lamp.at, timeZone) : null;
  return roundsEvery(rules, from, until, last, rules.lampDays);
}

/** A damp case or a crust in the tray is looked at again; so is what was looked at today. */
function lookAgain(state: BatteryState, morning: number): Job[] {
  const { inspection } = state;
  if (!inspection) return [];
  if (inspection.at >= morning) return [{ kind: 'inspect', done: true }];
  const open = openFindings(state).some(
    ({ consequence }) => consequence === 'second-look' || consequence === 'mend-before-charge',
  );
  return open ? [{ kind: 'inspect', done: false }] : [];
}

/** Guided work: what the storage plan still needs, water, cleaning, a draw test. */
function procedureJobs(
  standing: BatteryRecord,
  outlook: ChargeForecast | null,
  morning: number,
): Job[] {
  const { state } = standing;
  const doneToday = (id: ProcedureId) => (state.procedures[id] ?? -1) >= morning;
  const open = new Set<ProcedureId>();
  if (state.plan) {
    for (const id of arrangementOf(STORAGE_PLANS[state.plan], state)) open.add(id);
  }
  const planned = plannedToday(standing);
  if (planned.includes('levels') || waterDue(standing, morning)) open.add('top-up');
  if (hydrometerDue(standing, outlook, morning)) open.add('hydrometer');
  // What waits for its turn has it in the season's plan, where there is one.
  for (const { job, urgent } of handWorkDue(standing, outlook, morning)) {
    if (urgent || standing.planned == null || planned.includes(job)) open.add(PROCEDURE_OF[job]);
  }
  const free = state.maintainerSince === null && state.chargeSince === null;
  if (planned.includes('clean')) open.add('clean');
  if (planned.includes('drawTest') && free) open.add('draw-test');
  const done = (Object.keys(state.procedures) as ProcedureId[]).filter(doneToday);
  // On charge it waits until that is over.
  if (state.chargeSince !== null) for (const id of WITH_HANDS) open.delete(id);
  // What hangs on it comes off first, and its plan puts it back on.
  const hangs = state.maintainerSince !== null;
  const off = hangs && [...open].some((id) => WITH_HANDS.includes(id) && !done.includes(id));
  if (off) open.delete('unhook');
  // And goes back on last, after whatever is done with hands at it.
  const lasts = open.delete('hook-up');
  const list = [
    ...(off ? (['unhook'] as const) : []),
    ...open,
    ...(lasts ? (['hook-up'] as const) : []),
  ];
  const again = (id: ProcedureId) => (id === 'unhook' ? hangs : id === 'hook-up' && !hangs);
  return [
    ...done.map((procedure): Job => ({ kind: 'procedure', procedure, done: true })),
    ...list
      .filter((id) => !done.includes(id) || again(id))
      .map((procedure): Job => ({ kind: 'procedure', procedure, done: false })),
  ];
}

/** Work for which no charger may hang on it, as the gate has it. */
const WITH_HANDS: readonly ProcedureId[] = PROCEDURE_IDS.filter((id) => {
  const act = actOfProcedure(id);
  return act !== null && act !== 'take-off-charge' && act !== 'maintain';
});

const PROCEDURE_OF = { drawTest: 'draw-test', clean: 'clean' } as const;

/** Draw tests and cleaning that are due, whenever they get their turn; urgent: something is in doubt. */
export function handWorkDue(
  standing: BatteryRecord,
  outlook: ChargeForecast | null,
  morning: number,
): { job: keyof typeof PROCEDURE_OF; urgent: boolean }[] {
  const due: { job: keyof typeof PROCEDURE_OF; urgent: boolean }[] = [];
  // At lay-up one stands there anyway.
  const laidUpToday = (standing.laidUpAt ?? -1) >= morning;
  if (cleaningDue(standing, morning)) due.push({ job: 'clean', urgent: laidUpToday });
  if (drawTestDue(standing, outlook, morning)) {
    due.push({ job: 'drawTest', urgent: outlook !== null && isFaster(outlook.loss) });
  }
  return due;
}

const daysSince = (at: number, now: number) => (now - at) / MS_PER_DAY;

/** Levels by finding, and by the house's interval where caps open. */
function waterDue({ state, facts, rules, laidUpAt }: BatteryRecord, morning: number): boolean {
  if (!hasLiquid(facts.chemistry, facts.capsOpen)) return false;
  const low = openFindings(state).find(({ consequence }) => consequence.startsWith('water'));
  if (low?.consequence === 'water-before-charge') return true;
  // To the mark only after a charge: once one has ended since the level was seen.
  if (low && state.charges.some((charge) => charge.to > state.levels!.at)) return true;
  // Taken off this morning to be topped up, it is one on a maintainer all the same.
  const maintained =
    state.maintainerSince !== null || (state.maintained.at(-1)?.to ?? -Infinity) >= morning;
  const every = maintained ? rules.levelsMaintainedDays : rules.levelsDays;
  const last = state.levels?.at ?? laidUpAt;
  return every !== null && last !== null && daysSince(last, morning) >= every;
}

/** Growth that was seen, or comes back by the house's interval. */
function cleaningDue({ state, rules }: BatteryRecord, morning: number): boolean {
  if (openFindings(state).some(({ consequence }) => consequence === 'clean')) return true;
  const grows = state.inspection?.seen.answers.posts === 'growth';
  return (
    grows &&
    rules.terminalsDays !== null &&
    state.cleanedAt !== null &&
    daysSince(state.cleanedAt, morning) >= rules.terminalsDays
  );
}

/** A hydrometer that was used answers for so many days. */
const HYDROMETER_HOLDS_DAYS = 30;

/** Off its vehicle it falls far faster than explained: a failing cell shows in its acid. */
function hydrometerDue(
  standing: BatteryRecord,
  outlook: ChargeForecast | null,
  morning: number,
): boolean {
  const { state, facts } = standing;
  if (!hasLiquid(facts.chemistry, facts.capsOpen) || state.negativeOn || !outlook) return false;
  if (state.maintainerSince !== null || state.chargeSince !== null) return false;
  if (!isFaster(outlook.loss)) return false;
  return (
    state.hydrometer === null || daysSince(state.hydrometer.at, morning) > HYDROMETER_HOLDS_DAYS
  );
}

/** A measured draw answers for so many days, whatever the readings say. */
const DRAW_TEST_HOLDS_DAYS = 30;

/** At lay-up, and once more in doubt: what came after the first would show by the second. Our own choice. */
const TESTS_TELL = 2;
/** From such a chance on that a test would see what draws, it is made yet again. Our own choice. */
const TEST_TELLS_FROM = 0.2;

/**
 * At lay-up, after a battery is replaced, and when a loss is far beyond what is explained; but not a third time
 * where what draws sleeps through tests, as far as its readings tell.
 */
function drawTestDue(
  standing: BatteryRecord,
  outlook: ChargeForecast | null,
  morning: number,
): boolean {
  const { state, rules } = standing;
  // A block carries the draw of its whole string, and is not the place to measure it.
  if (!state.negativeOn || state.role === 'string' || state.out) return false;
  if (state.maintainerSince !== null || state.chargeSince !== null) return false;
  // Laid up again it may have got something new in the meantime.
  const before = state.drawAt === null || state.drawAt < (standing.laidUpAt ?? 0);
  const unknown = state.drawMa === null || (state.aways.length > 0 && before);
  if (rules.drawTest !== 'in-doubt' && unknown) return true;
  if (rules.drawTest === 'at-lay-up' || !outlook || !isFaster(outlook.loss)) return false;
  const tests = state.draws.filter(({ at }) => at >= (standing.laidUpAt ?? 0)).length;
  if (tests >= TESTS_TELL && chanceOfAwake(batteryEstimateOf(standing)) < TEST_TELLS_FROM)
    return false;
  return state.drawAt === null || daysSince(state.drawAt, morning) > DRAW_TEST_HOLDS_DAYS;
}

/** A reading is still true of a battery so many days later. Our own assumption. */
const READ_LATELY_DAYS = 4;

const readLately = ({ state }: BatteryRecord, morning: number): boolean =>
  state.readings.some(({ at, fed }) => !fed && daysSince(at, morning) <= READ_LATELY_DAYS);

/** Due in the round of today, or in the next one where today has none. */
function readingDue(standing: BatteryRecord, outlook: ChargeForecast | null, day: Day): boolean {
  if (!outlook || outlook.nextReadingRound <= roundOnOrAfter(standing.rules, day)) return true;
  // One taken too soon asks for another.
  const last = standing.state.readings[standing.state.readings.length - 1];
  return last !== undefined && !last.fed && !isSettled(last, standing);
}

/** States as they were in the morning: the same object each time, so that what is learnt stays. */
const mornings = new WeakMap<BatteryState, { morning: number; state: BatteryState }>();

/** The state without what was recorded since the morning: what the round was made from. */
function asOfMorning(standing: BatteryRecord, morning: number): BatteryRecord {
  const { state } = standing;
  const known = mornings.get(state);
  if (known?.morning === morning) return { ...standing, state: known.state };
  const earlier: BatteryState = {
    ...state,
    readings: state.readings.filter((reading) => reading.at < morning),
    chargeSince:
      state.chargeSince !== null && state.chargeSince >= morning ? null : state.chargeSince,
  };
  mornings.set(state, { morning, state: earlier });
  return { ...standing, state: earlier };
}

/** Rounds still to come in which a battery has something due, if each is done on its day. */
export function roundsAhead(
  standing: BatteryRecord,
  outlook: ChargeForecast | null,
  until: Day,
): Day[] {
  const { rules } = standing;
  const day = today(standing);
  const last = Math.min(until, standing.collectDay ?? until);
  const rounds = new Set<Day>();
  const add = (due: Day) => {
    const round = roundFor(rules, due, day);
    if (round > day && round <= last) rounds.add(round);
  };
  if (conditionOf(standing)) return [];
  if (standing.state.maintainerSince !== null) {
    return lampRounds(standing, day, last).filter((round) => round > day);
  }
  if (!outlook) return [...rounds];
  for (let due = outlook.nextReadingDay; due <= last; due += rules.readingDays) add(due);
  if (outlook.rechargeDay !== null) add(outlook.rechargeDay);
  return [...rounds].sort((a, b) => a - b);
}
