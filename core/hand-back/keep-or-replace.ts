import { decimal, t } from '../language';
import { crankingHealthOf } from '../assessment/cranking-power';
import { READINGS_TELL_FROM, endShown, isConfirmed, type EndShown } from '../assessment/end-shown';
import { CHEMISTRIES, type ChemistryId } from '../battery/chemistries';
import { lifeLeft, type LifeLeft } from '../battery/life';
import { newPrice } from '../charging/recovery';
import { exactly, type Estimate } from '../estimate';
import { FINDING_WORDS, settleBy } from '../estimation/findings';
import { PROCEDURE_NAMES } from '../logbook/procedure-names';
import { ageYears, today, type BatteryRecord } from '../record/battery-record';
import { conditionOf } from '../record/condition';
import { usableShareOf } from '../record/loss';
import type { Rules } from '../rules/rules';
import { chanceWords, formatMoney } from '../words/words';

/** One way on with a battery, in the house’s own money. */
export interface WayOn {
  readonly way: 'keep' | 'same' | 'dearer' | 'larger';
  readonly label: string;
  readonly chemistry: ChemistryId;
  readonly capacityAh: number;
  /** Years that it is expected to last. */
  readonly years: Estimate;
  readonly price: number;
  readonly labour: number;
  /** What it costs for each of those years, with the risk of a vehicle that does not start. */
  readonly perYear: number;
}

export interface KeepOrReplace {
  /** Share of what it is rated for, of power or of capacity. */
  readonly health: Estimate;
  readonly left: LifeLeft;
  readonly ways: readonly WayOn[];
  readonly advice: 'keep' | 'test-first' | 'replace';
  /** The way that is advised. */
  readonly way: WayOn;
  /** What is bought where one is, the cheapest a year. */
  readonly fresh: WayOn;
  /** Why, in sentences. */
  readonly why: readonly string[];
}

/** From such a chance on it is kept, and under such a one replaced. Our own assumption. */
const KEEP_FROM = 0.8;
const REPLACE_UNDER = 0.5;
/** A larger one where the tray allows: so much more, and so much longer. Our own assumption. */
const LARGER = { capacity: 1.2, years: 1.1 } as const;
/** What is buried takes so much longer to reach. Our own assumption. */
const BURIED_MINUTES = 25;

const usualYears = (chemistry: ChemistryId, capsOpen: boolean) =>
  CHEMISTRIES[chemistry].lifeYears[capsOpen ? 'open' : 'sealed'];

/** Of a starter battery its cranking power, of any other what it still holds. */
function healthOf(standing: BatteryRecord): Estimate {
  if (standing.state.role === 'starter') return crankingHealthOf(standing);
  const { value, low, high } = usableShareOf(standing);
  const within = (share: number) => Math.min(1.2, Math.max(0.05, share));
  return { value: within(value), low: within(low), high: within(high) };
}

/** What is asked of one battery; see `keepOrReplace` for one of the record. */
export interface KeepQuestion {
  readonly chemistry: ChemistryId;
  readonly capacityAh: number;
  readonly capsOpen: boolean;
  /** Null where nobody knows. */
  readonly ageYears: number | null;
  /** Share of what it is rated for, of power or of capacity. */
  readonly health: Estimate;
  /** Something comes off to reach it. */
  readonly isBuried: boolean;
  /** Why it is condemned; null: it is sound. */
  readonly condemned: string | null;
  /** What its readings show of its end, likely enough to be acted on; null: nothing. */
  readonly shown: EndShown | null;
  /** Something else than the readings after one charge says so too. */
  readonly isConfirmed: boolean;
  readonly rules: Rules;
}

/** Money for the hands that change it. */
function labourOf({ isBuried, rules }: KeepQuestion): number {
  const hands = PROCEDURE_NAMES['take-out'].minutes + PROCEDURE_NAMES['put-back'].minutes;
  const minutes = hands + PROCEDURE_NAMES.reconnect.minutes + (isBuried ? BURIED_MINUTES : 0);
  return (minutes / 60) * rules.moneyPerHour;
}

function waysOn(question: KeepQuestion, left: LifeLeft): WayOn[] {
  const { chemistry, capacityAh, capsOpen, rules } = question;
  const labour = labourOf(question);
  const fresh = (
    way: WayOn['way'],
    label: string,
    kind: ChemistryId,
    ah: number,
    longer = 1,
  ): WayOn => {
    const years = longer * usualYears(kind, capsOpen);
    const price = newPrice(kind, ah, rules);
    return {
      way,
      label,
      chemistry: kind,
      capacityAh: ah,
      years: exactly(years),
      price,
      labour,
      perYear: (price + labour) / years,
    };
  };
  const { dearer, short } = CHEMISTRIES[chemistry];
  const larger = Math.round(capacityAh * LARGER.capacity);
  return [
    ...(question.condemned !== null
      ? []
      : [
          {
            way: 'keep' as const,
            label: t`Keep it`,
            chemistry,
            capacityAh,
            years: left.years,
            price: 0,
            labour: 0,
            // What it costs is the vehicle that may not start.
            perYear: (1 - left.nextSeason) * rules.moneyNotReady,
          },
        ]),
    fresh('same', t`The same again: ${short}, ${capacityAh} Ah`, chemistry, capacityAh),
    ...(dearer
      ? [
          fresh(
            'dearer',
            t`A dearer class: ${CHEMISTRIES[dearer].short}, ${capacityAh} Ah`,
            dearer,
            capacityAh,
          ),
        ]
      : []),
    fresh(
      'larger',
      t`A larger one, where the tray takes it: ${short}, ${larger} Ah`,
      chemistry,
      larger,
      LARGER.years,
    ),
  ];
}

/**
 * Whether a battery is worth keeping: the life that is left in it, what each way on costs a year, and
 * what is advised. Never in a hurry: between keeping and replacing stand bright clamps, a look at
 * the charging, and a test.
 */
export const keepOrReplace = (standing: BatteryRecord): KeepOrReplace =>
  waysWith({
    ...standing.facts,
    ageYears: ageYears(standing.facts, today(standing)),
    health: healthOf(standing),
    isBuried: standing.details.access !== '',
    condemned: conditionOf(standing)?.seen ?? null,
    shown: endShown(standing),
    isConfirmed: isConfirmed(standing),
    rules: standing.rules,
  });

/** The same of a battery of which just this is known. */
export function waysWith(question: KeepQuestion): KeepOrReplace {
  const {
    ageYears: age,
    health,
    condemned,
    shown,
    isConfirmed,
    rules,
    chemistry,
    capsOpen,
  } = question;
  const worn = lifeLeft(age, health, usualYears(chemistry, capsOpen));
  const left = withShown(worn, shown);
  const ways = waysOn(question, left);
  const cheapest = ways
    .filter(({ way }) => way !== 'keep')
    .reduce((best, one) => (one.perYear < best.perYear ? one : best));
  const pct = Math.round(100 * left.nextSeason);
  const old =
    age === null
      ? t`Its age is unknown, and it counts as five years old.`
      : t`It is ${decimal(age, 1)} years old.`;
  const shows = t`${old} It has about ${Math.round(100 * health.value)} % (${Math.round(100 * health.low)}–${Math.round(100 * health.high)} %) of what it is rated for.`;
  const through = t`${Math.min(99, Math.max(1, pct))} % that it is still good next year; ${yearsWords(left.years)} left.`;
  const buys = t`${cheapest.label}: ${formatMoney(cheapest.perYear, rules)} a year, ${formatMoney(cheapest.price + cheapest.labour, rules)} with the work.`;
  const base = { health, left, ways, fresh: cheapest };
  if (condemned !== null) {
    const why = [t`It is condemned: ${condemned}.`, buys];
    return { ...base, advice: 'replace', way: cheapest, why };
  }
  const keep = ways[0]!;
  const told = shown ? [`${FINDING_WORDS[shown.kind]} (${chanceWords(shown.chance)}).`] : [];
  const why = [shows, ...told, through, ...(shown ? [settleBy(shown.kind)] : [])];
  if (!shown && left.nextSeason >= KEEP_FROM) {
    return { ...base, advice: 'keep', way: keep, why };
  }
  const isTold = (shown?.chance ?? 0) >= READINGS_TELL_FROM;
  if (worn.nextSeason < REPLACE_UNDER || (isTold && isConfirmed)) {
    const first = t`Clean its clamps and test the charging first: do not rush.`;
    return { ...base, advice: 'replace', way: cheapest, why: [...why, first, buys] };
  }
  const decides = !isTold
    ? t`Bright clamps, the charging at idle and a load test decide: do not rush.`
    : shown?.kind === 'loses-faster-disconnected'
      ? t`On its vehicle something that wakes by itself looks the same. Confirm it first: where its negative may come off, read it then and a week later; or a hydrometer in each cell.`
      : t`So far only readings after one charge say so. Confirm it first: a load test, or a second full charge, on another charger and read with another meter where there is one.`;
  return { ...base, advice: 'test-first', way: keep, why: [...why, decides] };
}

/** The life that wear leaves, where readings may show the end of it. */
function withShown({ years, nextSeason }: LifeLeft, shown: KeepQuestion['shown']): LifeLeft {
  if (shown === null) return { years, nextSeason };
  const ends = shown.chance >= 0.5;
  return {
    years: { low: 0, value: ends ? 0 : years.value, high: years.high },
    nextSeason: nextSeason * (1 - shown.chance),
  };
}

/** `2 to 4 years`; `up to 4 years`; `less than a year`. */
export function yearsWords({ low, high }: Estimate): string {
  const from = Math.floor(low);
  const to = Math.ceil(high);
  if (to <= 1) return t`less than a year`;
  if (from === 0) return t`up to ${to} years`;
  return from === to ? t`${to} years` : t`${from} to ${to} years`;
}
