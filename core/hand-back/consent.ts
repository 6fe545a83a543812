import { t } from '../language';
import { outBeforeFrost } from '../assessment/verdict-condemned';
import { dayName, dayOf, shortDay, toDay, type Day } from '../day';
import { conditionOf } from '../record/condition';
import { today, type BatteryRecord } from '../record/battery-record';
import type { Rules } from '../rules/rules';
import type { Terms } from '../stay/vehicle-facts';
import { formatMoney } from '../words/words';
import { keepOrReplace, type KeepOrReplace, type WayOn } from './keep-or-replace';

/** An owner is asked so long before the day: to answer, to buy, to charge, to fit. Our own choice. */
const ASK_AHEAD_DAYS = 14;
/** So long an answer is waited for, where there is time. Our own choice. */
const ANSWER_DAYS = 7;
/** Between the answer and the day, to buy it and fit it. Our own choice. */
const FIT_DAYS = 3;

/** How it stands between house and owner about another battery. */
export interface Consent {
  readonly stands: 'agreed' | 'ask' | 'asked' | 'yes' | 'no';
  /** It may be bought. */
  readonly may: boolean;
  readonly say: string;
  /** By when the owner is asked, or has answered; null: nothing is waited for. */
  readonly by: Day | null;
}

/** Whether a battery is kept or replaced, with what follows: one answer wherever it is asked for. */
export interface Replacing {
  readonly life: KeepOrReplace;
  /** It is at its end: another one is wanted. */
  readonly wanted: boolean;
  /** About buying another one, wanted or not. */
  readonly consent: Consent;
  /** What is written where its owner is asked today. */
  readonly ask: { readonly answerBy: string; readonly price: number };
  /** The last day on which it leaves its hall before frost splits it; null: it is not condemned. */
  readonly outBy: Day | null;
}

const settled = (stands: Consent['stands'], may: boolean, say: string): Consent => ({
  ...{ stands, may, say, by: null },
});

/**
 * Whether a purchase may be made, by what was agreed for the stay: without asking, up to a price, or
 * never. Where it may not, the sentence says what the owner is asked.
 */
export function agreedFor(
  way: Pick<WayOn, 'price' | 'labour'>,
  { consent, priceLimit }: Pick<Terms, 'consent' | 'priceLimit'>,
  money: Pick<Rules, 'currency'>,
): Consent {
  const sum = way.price + way.labour;
  const price = formatMoney(sum, money);
  if (consent === 'never')
    return settled(
      'ask',
      false,
      t`Its owner replaces it: tell them what is needed, about ${price}.`,
    );
  if (consent !== 'up-to' || priceLimit === null)
    return settled('ask', false, t`Ask its owner first: about ${price}.`);
  const limit = formatMoney(priceLimit, money);
  return sum <= priceLimit
    ? settled('agreed', true, t`${price} is within the ${limit} agreed.`)
    : settled('ask', false, t`${price} is over the ${limit} agreed: ask its owner first.`);
}

/** By when its owner is asked: in time before they come, and before frost where it must leave. */
function askBy(standing: BatteryRecord, outBy: Day | null): Day {
  const { collectDay } = standing;
  const now = today(standing);
  // One that must start at any time is not waited with.
  const inTime = collectDay === null ? now : collectDay - ASK_AHEAD_DAYS;
  return Math.max(now, Math.min(inTime, outBy ?? Infinity));
}

/** A day for the answer that leaves time to buy and fit it: what is offered where one asks today. */
function answerWanted(standing: BatteryRecord): Day {
  const { collectDay } = standing;
  const now = today(standing);
  const inTime = collectDay === null ? Infinity : collectDay - FIT_DAYS;
  return Math.max(now + 1, Math.min(now + ANSWER_DAYS, inTime));
}

/** What an owner said, or has not said yet. */
function consentOf(
  standing: BatteryRecord,
  way: WayOn,
  terms: Pick<Terms, 'consent' | 'priceLimit'>,
  outBy: Day | null,
): Consent {
  const { state, rules, timeZone } = standing;
  const agreed = agreedFor(way, terms, rules);
  if (agreed.stands !== 'ask') return agreed;
  const { question } = state;
  const now = today(standing);
  const on = (at: number) => shortDay(dayOf(at, timeZone), now);
  if (!question) return { ...agreed, by: askBy(standing, outBy) };
  const { answer } = question;
  const asked = formatMoney(question.price, rules);
  if (!answer) {
    const by = toDay(question.answerBy);
    const over = by < now ? t`, which is over: ask once more` : '';
    return {
      ...{ stands: 'asked', may: false, by },
      say: t`Its owner was asked on ${on(question.at)} about ${asked}; an answer is wanted by ${shortDay(by, now)}${over}.`,
    };
  }
  const said = answer.said ? ` “${answer.said}”` : '';
  if (!answer.yes) {
    return settled(
      'no',
      false,
      t`Its owner said no on ${on(answer.at)}.${said} Nothing is bought.`,
    );
  }
  const sum = way.price + way.labour;
  // A yes holds for what was asked, and a little more: prices are the house’s own estimate.
  return sum <= question.price * MORE_THAN_ASKED
    ? settled('yes', true, t`Its owner said yes on ${on(answer.at)}, to about ${asked}.${said}`)
    : {
        ...{ stands: 'ask', may: false, by: askBy(standing, outBy) },
        say: t`Its owner said yes to ${asked}; it comes to ${formatMoney(sum, rules)} by now: ask once more.`,
      };
}

/** A yes to a price holds for one so much higher. Our own choice. */
const MORE_THAN_ASKED = 1.1;

/**
 * Whether a battery is kept or replaced, what its owner has to say to it and by when, and by which
 * day a condemned one is out of its hall.
 */
export function replacingOf(
  standing: BatteryRecord,
  terms: Pick<Terms, 'consent' | 'priceLimit'>,
): Replacing {
  const life = keepOrReplace(standing);
  const outBy = conditionOf(standing) ? outBeforeFrost(standing) : null;
  const { fresh } = life;
  return {
    life,
    wanted: life.advice === 'replace',
    consent: consentOf(standing, fresh, terms, outBy),
    ask: {
      answerBy: dayName(answerWanted(standing)),
      price: Math.round(100 * (fresh.price + fresh.labour)) / 100,
    },
    outBy,
  };
}
