import { MS_PER_DAY } from '../day';
import { sdOf, type Estimate } from '../estimate';
import { drawPctPerDay } from '../drain/reserve';
import type { DailyLoss } from '../forecast/forecast';
import { learntDraw, learntLeak, learntLoss, learntSelfOfUsable } from '../estimation/answers';
import { ACTED_ON_FROM, SAID_FROM, findingsOf, type FindingOfRecord } from '../estimation/findings';
import type { BatteryEstimate } from '../estimation/learn';
import { expectedSelfDischarge } from '../estimation/prior';
import { usualDrawOf } from '../site/vehicle-kinds';
import { normalBelow } from '../normal';
import { batteryEstimateOf, socOfReading } from './learnt';
import { isSettled } from './settled';
import { ageYears, today, type BatteryRecord } from './battery-record';

/** What is expected of a battery before its own readings have said anything. */
export interface ExpectedLoss {
  readonly drawMa: Estimate;
  /** True where the draw was measured; else it is what such a vehicle usually draws. */
  readonly drawMeasured: boolean;
  readonly selfPctPerMonthAt20C: Estimate;
}

/** What is expected of the battery's loss: its measured draw, else the usual one of its kind. */
export function expectedLoss(standing: BatteryRecord): ExpectedLoss {
  const { facts, state, vehicleKind } = standing;
  const measured = state.drawMa;
  return {
    drawMa:
      measured === null
        ? usualDrawOf(vehicleKind, state.role, standing.vehicle)
        : { value: measured, low: measured * 0.85, high: measured * 1.15 },
    drawMeasured: measured !== null,
    selfPctPerMonthAt20C: expectedSelfDischarge(facts.chemistry, ageYears(facts, today(standing))),
  };
}

/** How a battery loses, in percent of what it can still hold. */
export interface LossAnswer {
  /** All together at present temperatures, a day. */
  readonly now: Estimate;
  /** What chemistry, age and known draw explain of it, a day. */
  readonly explained: Estimate;
  /** Of the vehicle while it is connected, whether or not it is now. */
  readonly draw: Estimate;
  /** Through a failing cell, a day. */
  readonly leak: Estimate;
  /** By itself, in 30 days at 20 °C. */
  readonly selfPctPerMonthAt20C: Estimate;
  /** By itself at present temperatures, a day. */
  readonly selfNow: number;
  /** What it can hold, ampere-hours. */
  readonly usableAh: Estimate;
  /** Its own readings have something to say: two at rest, a week apart, as it is clamped now. */
  readonly heard: boolean;
  /** What its record shows that nothing explains; the likeliest first. */
  readonly findings: readonly FindingOfRecord[];
}

/** A week is the least from which a slope in hundredths of a volt can be read. */
const MIN_SPAN_MS = 6.5 * MS_PER_DAY;

const answers = new WeakMap<BatteryEstimate, LossAnswer>();

/** The battery's loss, learnt from its record. */
export function lossOf(standing: BatteryRecord): LossAnswer {
  const learnt = batteryEstimateOf(standing);
  let answer = answers.get(learnt);
  if (!answer) answers.set(learnt, (answer = answerOf(learnt, standing)));
  return answer;
}

function answerOf(learnt: BatteryEstimate, standing: BatteryRecord): LossAnswer {
  const { state, facts } = standing;
  const { usableShare: share } = learnt;
  const since = state.connections.at(-1)?.at ?? -Infinity;
  const settled = state.readings.filter(
    (reading) => reading.at >= since && isSettled(reading, standing),
  );
  const self = learntSelfOfUsable(learnt);
  return {
    now: learntLoss(learnt),
    explained: learnt.explained,
    draw: learntDraw(learnt),
    leak: learntLeak(learnt),
    selfPctPerMonthAt20C: self,
    selfNow: (self.value / 30) * learnt.factorNow,
    usableAh: {
      value: facts.capacityAh * share.value,
      low: facts.capacityAh * share.low,
      high: facts.capacityAh * share.high,
    },
    heard: settled.length > 1 && settled.at(-1)!.at - settled[0]!.at >= MIN_SPAN_MS,
    findings: [...findingsOf(learnt, SAID_FROM), ...eyeFinding(standing)].sort(
      (a, b) => b.chance - a.chance,
    ),
  };
}

/** An eye shows green from about here on. Common practice: it sees one cell. */
const EYE_GREEN_FROM_PCT = 65;
/** An eye and a reading within so many days of each other are compared. */
const EYE_DAYS = 3;

/** An eye that shows what the meter does not, looked at about the same time. */
function eyeFinding(standing: BatteryRecord): FindingOfRecord[] {
  const { inspection, readings } = standing.state;
  const eye = inspection?.seen.answers.eye;
  if (!inspection || (eye !== 'green' && eye !== 'dark')) return [];
  const reading = readings.findLast(
    (one) => Math.abs(one.at - inspection.at) <= EYE_DAYS * MS_PER_DAY && isSettled(one, standing),
  );
  if (!reading) return [];
  const soc = socOfReading(reading, standing);
  const low = normalBelow((EYE_GREEN_FROM_PCT - soc.value) / Math.max(1, sdOf(soc)));
  const chance = eye === 'green' ? low : 1 - low;
  return chance >= ACTED_ON_FROM
    ? [{ kind: 'eye-and-meter', chance, since: inspection.at, reading: reading.id }]
    : [];
}

/** It loses faster than is explained, and likely enough so that something is to be done. */
export const isFaster = (loss: LossAnswer): boolean =>
  loss.findings.some(
    ({ kind, chance }) =>
      (kind === 'loses-faster-connected' || kind === 'loses-faster-disconnected') &&
      chance >= ACTED_ON_FROM,
  );

/** A loss as the middle of a forecast takes it; the battery's negative is on or off. */
export function dailyLoss(loss: LossAnswer, connected: boolean): DailyLoss {
  return {
    drawPctPerDay: loss.leak.value + (connected ? loss.draw.value : 0),
    selfPctPerMonthAt20C: loss.selfPctPerMonthAt20C.value,
    sdPctPerDay: sdOf(loss.now),
  };
}

/** Milliamps that a loss in percent a day stands for. */
export const milliampsOf = (pctPerDay: number, { usableAh }: Pick<LossAnswer, 'usableAh'>) =>
  pctPerDay / drawPctPerDay(1, usableAh.value);

/** What it can still hold, as a share of what it is rated for. */
export function usableShareOf(standing: BatteryRecord): Estimate {
  const { value, low, high } = lossOf(standing).usableAh;
  const { capacityAh } = standing.facts;
  return { value: value / capacityAh, low: low / capacityAh, high: high / capacityAh };
}
