import { t } from '../language';
import { CHEMISTRIES, batteriesOf12V } from '../battery/chemistries';
import type { BatteryContext } from '../context/battery-context';
import { offerOf } from '../context/from-record';
import type { ReasonCode } from '../gate/acts';
import { reasonsAgainst } from '../gate/gate';
import { figureAmps, mostAmpsOf, nominal, UNKNOWN_AGE_YEARS, type Reason } from '../gate/reasons';
import { celsiusNow } from '../gate/ice';
import { formatVolts } from '../words/words';
import { NEARLY_FULL_PCT, charge, type ChargeAnswer } from '../charging/charge';
import type { Charger, ChargerProgramme } from '../site/charging-equipment';
import { PROGRAMMES } from '../site/programmes';
import { airWithOneMore, type ChargingHere, type RoomAir } from '../charging/hall-limits';
import { chargeVoltages } from '../charging/voltages';

/** A battery that wants a charger: its context, where it stands, and for how long. */
export interface ChargeRequest {
  readonly context: BatteryContext;
  readonly hallId: string;
  /** The air of that hall; null where it is not asked about. */
  readonly room: RoomAir | null;
  /** Left on for the season, or charged once. */
  readonly purpose: 'charge' | 'maintain';
}

/** The air of its hall with a battery on a charger; null where it is not asked about. */
export const airOn = (
  { context, room }: Pick<ChargeRequest, 'context' | 'room'>,
  charger: ChargingHere['charger'],
  programme: ChargingHere['programme'],
) => room && airWithOneMore(room, { ...context.facts, charger, programme, holding: false });

/** One charger and programme for one battery. */
export interface Fit {
  readonly charger: Charger;
  readonly programme: ChargerProgramme;
  /** Out of its channel. */
  readonly amps: number;
  readonly absorptionVolts: number;
  readonly floatVolts: number | null;
  /** Why not, by the gate and by where it hangs; empty where it suits. */
  readonly because: readonly Reason[];
  /** What to mind. */
  readonly minds: readonly string[];
  /** Until full; null where it never gets there or nobody knows from where. */
  readonly course: ChargeAnswer | null;
}

/** About a tenth of capacity is kind; a fifth is still common. Common practice. */
const KIND_RATE = 0.2;
/** Days after which a charge counts as too slow. Our own assumption. */
const SLOW_HOURS = 72;

/** What a charger gives in a programme to a battery at its temperature. */
export function voltsGiven(
  charger: Charger,
  programme: ChargerProgramme,
  context: BatteryContext,
): { absorptionVolts: number; floatVolts: number | null } {
  const { facts, rules } = context;
  const scale = batteriesOf12V(context.facts);
  const { absorptionVolts, floatVolts } = programme;
  if (!charger.compensated || CHEMISTRIES[facts.chemistry].family === 'lithium') {
    return {
      absorptionVolts: absorptionVolts * scale,
      floatVolts: floatVolts === null ? null : floatVolts * scale,
    };
  }
  const given = chargeVoltages(facts, celsiusNow(context), {
    absorptionVolts: { ...rules.absorptionVolts, [facts.chemistry]: absorptionVolts },
    floatVolts: floatVolts ?? rules.floatVolts,
  });
  return {
    absorptionVolts: given.absorptionVolts,
    floatVolts: floatVolts === null ? null : given.floatVolts,
  };
}

/** Out of one of its channels in a programme. */
const ampsOf = (charger: Charger, programme: ChargerProgramme) =>
  Math.min(programme.amps ?? Infinity, charger.ampsPerChannel);

/** The charger set as it would be for this battery, as the gate asks for it. */
export function offered(
  charger: Charger,
  programme: ChargerProgramme,
  request: Pick<ChargeRequest, 'context' | 'room'>,
): BatteryContext {
  const { context } = request;
  const own = nominal(context.facts.nominalVolts);
  const nominalVolts = charger.volts.includes(own) ? own : charger.volts[0]!;
  return {
    ...context,
    aired: airOn(request, charger, programme.id)?.aired ?? context.aired,
    charger: offerOf(charger, programme, {
      amps: ampsOf(charger, programme),
      // Reconditioning goes higher on purpose, for an hour or two, and is watched.
      absorptionVolts:
        programme.id === 'recondition'
          ? null
          : programme.absorptionVolts * batteriesOf12V(context.facts),
      nominalVolts,
    }),
  };
}

/**
 * Whether a charger in one of its programmes suits a battery: what the gate has against it, what
 * to mind, and how long it would take. Nothing is thrown; a charger that suits has no refusals.
 */
export function fitOf(
  charger: Charger,
  programme: ChargerProgramme,
  request: ChargeRequest,
  points?: number,
): Fit {
  const { context } = request;
  const { facts } = context;
  const amps = ampsOf(charger, programme);
  const given = voltsGiven(charger, programme, context);
  const course =
    context.soc === null
      ? null
      : charge(
          {
            chemistry: facts.chemistry,
            cells: facts.cells,
            capacityAh: context.capacityAh,
            fromSocPct: Math.min(NEARLY_FULL_PCT, context.soc.value),
            chargerAmps: amps,
            celsius: celsiusNow(context),
            ageYears: context.ageYears ?? UNKNOWN_AGE_YEARS,
            drawAmps: context.drawAmps,
            absorptionVolts: given.absorptionVolts,
          },
          points,
        );
  const because = against(charger, programme, request);
  const air = airOn(request, charger, programme.id);
  const about = { charger, programme, context, amps, ...given, course, air };
  return {
    charger,
    programme,
    amps,
    ...given,
    because,
    minds: MINDS.flatMap((mind) => mind(about) ?? []),
    course,
  };
}

/** What speaks against a charger in a programme: the gate's reasons, and those of where it hangs. */
const against = (
  charger: Charger,
  programme: ChargerProgramme,
  request: ChargeRequest,
): Reason[] => [
  ...(charger.working ? [] : [here('broken', t`It is marked broken.`)]),
  ...reasonsAgainst(offered(charger, programme, request), request.purpose),
  ...(charger.portable || charger.hallId === request.hallId
    ? []
    : [here('elsewhere', t`It is fixed in another hall.`)]),
];

const here = (code: 'broken' | 'elsewhere', words: string): Reason => ({ code, words, first: [] });

interface About {
  readonly charger: Charger;
  readonly programme: ChargerProgramme;
  readonly context: BatteryContext;
  readonly amps: number;
  readonly absorptionVolts: number;
  readonly floatVolts: number | null;
  readonly course: ChargeAnswer | null;
  readonly air: ReturnType<typeof airOn>;
}
type Say = (about: About) => string | null;

/** What to mind; to add one is to add a line. */
const MINDS: readonly Say[] = [
  ({ charger, context }) =>
    charger.volts.length > 1 ? t`set its switch to ${nominal(context.facts.nominalVolts)} V` : null,
  ({ charger, programme }) =>
    charger.wakesIn === programme.id || charger.programmes.length === 1
      ? null
      : t`it wakes in ${PROGRAMMES[charger.wakesIn].label}: set ${PROGRAMMES[programme.id].label} at each switch-on`,
  ({ charger }) =>
    charger.automatic
      ? null
      : t`manual: look in every two hours, and stop when its current has fallen to its floor`,
  ({ context, amps }) => {
    const { capacityAh } = context.facts;
    return amps > KIND_RATE * capacityAh && amps <= mostAmpsOf(context)
      ? t`${figureAmps(amps)} is quick for ${capacityAh} Ah; about ${figureAmps(capacityAh / 10)} is kinder`
      : null;
  },
  ({ course }) =>
    course && course.totalHours > SLOW_HOURS
      ? t`slow: ${Math.round(course.totalHours / 24)} days until full`
      : null,
  ({ charger, absorptionVolts, context, programme }) => {
    const { facts, rules } = context;
    const lithium = CHEMISTRIES[facts.chemistry].family === 'lithium';
    if (charger.compensated || lithium || programme.id === 'recondition') return null;
    const wanted = chargeVoltages(facts, celsiusNow(context), rules).absorptionVolts;
    return wanted - absorptionVolts > 0.05 * facts.cells
      ? t`it does not follow the cold: ${formatVolts(absorptionVolts)} where ${formatVolts(wanted)} would fill it, so it takes longer than foreseen`
      : null;
  },
  ({ air, context }) =>
    air && air.aired === null
      ? t`with it ${context.hallName} needs an opening of ${Math.ceil(air.needs.openingCm2)} cm²; what it has is not noted`
      : null,
  ({ charger, context }) => {
    const { outletMetres } = context.details;
    return outletMetres !== null && outletMetres > charger.leadMetres
      ? t`its lead is ${charger.leadMetres} m and the outlet ${outletMetres} m away: an extension`
      : null;
  },
  ({ charger }) =>
    charger.reversePolarity ? null : t`no protection against swapped clamps: look twice`,
  ({ charger }) => (charger.sparkProof ? null : t`its clamps spark when live: mains last`),
  ({ charger, context }) =>
    context.details.chargeLead && charger.quickConnect
      ? t`plugs into the lead that is fitted`
      : null,
];

/** What passes: of today's weather, charge and hands, and not of the charger and the battery. */
const PASSING: readonly ReasonCode[] = [
  'frozen',
  'may-be-frozen',
  'thaw-first',
  'too-cold-for-lithium',
  'plates-show',
  'mend-first',
  'on-charge',
  'under-start-volts',
  'not-charged-enough',
  'ventilation',
];

/**
 * The chargers that a battery may be hung on in rounds to come, and the amps that each gives it:
 * what only holds today is left aside, and nobody stays with it between two rounds.
 */
export const mayHangOn = (
  chargers: readonly Charger[],
  request: ChargeRequest,
): { readonly charger: string; readonly amps: number }[] => {
  const later = { ...request, context: { ...request.context, attendedUntil: null } };
  return chargers.flatMap((charger) => {
    const [best] = charger.programmes
      .filter(({ id }) => id !== 'recondition')
      .map((programme) => ({
        charger,
        programme,
        amps: ampsOf(charger, programme),
        because: against(charger, programme, later).filter(({ code }) => !PASSING.includes(code)),
      }))
      .sort(byMerit(later));
    return best?.because.length === 0 ? [{ charger: charger.id, amps: best.amps }] : [];
  });
};

/** Points of the course while chargers are only compared. */
const ROUGH = 4;

/**
 * Every charger in the programme that suits the battery best, those that suit first: fewest
 * minds, then the current nearest to a tenth of capacity. Reconditioning is never offered here.
 */
export function rankFits(chargers: readonly Charger[], request: ChargeRequest): Fit[] {
  const best = chargers.map((charger) => {
    const fits = charger.programmes
      .filter(({ id }) => id !== 'recondition')
      .map((programme) => fitOf(charger, programme, request, ROUGH));
    return fits.sort(byMerit(request))[0] ?? fitOf(charger, charger.programmes[0]!, request, ROUGH);
  });
  return best.sort(byMerit(request));
}

type Offered = Pick<Fit, 'charger' | 'programme' | 'amps' | 'because'>;

const byMerit =
  ({ context, hallId }: ChargeRequest) =>
  (a: Offered, b: Offered) => {
    if (a.because.length !== b.because.length) return a.because.length - b.because.length;
    const { facts, rules, details } = context;
    const wanted =
      details.makerAbsorptionVolts === null
        ? rules.absorptionVolts[facts.chemistry]
        : details.makerAbsorptionVolts / batteriesOf12V(context.facts);
    const own = (fit: Offered) => Math.abs(fit.programme.absorptionVolts - wanted);
    const off = (fit: Offered) => Math.abs(Math.log(fit.amps / (facts.capacityAh / 10)));
    const near = (fit: Offered) => (fit.charger.hallId === hallId ? 0 : 0.7);
    const merit = (fit: Offered) =>
      off(fit) + own(fit) + near(fit) + (fit.charger.automatic ? 0 : 2);
    return merit(a) - merit(b);
  };
