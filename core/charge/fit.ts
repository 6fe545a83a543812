import { freezingOfSoc } from '../battery/acid';
import { CHEMISTRIES, type ChemistryId } from '../battery/chemistries';
import { formatTemperature, formatVolts } from '../judge/words';
import type { Rules } from '../rules/rules';
import { charge, type ChargeAnswer } from './charge';
import { PROGRAMMES, type Charger, type ChargerProgramme } from './stock';
import { chargeVoltages } from './voltages';

/** All that decides whether a charger suits a battery. */
export interface FitSubject {
  readonly chemistry: ChemistryId;
  readonly cells: number;
  readonly nominalVolts: number;
  readonly capacityAh: number;
  /** Null where nobody knows: then as an old one. */
  readonly ageYears: number | null;
  /** State of charge now, percent; null: never read. */
  readonly socPct: number | null;
  /** Between the posts at rest, newest; null: never read. */
  readonly volts: number | null;
  /** Of the hall, now. */
  readonly celsius: number;
  /** What the vehicle draws while it charges. */
  readonly drawAmps: number;
  readonly hallId: string;
  readonly hallName: string;
  /** A charging lead is fitted. */
  readonly chargeLead: boolean;
  readonly outletMetres: number | null;
  /** Left on for the season, or charged once. */
  readonly purpose: 'charge' | 'maintain';
  readonly rules: Rules;
}

/** One charger and programme for one battery. */
export interface Fit {
  readonly charger: Charger;
  readonly programme: ChargerProgramme;
  /** Out of its channel. */
  readonly amps: number;
  readonly absorptionVolts: number;
  readonly floatVolts: number | null;
  /** Why not; empty where it suits. */
  readonly refusals: readonly string[];
  /** What to mind. */
  readonly minds: readonly string[];
  /** Until full; null where it never gets there or nobody knows from where. */
  readonly course: ChargeAnswer | null;
}

/**
 * Volts of a 12 V battery at 25 °C beyond which a programme harms the chemistry. Data sheets,
 * from memory: gel dries out for good; AGM vents; lithium has its own limit.
 */
const MOST_VOLTS: Readonly<Record<ChemistryId, number>> = {
  flooded: 14.9,
  efb: 14.9,
  agm: 14.8,
  gel: 14.4,
  lfp: 14.6,
};
/** Current over which it is refused, and over which it is only minded, as shares of capacity. */
const MOST_RATE: Readonly<Record<ChemistryId, number>> = {
  flooded: 0.3,
  efb: 0.35,
  agm: 0.35,
  gel: 0.25,
  lfp: 0.5,
};
/** About a tenth of capacity is kind; a fifth is still common. Common practice. */
const KIND_RATE = 0.2;
/** Days after which a charge counts as too slow. Our own assumption. */
const SLOW_HOURS = 72;
/** What counts as full has still to come to its voltage and stay there a while. Our own choice. */
const NEARLY_FULL_PCT = 97;
/** So close to freezing it is thawed first. */
const FROST_MARGIN_KELVIN = 1;
/** A charger must give so much more than the vehicle draws. Our own assumption. */
const DRAW_MARGIN = 1.5;

const inWords = (chemistry: ChemistryId) => {
  const { label } = CHEMISTRIES[chemistry];
  return chemistry === 'agm' ? 'AGM' : label.toLowerCase();
};

/** What a charger gives in a programme to a battery at its temperature. */
export function voltsGiven(
  charger: Charger,
  programme: ChargerProgramme,
  subject: Pick<FitSubject, 'chemistry' | 'cells' | 'nominalVolts' | 'celsius' | 'rules'>,
): { absorptionVolts: number; floatVolts: number | null } {
  const scale = subject.chemistry === 'lfp' ? subject.cells / 4 : subject.cells / 6;
  const { absorptionVolts, floatVolts } = programme;
  if (!charger.compensated || subject.chemistry === 'lfp') {
    return {
      absorptionVolts: absorptionVolts * scale,
      floatVolts: floatVolts === null ? null : floatVolts * scale,
    };
  }
  const rules = {
    absorptionVolts: { ...subject.rules.absorptionVolts, [subject.chemistry]: absorptionVolts },
    floatVolts: floatVolts ?? subject.rules.floatVolts,
  };
  const given = chargeVoltages(subject, subject.celsius, rules);
  return {
    absorptionVolts: given.absorptionVolts,
    floatVolts: floatVolts === null ? null : given.floatVolts,
  };
}

/**
 * Whether a charger in one of its programmes suits a battery: refusals with their reasons, what
 * to mind, and how long it would take. Nothing is thrown; a charger that suits has no refusals.
 */
export function fitOf(
  charger: Charger,
  programme: ChargerProgramme,
  subject: FitSubject,
  points?: number,
): Fit {
  const amps = Math.min(programme.amps ?? Infinity, charger.ampsPerChannel);
  const given = voltsGiven(charger, programme, subject);
  const course =
    subject.socPct === null
      ? null
      : charge(
          {
            chemistry: subject.chemistry,
            cells: subject.cells,
            capacityAh: subject.capacityAh,
            fromSocPct: Math.min(NEARLY_FULL_PCT, subject.socPct),
            chargerAmps: amps,
            celsius: subject.celsius,
            ageYears: subject.ageYears ?? 5,
            drawAmps: subject.drawAmps,
            absorptionVolts: given.absorptionVolts,
          },
          points,
        );
  const about = { charger, programme, subject, amps, ...given, course };
  return {
    charger,
    programme,
    amps,
    ...given,
    refusals: REFUSALS.flatMap((refusal) => refusal(about) ?? []),
    minds: MINDS.flatMap((mind) => mind(about) ?? []),
    course,
  };
}

interface About {
  readonly charger: Charger;
  readonly programme: ChargerProgramme;
  readonly subject: FitSubject;
  readonly amps: number;
  readonly absorptionVolts: number;
  readonly floatVolts: number | null;
  readonly course: ChargeAnswer | null;
}
type Say = (about: About) => string | null;

/** Reasons why not; to add one is to add a line. */
const REFUSALS: readonly Say[] = [
  ({ charger }) => (charger.working ? null : 'it is marked broken'),
  ({ charger, subject }) =>
    charger.volts.includes(nominal(subject.nominalVolts))
      ? null
      : `it has no setting for ${nominal(subject.nominalVolts)} V: a wrong voltage ruins the battery`,
  ({ programme, subject: { chemistry } }) => {
    const most = MOST_VOLTS[chemistry];
    if (PROGRAMMES[programme.id].chemistries.includes(chemistry)) return null;
    if (chemistry === 'gel' && programme.absorptionVolts > most) {
      return `its ${PROGRAMMES[programme.id].label} programme goes to ${formatVolts(programme.absorptionVolts)}: over ${formatVolts(most)} gel dries out for good`;
    }
    if (chemistry === 'lfp') {
      return `${PROGRAMMES[programme.id].label} is a lead-acid programme: never for lithium`;
    }
    return `its ${PROGRAMMES[programme.id].label} programme is not for ${inWords(chemistry)}`;
  },
  ({ charger, programme, subject: { chemistry } }) => {
    // A manual one has no limit at all: it is looked in on instead.
    if (!charger.automatic) return null;
    const most = MOST_VOLTS[chemistry];
    const meant = PROGRAMMES[programme.id].chemistries.includes(chemistry);
    if (!meant || programme.id === 'recondition' || programme.absorptionVolts <= most) return null;
    return `its ${PROGRAMMES[programme.id].label} programme goes to ${formatVolts(programme.absorptionVolts)}, and ${inWords(chemistry)} takes ${formatVolts(most)} at most`;
  },
  ({ charger, subject: { chemistry } }) =>
    charger.automatic || chemistry === 'flooded' || chemistry === 'efb'
      ? null
      : `it does not stop by itself, and that ruins ${inWords(chemistry)}`,
  ({ charger, subject }) =>
    subject.purpose === 'maintain' && !charger.maintains
      ? 'it may not stay on for the season'
      : null,
  ({ subject, amps }) => {
    const most = MOST_RATE[subject.chemistry] * subject.capacityAh;
    return amps > most
      ? `${figureAmps(amps)} is too strong for ${subject.capacityAh} Ah: ${figureAmps(most)} at most`
      : null;
  },
  ({ subject: { drawAmps }, amps }) =>
    amps < DRAW_MARGIN * drawAmps
      ? `${figureAmps(amps)} is too weak: the vehicle draws ${figureAmps(drawAmps)}`
      : null,
  ({ charger, subject: { volts, nominalVolts } }) => {
    if (charger.leastStartVolts === null || volts === null) return null;
    const least = (charger.leastStartVolts * nominal(nominalVolts)) / 12;
    return volts < least
      ? `it does not begin under ${formatVolts(least)}, and this one shows ${formatVolts(volts)}`
      : null;
  },
  ({ subject: { chemistry, celsius, rules } }) =>
    chemistry === 'lfp' && celsius <= 0
      ? `lithium is never charged at or below 0 °C, and it is ${formatTemperature(celsius, rules, 1)} here`
      : null,
  ({ subject: { chemistry, celsius, socPct, rules } }) => {
    if (socPct === null) return null;
    const freezing = freezingOfSoc(chemistry, socPct);
    return freezing !== null && celsius < freezing + FROST_MARGIN_KELVIN
      ? `it may be frozen: at this charge it freezes at ${formatTemperature(freezing, rules)}, and it is ${formatTemperature(celsius, rules)} here. Thaw it and look for splits first`
      : null;
  },
  ({ charger, subject }) =>
    charger.portable || charger.hallId === subject.hallId ? null : 'it is fixed in another hall',
];

/** What to mind; to add one is to add a line. */
const MINDS: readonly Say[] = [
  ({ charger, subject: { nominalVolts } }) =>
    charger.volts.length > 1 ? `set its switch to ${nominal(nominalVolts)} V` : null,
  ({ charger, programme }) =>
    charger.wakesIn === programme.id || charger.programmes.length === 1
      ? null
      : `it wakes in ${PROGRAMMES[charger.wakesIn].label}: set ${PROGRAMMES[programme.id].label} at each switch-on`,
  ({ charger }) =>
    charger.automatic
      ? null
      : 'manual: look in every two hours, and stop when its current has fallen to its floor',
  ({ subject, amps }) =>
    amps > KIND_RATE * subject.capacityAh &&
    amps <= MOST_RATE[subject.chemistry] * subject.capacityAh
      ? `${figureAmps(amps)} is quick for ${subject.capacityAh} Ah; about ${figureAmps(subject.capacityAh / 10)} is kinder`
      : null,
  ({ course }) =>
    course && course.totalHours > SLOW_HOURS
      ? `slow: ${Math.round(course.totalHours / 24)} days until full`
      : null,
  ({ charger, absorptionVolts, subject, programme }) => {
    if (charger.compensated || subject.chemistry === 'lfp' || programme.id === 'recondition') {
      return null;
    }
    const wanted = chargeVoltages(subject, subject.celsius, subject.rules).absorptionVolts;
    return wanted - absorptionVolts > 0.05 * subject.cells
      ? `it does not follow the cold: ${formatVolts(absorptionVolts)} where ${formatVolts(wanted)} would fill it, so it takes longer than foreseen`
      : null;
  },
  ({ charger, subject: { outletMetres } }) =>
    outletMetres !== null && outletMetres > charger.leadMetres
      ? `its lead is ${charger.leadMetres} m and the outlet ${outletMetres} m away: an extension`
      : null,
  ({ charger }) =>
    charger.reversePolarity ? null : 'no protection against swapped clamps: look twice',
  ({ charger }) => (charger.sparkProof ? null : 'its clamps spark when live: mains last'),
  ({ charger, subject: { chargeLead } }) =>
    chargeLead && charger.quickConnect ? 'plugs into the lead that is fitted' : null,
];

/** A 12.8 V lithium battery is charged as one of 12 V. */
export const nominal = (volts: number) => Math.round(volts / 2) * 2;
const figureAmps = (amps: number) =>
  amps < 1 ? `${Math.round(amps * 1000)} mA` : `${Number(amps.toFixed(1))} A`;

/** Points of the course while chargers are only compared. */
const ROUGH = 4;

/**
 * Every charger in the programme that suits the battery best, those that suit first: fewest
 * minds, then the current nearest to a tenth of capacity. Reconditioning is never offered here.
 */
export function rankFits(chargers: readonly Charger[], subject: FitSubject): Fit[] {
  const best = chargers.map((charger) => {
    const fits = charger.programmes
      .filter(({ id }) => id !== 'recondition')
      .map((programme) => fitOf(charger, programme, subject, ROUGH));
    return fits.sort(byMerit(subject))[0] ?? fitOf(charger, charger.programmes[0]!, subject, ROUGH);
  });
  return best.sort(byMerit(subject));
}

const byMerit = (subject: FitSubject) => (a: Fit, b: Fit) => {
  if (a.refusals.length !== b.refusals.length) return a.refusals.length - b.refusals.length;
  const own = (fit: Fit) =>
    Math.abs(fit.programme.absorptionVolts - subject.rules.absorptionVolts[subject.chemistry]);
  const off = (fit: Fit) => Math.abs(Math.log(fit.amps / (subject.capacityAh / 10)));
  const near = (fit: Fit) => (fit.charger.hallId === subject.hallId ? 0 : 0.7);
  const merit = (fit: Fit) => off(fit) + own(fit) + near(fit) + (fit.charger.automatic ? 0 : 2);
  return merit(a) - merit(b);
};
