import { t } from '../language';
import { CHEMISTRIES, batteriesOf12V } from '../battery/chemistries';
import { LOAD_TEST_FROM_PCT } from '../battery/load-test';
import { THAW_CELSIUS, thawHours, type Cold } from '../battery/thaw';
import { acceptanceOf, hoursToFull } from '../charging/charge';
import { hasLiquid } from '../charging/water';
import {
  blocksCharged,
  chargedWhole,
  hasOwnSocket,
  isBlock,
  isConnected,
  type BatteryContext,
  type ChargerOffer,
} from '../context/battery-context';
import { MS_PER_HOUR } from '../day';
import { formatInstant, formatPct, formatTemperature, formatVolts } from '../words/words';
import { ACTS, type Act, type First, type ReasonCode } from './acts';
import { celsiusNow, coldOf, iceIn } from './ice';

/** Why something may not be done, and what comes first. */
export interface Reason {
  readonly code: ReasonCode;
  /** A whole sentence. */
  readonly words: string;
  readonly first: readonly First[];
}

/** One law: the acts that it bears on, and what it says of them. */
interface Law {
  readonly acts: readonly Act[];
  /** It is about the charger that is offered, and not about the battery. */
  readonly ofCharger?: true;
  readonly says: (context: BatteryContext, act: Act) => Reason | readonly Reason[] | null;
}

/** An age that nobody knows counts as this. Our own choice. */
export const UNKNOWN_AGE_YEARS = 5;
/** A figure that is written with one digit more or less. */
const FIGURE_VOLTS = 0.05;
/** A charger must give so much more than the vehicle draws. Our own assumption. */
const DRAW_MARGIN = 1.5;

const CHARGES: readonly Act[] = ['charge', 'maintain'];
const reason = (code: ReasonCode, words: string, ...first: First[]): Reason => ({
  code,
  words,
  first,
});

/** A lithium battery of 12.8 V counts as one of 12 V. */
export const nominal = (volts: number) => Math.round(volts / 2) * 2;
export const figureAmps = (amps: number) =>
  amps < 1 ? t`${Math.round(amps * 1000)} mA` : t`${Number(amps.toFixed(1))} A`;

/** `it has been −8 °C at its place (assumed …)`. */
function coldWords(context: BatteryContext, cold: Cold): string {
  const { coldest } = cold;
  const celsius = formatTemperature(coldest.value, context.rules);
  return coldest.measured
    ? t`${context.hallName} has been down to ${celsius}`
    : t`${context.hallName} may have been down to ${celsius}, by its climate: no thermometer was read there`;
}

function icyReasons(context: BatteryContext): Reason[] {
  const ice = iceIn(context);
  if (!ice) return [];
  const { rules, facts } = context;
  const at = formatTemperature(ice.freezingCelsius, rules);
  const warm = formatTemperature(THAW_CELSIUS, rules);
  const hours = thawHours(facts.capacityAh);
  const thaw = t`Thaw it first: ${hours} h without a break at ${warm} or more, or its case itself measured at ${warm}; then look for splits.`;
  if (ice.certain) {
    return [
      reason(
        'frozen',
        t`It is frozen, as far as anybody can tell: at this charge it freezes near ${at}, and ${coldWords(context, ice.cold)}. Never charge, load or jump a frozen battery. ${thaw}`,
        'thaw',
        'inspect',
      ),
    ];
  }
  const may = reason(
    'may-be-frozen',
    context.soc === null
      ? t`It may be frozen: nobody knows its charge, flat it freezes near ${at}, and ${coldWords(context, ice.cold)}.`
      : t`It may be frozen: ${ice.inDoubt ? t`as low as it may be` : t`at this charge`} it freezes near ${at}, and ${coldWords(context, ice.cold)}.`,
    ...((ice.inDoubt || context.soc === null ? ['read', 'thaw'] : ['thaw', 'inspect']) as First[]),
  );
  return ice.thawing ? [may, reason('thaw-first', thaw, 'thaw', 'inspect')] : [may];
}

/** How it takes its charge where it stands now; of unknown age as an old one. */
export const acceptanceIn = (context: BatteryContext) =>
  acceptanceOf(context.facts.chemistry, celsiusNow(context), context.ageYears ?? UNKNOWN_AGE_YEARS);

/** Hours until full, from what is known; an unread one from flat. Null: never. */
export function hoursOffered(context: BatteryContext): number | null {
  const { charger } = context;
  if (!charger?.amps) return null;
  const hours = hoursToFull(
    acceptanceIn(context),
    context.capacityAh,
    context.soc?.value ?? 0,
    charger.amps - context.drawAmps,
  );
  return Number.isFinite(hours) ? hours : null;
}

/** Volts at its own posts that a programme may go to; the maker's figure wins, within reason. */
export function mostVoltsOf({ facts, details }: Pick<BatteryContext, 'facts' | 'details'>): number {
  const { mostVolts, makersMostVolts } = CHEMISTRIES[facts.chemistry];
  const scale = batteriesOf12V(facts);
  const { makerAbsorptionVolts: maker } = details;
  return maker === null
    ? mostVolts * scale
    : Math.min(maker + FIGURE_VOLTS, makersMostVolts * scale);
}

const inWords = (context: BatteryContext) => CHEMISTRIES[context.facts.chemistry].inWords;

/** Amps at most: the maker's figure, else a share of the capacity. */
export const mostAmpsOf = ({ facts, details }: Pick<BatteryContext, 'facts' | 'details'>) =>
  details.makerMaxAmps ?? CHEMISTRIES[facts.chemistry].mostRate * facts.capacityAh;

/** What the charger itself has against it; each asks whether it suits this battery. */
function chargerReasons(context: BatteryContext, act: Act): Reason[] {
  const { charger } = context;
  if (!charger) {
    return [reason('no-charger', t`No charger is named for it: say which one it is to hang on.`)];
  }
  return SUITS.flatMap((law) => law(context, charger, act) ?? []);
}

type ChargerLaw = (
  context: BatteryContext,
  charger: ChargerOffer,
  act: Act,
) => Reason | readonly Reason[] | null;

const SUITS: readonly ChargerLaw[] = [
  (context, charger) => {
    if (charger.nominalVolts === null) return null;
    const own = nominal(context.facts.nominalVolts);
    const whole = own * (context.block?.of ?? 1);
    const offered = nominal(charger.nominalVolts);
    if (offered === (chargedWhole(context) ? whole : own)) return null;
    const wrong = reason(
      'wrong-voltage',
      t`It is set for ${offered} V, and the battery has ${own} V: a wrong voltage ruins it, and may burst it.`,
    );
    if (!isBlock(context)) return wrong;
    const asWhole = reason(
      'string-as-whole',
      t`It is one of ${context.block!.of} blocks: the string is charged whole at ${whole} V by its own charger, or this block alone by one of ${own} V; this one gives ${offered} V.`,
    );
    return context.out ? [asWhole, wrong] : asWhole;
  },
  (context, { chemistries, programme }) =>
    chemistries === null || chemistries.includes(context.facts.chemistry)
      ? null
      : reason(
          'wrong-chemistry',
          CHEMISTRIES[context.facts.chemistry].family === 'lithium'
            ? t`${programme ? t`Its ${programme} programme` : t`It`} is for lead-acid: never for lithium.`
            : t`${programme ? t`Its ${programme} programme` : t`It`} is not for ${inWords(context)}.`,
        ),
  (context, charger) => {
    const { absorptionVolts } = charger;
    // A manual one has no limit at all: it is looked in on instead.
    if (absorptionVolts === null || !charger.stopsByItself) return null;
    const volts = nominal(context.facts.nominalVolts) * blocksCharged(context);
    // Set for other volts, that alone is said.
    if (charger.nominalVolts !== null && nominal(charger.nominalVolts) !== volts) return null;
    const most = mostVoltsOf(context) * blocksCharged(context);
    return absorptionVolts <= most + 1e-9
      ? null
      : reason(
          'wrong-chemistry',
          t`It goes to ${formatVolts(absorptionVolts)}, and ${context.details.makerAbsorptionVolts === null ? inWords(context) : t`this battery, by its maker,`} takes ${formatVolts(most)} at most: beyond that ${CHEMISTRIES[context.facts.chemistry].overVolts}.`,
        );
  },
  (context, charger) =>
    charger.stopsByItself || CHEMISTRIES[context.facts.chemistry].takesManual
      ? null
      : reason(
          'wrong-chemistry',
          t`It does not stop by itself, and that ruins ${inWords(context)}.`,
        ),
  (context, { amps }) => {
    const most = mostAmpsOf(context);
    return amps !== null && amps > most + 1e-9
      ? reason(
          'too-much-current',
          t`${figureAmps(amps)} is too strong for ${context.facts.capacityAh} Ah: ${figureAmps(most)} at most${context.details.makerMaxAmps === null ? '' : t`, by its maker`}.`,
        )
      : null;
  },
  ({ drawAmps }, { amps }) =>
    amps !== null && amps < DRAW_MARGIN * drawAmps
      ? reason(
          'too-weak',
          t`${figureAmps(amps)} is too weak: the vehicle draws ${figureAmps(drawAmps)}.`,
          'disconnect',
        )
      : null,
  (context, { leastStartVolts }) => {
    const { volts } = context;
    if (leastStartVolts === null || volts === null) return null;
    const shows = volts * blocksCharged(context);
    return shows < leastStartVolts
      ? reason(
          'under-start-volts',
          t`It does not begin under ${formatVolts(leastStartVolts)}, and this one shows ${formatVolts(shows)}: another charger, or its recovery by hand.`,
        )
      : null;
  },
  (context, charger, act) => {
    if (act === 'maintain') {
      if (charger.stopsByItself && charger.mayStay) return null;
      return reason(
        'unattended',
        charger.stopsByItself
          ? t`It may not stay on for the season: that takes a maintainer.`
          : t`It does not stop by itself: it never stays on alone.`,
      );
    }
    if (charger.stopsByItself) return null;
    const hours = hoursOffered(context);
    const { attendedUntil, now, timeZone, rules } = context;
    if (attendedUntil === null || attendedUntil <= now) {
      return reason(
        'unattended',
        t`It does not stop by itself, and nobody stays with it: begin when somebody can look in every couple of hours until it is full.`,
      );
    }
    if (hours !== null && now + hours * MS_PER_HOUR <= attendedUntil) return null;
    return reason(
      'unattended',
      t`It does not stop by itself, and would not be full before ${formatInstant(attendedUntil, timeZone, rules)}, when nobody is left to look in.`,
    );
  },
  (context, charger) => {
    if (!hasOwnSocket(context) || context.out) return null;
    if (charger.kind === 'on-board' && context.earthedLeadOn && !context.isolatorOpen) return null;
    if (charger.kind === 'string' && !context.isolatorOpen) return null;
    return reason(
      'no-charger',
      t`Its own charger is not joined to it while its lead is off or its isolator open: nothing would be charged.`,
      'reconnect',
    );
  },
  (context, charger) =>
    charger.kind === 'on-board' && context.out
      ? reason(
          'no-charger',
          t`It stands on the bench: the vehicle’s own charger does not reach it.`,
        )
      : null,
];

/** Never at or under freezing, now, since it was last warm through, and until the charge is done. */
function lithiumReason(context: BatteryContext, act: Act): Reason | null {
  const usual = CHEMISTRIES[context.facts.chemistry].leastChargeCelsius;
  if (usual === null) return null;
  const least = context.details.makerLeastCelsius ?? usual;
  const { now, rules } = context;
  const limit = formatTemperature(least, rules);
  const cold = coldOf(context);
  if (cold && cold.coldest.value <= least) {
    const still = cold.latest.value <= least;
    return reason(
      'too-cold-for-lithium',
      t`Lithium is never charged at or below ${limit}: ${coldWords(context, cold)}${still ? '' : t`, and its cells are not through yet: ${thawHours(context.facts.capacityAh)} h at ${formatTemperature(THAW_CELSIUS, rules)} or more`}.`,
      'warm',
    );
  }
  // Without a charger nobody asks yet how long it would take.
  const hours = !context.charger
    ? 0
    : act === 'maintain'
      ? Infinity
      : (hoursOffered(context) ?? Infinity);
  const night = context.celsius
    .filter(({ at, value }) => at > now && at <= now + hours * MS_PER_HOUR && value <= least)
    .sort((a, b) => a.at - b.at)[0];
  return night
    ? reason(
        'too-cold-for-lithium',
        t`Lithium is never charged at or below ${limit}, and before it is done ${formatTemperature(night.value, rules)} is foreseen (${formatInstant(night.at, context.timeZone, rules)}).`,
        'warm',
      )
    : null;
}

/** For all of them a hand goes to the battery, but for taking off what hangs on it. */
const TOUCHES_BATTERY: readonly Act[] = ACTS.filter((act) => act !== 'take-off-charge');

/** Every law; to add one is to add a record. What weighs most comes first. */
export const LAWS: readonly Law[] = [
  {
    acts: [
      'charge',
      'maintain',
      'top-up',
      'reconnect',
      'fit',
      'crank',
      'load-test',
      'draw-test',
      'jump',
    ],
    says: ({ condition, conditionSeen }) =>
      condition === 'sound'
        ? null
        : reason(
            'condemned',
            condition === 'spent'
              ? t`It is spent (${conditionSeen ?? t`it did not come back`}): never charge or use it again. Take it off, replace it, and have it out before frost.`
              : t`It is condemned: ${conditionSeen ?? t`it is ${condition}`}. Never charge or use it again: isolate it, bag it, replace it, and have it out before frost.`,
            'disconnect',
            'take-out',
          ),
  },
  {
    acts: ['charge', 'maintain', 'crank', 'load-test', 'jump'],
    says: icyReasons,
  },
  {
    acts: TOUCHES_BATTERY,
    says: ({ charging }) =>
      charging === 'none'
        ? null
        : reason(
            'on-charge',
            t`A ${charging} hangs on it: mains off and lamps out, its clamps off, before anything else is done.`,
            'take-off-charge',
          ),
  },
  { acts: CHARGES, says: lithiumReason },
  {
    acts: ['charge', 'maintain', 'load-test', 'jump'],
    says: ({ platesShow }) =>
      platesShow
        ? reason(
            'plates-show',
            t`Plates show in a cell: cover them with distilled or demineralised water first; bare, they spoil, and the gas above them burns.`,
            'top-up',
          )
        : null,
  },
  {
    acts: CHARGES,
    says: ({ mendFirst }) =>
      mendFirst === null
        ? null
        : reason('mend-first', t`First see to this: ${mendFirst}.`, 'inspect'),
  },
  { acts: CHARGES, ofCharger: true, says: chargerReasons },
  {
    acts: CHARGES,
    says: ({ aired, facts, hallName }) =>
      aired === false && CHEMISTRIES[facts.chemistry].family === 'lead-acid'
        ? reason(
            'ventilation',
            t`There is too little air in ${hallName} for one more on charge: open it up first, and note its opening. No flame, no spark.`,
            'air',
          )
        : null,
  },
  {
    acts: ['maintain'],
    says: ({ soc, facts, rules }) => {
      const line = rules.lineSocPct[facts.chemistry];
      return soc !== null && soc.value <= line
        ? reason(
            'not-charged-enough',
            t`At ${formatPct(Math.max(0, soc.value))} it is under your line of ${formatPct(line)}, and a maintainer is no recovery: charge it first.`,
            'charge',
          )
        : null;
    },
  },
  {
    acts: ['load-test'],
    says: ({ facts, soc, restedHours, rules }) => {
      if (CHEMISTRIES[facts.chemistry].family !== 'lead-acid') {
        return reason(
          'wrong-chemistry',
          t`This load test is one of lead-acid: its figures say nothing of lithium.`,
        );
      }
      if (soc === null) {
        return reason(
          'not-charged-enough',
          t`Nobody knows its charge: the load test says something only from ${LOAD_TEST_FROM_PCT} % on.`,
          'read',
        );
      }
      if (soc.value < LOAD_TEST_FROM_PCT) {
        return reason(
          'not-charged-enough',
          t`At ${formatPct(Math.max(0, soc.value))} every battery sags: the load test says something only from ${LOAD_TEST_FROM_PCT} % on.`,
          'charge',
        );
      }
      return restedHours !== null && restedHours < rules.restHours
        ? reason(
            'not-charged-enough',
            t`Rested ${Number(restedHours.toFixed(1))} h of ${rules.restHours} h: straight after a charge its surface flatters it.`,
            'rest',
          )
        : null;
    },
  },
  {
    acts: ['top-up', 'hydrometer'],
    says: ({ details, facts }) =>
      hasLiquid(facts.chemistry, details.capsOpen)
        ? null
        : reason(
            'sealed',
            t`Its caps do not open: a ${CHEMISTRIES[facts.chemistry].short} battery like this one is left closed.`,
          ),
  },
  {
    acts: ['disconnect', 'take-out'],
    says: ({ alwaysReady, condition }) =>
      // Replacing one that is condemned is a short, announced work.
      alwaysReady && condition === 'sound'
        ? reason(
            'must-stay-ready',
            t`It must start at any time, by itself: its battery stays connected. Cleaning and replacing it are short, announced works.`,
          )
        : null,
  },
  {
    acts: ['disconnect', 'take-out'],
    says: (context) =>
      isConnected(context) && context.vehicle.radioCode === 'missing'
        ? reason(
            'code-missing',
            t`The radio code is not in hand: without it the radio stays dead. Ask the owner first.`,
            'ask-owner',
          )
        : null,
  },
  {
    acts: ['disconnect', 'take-out'],
    says: (context) =>
      isConnected(context) && context.vehicle.alarm === 'must-live'
        ? reason(
            'alarm-must-live',
            t`Its alarm must stay live: without this battery it falls silent, or sounds.`,
            'ask-owner',
          )
        : null,
  },
  {
    acts: ['jump'],
    says: (context) =>
      isBlock(context)
        ? reason(
            'string-as-whole',
            t`A string is charged whole by its own charger, never jumped.`,
            'charge',
          )
        : null,
  },
  {
    acts: ['disconnect', 'take-out'],
    says: ({ out }) => (out ? reason('not-here', t`It stands on the bench already.`) : null),
  },
  {
    acts: ['hand-over'],
    says: ({ condition, conditionSeen }) =>
      condition === 'sound'
        ? null
        : reason(
            'not-ready',
            t`It is condemned: ${conditionSeen ?? t`it is ${condition}`}. Replace it first, or let its owner take it knowingly: it is never charged, cranked or jumped again.`,
            'take-out',
          ),
  },
  {
    acts: ['hand-over'],
    says: (context) =>
      context.out || isConnected(context)
        ? null
        : reason(
            'not-ready',
            context.isolatorOpen
              ? t`Its isolator is off: nothing works, and it does not start.`
              : t`Its ${context.vehicle.earth} is off: nothing works, and it does not start.`,
            'reconnect',
          ),
  },
  {
    acts: ['reconnect', 'crank', 'draw-test', 'jump', 'hand-over'],
    says: ({ out }) =>
      out ? reason('not-here', t`It stands on the bench, not in its vehicle.`, 'fit') : null,
  },
];
