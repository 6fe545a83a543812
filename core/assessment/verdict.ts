import { decimal, msg, t, withWords } from '../language';
import { MS_PER_HOUR, dayOf, shortDay, type Day } from '../day';
import type { Estimate } from '../estimate';
import { CHEMISTRIES } from '../battery/chemistries';
import { voltsOfSoc } from '../battery/state-of-charge';
import { limitMa } from '../rules/draw-limit';
import { contextOf } from '../context/from-record';
import type { First, ReasonCode } from '../gate/acts';
import { blockedFromCharge } from '../gate/gate';
import { iceIn } from '../gate/ice';
import type { Reason } from '../gate/reasons';
import { conditionOf, type Condemned } from '../record/condition';
import { recordedReading } from '../logbook/kinds/reading';
import { LAMP_WORDS } from '../logbook/fields';
import type { RecordedReading } from '../logbook/state';
import { chargeCourse } from '../charging/course';
import { chargerFaultsOf } from '../connections/charger-faults';
import { VEHICLE_KINDS } from '../site/vehicle-kinds';
import { doubtOf, type Doubt } from './plausible';
import { cellSentences } from '../record/cells';
import { foreseenToCollection } from './foreseen';
import { isSettled, onScale, restOf, socOfReading } from '../record/learnt';
import { expectedLoss, isFaster, milliampsOf } from '../record/loss';
import {
  LEFT_ALONE_FROM_PCT,
  droveSince,
  fullChargeDays,
  chargeForecastOf,
  type ChargeForecast,
} from './charge-forecast';
import { hallMean, indexOfDay, isOld, today, type BatteryRecord } from '../record/battery-record';
import {
  LONGEST_RESERVE_DAYS,
  chanceWords,
  figure,
  formatInstant,
  formatLoss,
  formatMilliamps,
  formatPct,
  formatPctRange,
  formatReserve,
  formatReserveRange,
  formatTemperature,
  formatVolts,
  say,
  type Sentence,
} from '../words/words';

export type VerdictKind =
  | 'condemned'
  | 'unread'
  | 'unsettled'
  | 'fed'
  | 'on-charge'
  | 'held'
  | 'frozen'
  | 'recharge-now'
  | 'recharge-by'
  | 'holds';

/** What a battery's record means: what to do, by when, and why. */
export interface Verdict {
  readonly kind: VerdictKind;
  readonly headline: string;
  /** Why, in sentences with the numbers and the house rule used. */
  readonly why: readonly Sentence[];
  /** Cautions that belong to what is to be done. */
  readonly cautions: readonly string[];
  /** State of charge that this very reading shows; null where there was none. */
  readonly readingSoc: Estimate | null;
  readonly outlook: ChargeForecast | null;
  /** For a reading taken too soon: the instant from which to read again. */
  readonly readAgainAt: number | null;
}

/** The volts that mean the recharge line, at the temperature of the scale. */
export function lineVolts(standing: BatteryRecord): number {
  const { facts, rules, temperatures } = standing;
  const at = onScale(standing, hallMean(temperatures, today(standing)));
  return voltsOfSoc({ ...at, socPct: rules.lineSocPct[facts.chemistry] });
}

/** What is said of a reading that is about to be recorded. */
export interface TypedReading {
  readonly volts: number;
  readonly celsius?: number | null;
  readonly restedHours?: number | null;
  readonly at?: number;
}

/** The reading as it would stand in the record. */
export const typedReading = (
  { state, now }: BatteryRecord,
  { volts, celsius = null, restedHours = null, at = now }: TypedReading,
): RecordedReading =>
  recordedReading(state, { id: '', at, data: { volts, celsius, restedHours, confirmed: false } });

/**
 * The verdict on a reading that is about to be recorded: first what is odd about it, then what
 * it means together with the record. `standing` is without it, and `outlook` what was foreseen of
 * it, where that is known: it spares learning it again. A doubted reading has a verdict
 * all the same, for the case that it is confirmed.
 */
export function judgeReading(
  standing: BatteryRecord,
  typed: TypedReading,
  outlook: ChargeForecast | null = null,
): { doubt: Doubt | null; verdict: Verdict } {
  const { state } = standing;
  const reading = typedReading(standing, typed);
  const doubt = doubtOf(reading, standing, outlook);
  const withIt = { ...standing, state: { ...state, readings: [...state.readings, reading] } };
  return { doubt, verdict: judge(withIt, reading) };
}

/** The verdict on a battery as its record stands. */
export function judge(standing: BatteryRecord, reading: RecordedReading | null = null): Verdict {
  const outlook = chargeForecastOf(standing);
  const readingSoc = reading && socOfReading(reading, standing);
  const base = { outlook, readingSoc, readAgainAt: null, cautions: [] as string[] };

  const finding = conditionOf(standing);
  if (finding) return condemned(standing, finding, base);
  if (standing.state.awaySince !== null) {
    return {
      ...base,
      kind: 'unread',
      headline: t`With its owner`,
      why: [say`Nobody knows what the road does to it: read it at rest when it is back.`],
    };
  }
  if (reading && !isSettled(reading, standing)) return unsettled(standing, reading, base);
  if (!outlook) {
    return {
      ...base,
      kind: 'unread',
      headline: t`Not read yet`,
      why: [
        say`No resting voltage and no full charge is in the logbook: read it in the next round.`,
      ],
    };
  }
  if (outlook.onCharge) {
    return { ...base, ...onCharge(standing, outlook) };
  }
  const watch = chargerFaultsOf(standing, outlook);
  if (outlook.held) {
    const lamp = standing.state.lamp;
    return {
      ...base,
      kind: 'held',
      headline: t`Held by its maintainer`,
      why: [
        lamp
          ? standing.rules.lampDays === 1
            ? say`The lamp said ${LAMP_WORDS[lamp.state]} on ${figure(instant(standing, lamp.at))}; it is looked at in each round.`
            : say`The lamp said ${LAMP_WORDS[lamp.state]} on ${figure(instant(standing, lamp.at))}; it is looked at every ${figure(t`${standing.rules.lampDays} days`)} at least.`
          : say`Its lamp has not been looked at yet.`,
        ...watch.map(({ headline, why }) => say`${headline}. ${why}`),
        ...(standing.rules.maintainerCycle === 'monthly'
          ? [
              say`Once a month, by your rule: mains off from one round to the next, then on again, and see it come back to holding.`,
            ]
          : []),
      ],
    };
  }
  const verdict = standingVerdict(standing, outlook, base);
  // A maintainer that does not feed it: first what is wrong there, then what follows.
  return watch.length === 0
    ? verdict
    : {
        ...verdict,
        why: [...watch.map((one) => say`${one.headline}. ${one.why}`), ...verdict.why],
      };
}

/** Where its charge should be by now. */
function onCharge(
  standing: BatteryRecord,
  outlook: ChargeForecast,
): Pick<Verdict, 'kind' | 'headline' | 'why'> {
  const { state, now } = standing;
  const since = state.chargeSince!;
  const course = chargeCourse(state.hook, since, now);
  const finish =
    course.finishAt === null
      ? []
      : [
          course.finishAt > now
            ? say`Foreseen full ${figure(instant(standing, course.finishAt))}.`
            : say`It should be full since ${figure(instant(standing, course.finishAt))}.`,
        ];
  return {
    kind: 'on-charge',
    headline: t`On charge`,
    why: [
      say`Since ${figure(instant(standing, since))}.`,
      ...(state.lamp?.state === 'holding'
        ? [say`Its lamp says that it holds: take it off.`]
        : finish),
      ...chargerFaultsOf(standing, outlook).map((one) => say`${one.headline}. ${one.why}`),
    ],
  };
}

/**
 * The day by which a condemned battery must be out of its hall: the night before the first one
 * at or under 0 °C, since it is not charged any more and its acid thins to water. Null where no
 * frost is foreseen within a year.
 */
export function outBeforeFrost(standing: BatteryRecord): Day | null {
  const { temperatures } = standing;
  const from = indexOfDay(temperatures, today(standing));
  const nights = temperatures.low.subarray(from, from + LONGEST_RESERVE_DAYS);
  const first = nights.findIndex((celsius) => celsius <= 0);
  return first < 0 ? null : today(standing) + Math.max(0, first - 1);
}

function condemned(standing: BatteryRecord, finding: Condemned, base: Base): Verdict {
  const by = outBeforeFrost(standing);
  const day = today(standing);
  return {
    ...base,
    kind: 'condemned',
    headline: t`Replace it, never charge it`,
    why: [
      say`${finding.id === 'spent' ? t`Judged` : t`Inspected`} on ${figure(shortDay(dayOf(finding.at, standing.timeZone), day))}: ${finding.seen}.`,
      by === null
        ? say`No frost is foreseen where it stands; take it out all the same.`
        : by <= day
          ? say`Out of ${standing.hallName} ${figure(t`today`)}: uncharged it freezes and spills, and the next night may bring frost.`
          : say`Out of ${standing.hallName} by ${figure(shortDay(by, day))}: uncharged it freezes and spills.`,
    ],
    cautions: [finding.todo],
  };
}

type Base = Pick<Verdict, 'outlook' | 'readingSoc' | 'readAgainAt'> & { cautions: string[] };

const instant = (standing: BatteryRecord, at: number) =>
  formatInstant(at, standing.timeZone, standing.rules);

function unsettled(standing: BatteryRecord, reading: RecordedReading, base: Base): Verdict {
  const { rules } = standing;
  const soc = base.readingSoc!;
  const range = formatPctRange(soc);
  if (reading.fed) {
    return {
      ...base,
      kind: 'fed',
      headline: t`Not a resting voltage`,
      why: [
        say`A charger or maintainer is on, so ${figure(formatVolts(reading.volts))} is its voltage and not the battery's. The reading is kept and marked; it does not count for the next date.`,
      ],
    };
  }
  const rested = restOf(reading, standing);
  const again = reading.at + (rules.restHours - rested) * MS_PER_HOUR;
  return {
    ...base,
    kind: 'unsettled',
    headline: t`Read again from ${instant(standing, again)}`,
    readAgainAt: again,
    why: [
      say`Rested ${figure(`${decimal(rested, 1)} h`)} of the ${figure(`${rules.restHours} h`)} that your rule asks: surface charge still reads high, so the truth may be anywhere in ${figure(range)}.`,
      say`The reading is kept and marked; it does not restart the clock.`,
    ],
  };
}

function standingVerdict(standing: BatteryRecord, outlook: ChargeForecast, base: Base): Verdict {
  const day = today(standing);
  const why: Sentence[] = [];
  const { rules } = standing;
  const line = formatVolts(lineVolts(standing));
  const soc = formatPct(outlook.soc.value);
  const under = outlook.soc.value <= outlook.lineSocPct;
  const range = formatReserveRange(outlook.reserve);
  const reserve = formatReserve(outlook.reserve.value);

  if (under && outlook.soc.value < 0) {
    why.push(
      outlook.soc.high < 0
        ? say`Empty, and emptied further, under your line of ${figure(formatPct(outlook.lineSocPct))}, ${figure(line)} at this temperature.`
        : say`Most likely empty, at best ${figure(formatPct(outlook.soc.high))}; your line is ${figure(formatPct(outlook.lineSocPct))}, ${figure(line)} at this temperature.`,
    );
  } else if (under) {
    why.push(
      say`At ${figure(soc)} (${figure(formatPctRange(outlook.soc))}), under your line of ${figure(formatPct(outlook.lineSocPct))}, ${figure(line)} at this temperature.`,
    );
  } else if (outlook.reserve.value > LONGEST_RESERVE_DAYS) {
    why.push(
      say`At ${figure(soc)}. Stays over your ${figure(line)} line for more than a year (at the least ${figure(t`${formatReserve(outlook.reserve.low)} days`)}).`,
    );
  } else {
    why.push(
      say`At ${figure(soc)}. Meets your ${figure(line)} line in about ${figure(t`${reserve} days`)} (likely ${figure(range)}).`,
    );
  }
  if (outlook.soc.value < 0) {
    why.push(say`Over-discharged: it gave more than its capacity, and its acid is nearly water.`);
  }
  why.push(lossSentence(standing, outlook));
  if (outlook.rechargeWhy === 'interval' && !under) {
    why.push(fullWhy(standing, outlook));
  }
  if (outlook.confirms) {
    why.push(
      say`So far readings after one charge alone show the end of it. A second full charge, on another charger where there is one, and a reading at rest after it decide.`,
    );
  }
  why.push(...chanceSentences(standing, outlook));
  why.push(...houseSentences(standing, outlook));
  why.push(...cellSentences(standing));

  const context = contextOf(standing, outlook);
  const blocked = blockedFromCharge(context);
  const ice = iceIn(context);
  if (ice && !ice.inDoubt) {
    why.push(...blocked.filter(({ code }) => ICY.includes(code)).map(({ words }) => [words]));
    return {
      ...base,
      kind: 'frozen',
      headline: ice.certain ? t`Frozen: thaw it first` : t`May be frozen: thaw it first`,
      why,
      cautions: [
        t`Never charge a frozen battery. Bring it in, let it thaw, look for splits and swollen walls, then decide.`,
      ],
    };
  }
  if (outlook.frost) {
    const when = figure(shortDay(outlook.frost.day));
    why.push(
      outlook.frost.kelvin > 0
        ? say`It could freeze: around ${when} a night may come within ${figure(`${Math.ceil(outlook.frost.kelvin)} K`)} of its freezing point.`
        : say`It could freeze: around ${when} a night may be colder than its freezing point.`,
    );
    if (rules.insulation === 'fit') {
      why.push(
        say`Fit its insulation, as your rule asks: it rides out one short cold night, not a cold week.`,
      );
    }
  }
  const cautions: string[] = [];
  const kindCaution = VEHICLE_KINDS[standing.vehicleKind].caution;
  if (kindCaution) cautions.push(kindCaution);
  cautions.push(...blocked.map(({ words }) => words));
  const done = { ...base, why, cautions };
  const headlineNow = blocked[0] ? blockedHeadline(blocked[0]) : t`Recharge today`;
  if (under) {
    return { ...done, kind: 'recharge-now', headline: headlineNow };
  }
  if (outlook.rechargeRound !== null) {
    const when: Day = outlook.rechargeRound;
    return when <= day
      ? { ...done, kind: 'recharge-now', headline: headlineNow }
      : { ...done, kind: 'recharge-by', headline: t`Recharge by ${shortDay(when, day)}` };
  }
  return {
    ...done,
    kind: 'holds',
    headline:
      standing.collectDay === null
        ? t`Holds`
        : t`Holds until collection, ${shortDay(standing.collectDay, day)}`,
  };
}

/** Why it is to be full again before it meets its line. */
function fullWhy(standing: BatteryRecord, { loss }: ChargeForecast): Sentence {
  const every = fullChargeDays(standing, loss.now.value);
  const days = figure(t`${every} days`);
  const { fullChargeRule } = CHEMISTRIES[standing.facts.chemistry];
  return every === (fullChargeRule && standing.rules[fullChargeRule])
    ? say`Your rule asks for a full charge every ${days}, which comes before the line.`
    : say`Standing part charged wears it: at its loss it wants a full charge after ${days}, which comes before the line.`;
}

/** What may come of it until collection if nobody charges it, as people say chances. */
function chanceSentences(standing: BatteryRecord, outlook: ChargeForecast): Sentence[] {
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

/** What speaks of ice. */
const ICY: readonly ReasonCode[] = ['frozen', 'may-be-frozen', 'thaw-first'];

/** What is said in place of `Recharge today` where something comes first. */
const blockedHeadline = ({ first }: Reason) =>
  t`${BLOCKED_BY[first[0] ?? 'inspect'] ?? t`Mend it`} first, then recharge`;
const BLOCKED_BY: Partial<Readonly<Record<First, string>>> = withWords({
  'top-up': msg`Water`,
  inspect: msg`Mend it`,
  thaw: msg`Thaw it`,
  warm: msg`Warm it`,
  read: msg`Read it`,
  air: msg`Air the hall`,
});

/** What the house's rules add: draw over the limit, outings, age, the cautious schools. */
function houseSentences(standing: BatteryRecord, outlook: ChargeForecast): Sentence[] {
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
function lossSentence(standing: BatteryRecord, outlook: ChargeForecast): Sentence {
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

/** One line on what is peculiar to a reading of this chemistry, or null. */
export const readingNote = (standing: BatteryRecord) =>
  CHEMISTRIES[standing.facts.chemistry].readingNote;
