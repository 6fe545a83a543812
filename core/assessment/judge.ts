import { decimal, msg, t, withWords } from '../language';
import { MS_PER_HOUR, shortDay, type Day } from '../day';
import { contextOf } from '../context/from-record';
import type { First, ReasonCode } from '../gate/acts';
import { blockedFromCharge } from '../gate/gate';
import { iceIn } from '../gate/ice';
import type { Reason } from '../gate/reasons';
import { conditionOf } from '../record/condition';
import { recordedReading } from '../logbook/kinds/reading';
import { LAMP_WORDS } from '../site/lamp';
import type { RecordedReading } from '../logbook/state';
import { chargeCourse } from '../charging/course';
import { chargerFaultsOf } from '../connections/charger-faults';
import { VEHICLE_KINDS } from '../site/vehicle-kinds';
import { doubtOf, type Doubt } from './plausible';
import { cellSentences } from '../record/cells';
import { socOfReading } from '../record/learnt';
import { isSettled, restOf } from '../record/settled';
import { chargeForecastOf, type ChargeForecast } from './charge-forecast';
import { today, type BatteryRecord } from '../record/battery-record';
import {
  LONGEST_RESERVE_DAYS,
  figure,
  formatPct,
  formatPctRange,
  formatReserve,
  formatReserveRange,
  formatVolts,
  say,
  type Sentence,
} from '../words/words';
import type { Verdict, Base } from './verdict';
import { condemned } from './verdict-condemned';
import {
  lineVolts,
  instant,
  fullWhy,
  chanceSentences,
  houseSentences,
  lossSentence,
} from './verdict-sentences';

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

export function unsettled(standing: BatteryRecord, reading: RecordedReading, base: Base): Verdict {
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
