import { t } from '../language';
import { dayOf, shortDay } from '../day';
import { CHEMISTRIES } from '../battery/chemistries';
import { voltsOfSoc } from '../battery/state-of-charge';
import { limitMa } from '../rules/draw-limit';
import { VEHICLE_KINDS } from '../site/vehicle-kinds';
import { foreseenToCollection } from './foreseen';
import { onScale } from '../record/settled';
import { expectedLoss, isFaster, milliampsOf } from '../record/loss';
import {
  LEFT_ALONE_FROM_PCT,
  droveSince,
  fullChargeDays,
  type ChargeForecast,
} from './charge-forecast';
import { hallMean, isOld, today, type BatteryRecord } from '../record/battery-record';
import {
  chanceWords,
  figure,
  formatInstant,
  formatLoss,
  formatMilliamps,
  formatPct,
  formatTemperature,
  say,
  type Sentence,
} from '../words/words';

/** The volts that mean the recharge line, at the temperature of the scale. */
export function lineVolts(standing: BatteryRecord): number {
  const { facts, rules, temperatures } = standing;
  const at = onScale(standing, hallMean(temperatures, today(standing)));
  return voltsOfSoc({ ...at, socPct: rules.lineSocPct[facts.chemistry] });
}

export const instant = (standing: BatteryRecord, at: number) =>
  formatInstant(at, standing.timeZone, standing.rules);

/** Why it is to be full again before it meets its line. */
export function fullWhy(standing: BatteryRecord, { loss }: ChargeForecast): Sentence {
  const every = fullChargeDays(standing, loss.now.value);
  const days = figure(t`${every} days`);
  const { fullChargeRule } = CHEMISTRIES[standing.facts.chemistry];
  return every === (fullChargeRule && standing.rules[fullChargeRule])
    ? say`Your rule asks for a full charge every ${days}, which comes before the line.`
    : say`Standing part charged wears it: at its loss it wants a full charge after ${days}, which comes before the line.`;
}

/** What may come of it until collection if nobody charges it, as people say chances. */
export function chanceSentences(standing: BatteryRecord, outlook: ChargeForecast): Sentence[] {
  if (outlook.condemned || standing.collectDay === null) return [];
  const ahead = foreseenToCollection(standing);
  const under = outlook.soc.value > outlook.lineSocPct ? ahead.chanceUnder : 0;
  const parts = [
    ...(under >= MIN_CHANCE && under < MAX_CHANCE
      ? [
          say`${figure(chanceWords(under))} that it meets its line before ${figure(shortDay(standing.collectDay))}`,
        ]
      : []),
    ...(ahead.chanceFreeze >= MIN_CHANCE
      ? [say`${figure(chanceWords(ahead.chanceFreeze))} that it freezes`]
      : []),
  ];
  if (parts.length === 0) return [];
  const said = parts.flatMap((part, i) => (i === 0 ? part : [', ', ...part]));
  return [[t`If nobody charges it: `, ...said, '.']];
}

/** Smaller chances are not worth a sentence, and surer ones are said by their date. */
const MIN_CHANCE = 0.015;
const MAX_CHANCE = 0.95;

/** What the house's rules add: draw over the limit, outings, age, the cautious schools. */
export function houseSentences(standing: BatteryRecord, outlook: ChargeForecast): Sentence[] {
  const { rules, state, facts, timeZone } = standing;
  const said: Sentence[] = [];
  const limit = limitMa(standing.vehicleKind, rules);
  if (state.negativeOn && state.drawMa !== null && state.drawMa > limit) {
    said.push(
      say`Its draw of ${figure(formatMilliamps(state.drawMa))} is over your limit of ${figure(formatMilliamps(limit))}: find the circuit, or choose a plan that takes it off.`,
    );
  }
  const { anchor } = outlook;
  const counted = anchor.kind === 'reading' ? anchor.reading.at : anchor.at;
  if (droveSince(state, counted)) {
    said.push(
      say`It ran on ${figure(shortDay(dayOf(state.outingAt!, timeZone)))}: an outing counts as no charge, so read it once it has rested.`,
    );
  }
  if (isOld(standing) && rules.oldReadingDays < rules.readingDays) {
    const age =
      facts.fittedYear === null ? t`Its age is unknown, so it counts as old` : t`It is old`;
    said.push(say`${age}: read every ${figure(t`${rules.oldReadingDays} days`)} at least.`);
  }
  const rested = voltsOfSoc({ ...onScale(standing, 25), socPct: outlook.soc.value });
  // Common practice: under 12.0 V harm is under way, and built-in chargers hardly bring it back.
  const { mayRecondition, flatVoltsPerCell, family } = CHEMISTRIES[facts.chemistry];
  if (mayRecondition && rested / facts.cells < flatVoltsPerCell) {
    said.push(
      rules.recondition === 'out'
        ? say`Harm is under way: charge it slowly, rest, read. A reconditioning programme is worth one try, out of the vehicle as your rule asks; measured, not trusted.`
        : say`Harm is under way: charge it slowly, rest, read. A reconditioning programme is worth one try; your rule allows an automatic one in the vehicle. Measured, not trusted.`,
    );
  }
  if (rules.leaveAlone !== 'by-forecast' && !outlook.held) {
    const days = rules.leaveAlone === 'four-weeks' ? 28 : 14;
    said.push(
      outlook.soc.value < LEFT_ALONE_FROM_PCT
        ? say`Your rule leaves nothing alone under about ${figure('12.80 V')}: read it each round until it is full.`
        : say`Full: your rule leaves it alone for ${figure(t`${days} days`)} at most.`,
    );
  }
  if (family === 'lithium' && outlook.soc.value > rules.lithiumStorePct + 15) {
    said.push(
      say`It stands fuller than your rule’s ${figure(formatPct(rules.lithiumStorePct))} for lithium in store; it need not be charged until it is made full for collection.`,
    );
  }
  return said;
}

/** Loss a day against what is explained, and what to look for where it is not. */
export function lossSentence(standing: BatteryRecord, outlook: ChargeForecast): Sentence {
  const { loss } = outlook;
  const { state, rules } = standing;
  const expected = expectedLoss(standing);
  const celsius = hallMean(standing.temperatures, today(standing));
  const total = figure(formatLoss(loss.now.value));
  const at = figure(formatTemperature(celsius, rules));
  const bySelf =
    loss.selfNow < 0.02 && celsius < 8
      ? say`next to nothing by itself in this cold`
      : say`${figure(formatLoss(loss.selfNow))} by itself at ${at}`;
  const kind = VEHICLE_KINDS[standing.vehicleKind].label.toLowerCase();
  const milliamps = figure(formatMilliamps(milliampsOf(loss.draw.value, loss)));

  if (isFaster(loss)) {
    const explained = figure(formatLoss(loss.explained.value));
    const sure = figure(chanceWords(Math.max(...loss.findings.map(({ chance }) => chance))));
    return state.negativeOn
      ? say`Losing ${total} a day where ${explained} is explained: look for a draw of about ${milliamps} (${sure}).`
      : say`Losing ${total} a day where ${explained} is explained, with the negative off: a failing cell or a dirty case (${sure}). Clean and dry it, then read again.`;
  }
  if (!loss.heard) {
    const source = state.negativeOn
      ? expected.drawMeasured
        ? say`the measured draw of ${figure(formatMilliamps(expected.drawMa.value))}`
        : say`the usual draw of a ${kind}, ${figure(formatMilliamps(expected.drawMa.value))}`
      : say`the negative is off`;
    return [
      ...say`Counted at ${total} a day: `,
      ...source,
      ', ',
      ...bySelf,
      t`; its own readings cannot say yet.`,
    ];
  }
  if (!state.negativeOn) {
    return [
      ...say`Losing ${total} a day with the negative off: `,
      ...bySelf,
      t`. That is explained.`,
    ];
  }
  const known = expected.drawMeasured ? t`which fits the measured draw` : t`which fits a ${kind}`;
  return [...say`Losing ${total} a day: a draw of about ${milliamps}, ${known}; `, ...bySelf, '.'];
}
