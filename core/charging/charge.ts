import { ageFactor } from '../drain/self-discharge';
import { CHEMISTRIES, type ChemistryId } from '../battery/chemistries';
import { voltsOfSoc } from '../battery/state-of-charge';

/** Acceptance is counted down to a share a little beyond full: a charger stops at its floor. */
const BEYOND_FULL = 0.005;
/** Acceptance halves for so many kelvin below 25 °C. Our own assumption. */
const HALVES_PER_KELVIN = 22;

export interface ChargeQuestion {
  readonly chemistry: ChemistryId;
  readonly cells: number;
  readonly capacityAh: number;
  /** State of charge at the start, percent; may be under 0. */
  readonly fromSocPct: number;
  readonly chargerAmps: number;
  readonly celsius: number;
  readonly ageYears: number;
  /** What the vehicle draws meanwhile. */
  readonly drawAmps: number;
  readonly absorptionVolts: number;
}

export interface ChargePoint {
  readonly hours: number;
  readonly socPct: number;
  readonly amps: number;
  readonly volts: number;
}

export interface ChargeAnswer {
  /** At constant current, until the voltage limit is met. */
  readonly bulkHours: number;
  /** At constant voltage, with falling current, until full. */
  readonly absorptionHours: number;
  readonly totalHours: number;
  /** State of charge at which the limit is met, percent. */
  readonly limitSocPct: number;
  /** Out of the charger, the vehicle's draw included. */
  readonly ampHours: number;
  readonly wattHours: number;
  readonly course: readonly ChargePoint[];
}

/** Hours by which acceptance falls to 1/e at the voltage limit. */
export function acceptanceHours(chemistry: ChemistryId, celsius: number, years: number): number {
  const cold = 2 ** (Math.max(0, 25 - celsius) / HALVES_PER_KELVIN);
  return CHEMISTRIES[chemistry].acceptance.hours * cold * ageFactor(years);
}

const COURSE_POINTS = 96;

/** How a battery takes its charge now: the time constant of its acceptance, and its charge factor. */
export interface Acceptance {
  readonly hours: number;
  readonly factor: number;
}

/** Of a battery of this chemistry, at its temperature and age. */
export const acceptanceOf = (
  chemistry: ChemistryId,
  celsius: number,
  years: number,
): Acceptance => ({
  hours: acceptanceHours(chemistry, celsius, years),
  factor: CHEMISTRIES[chemistry].acceptance.factor,
});

/** The two stages of a charge to full, hours; shares of capacity at its start and where they meet. */
export interface ChargeStages {
  readonly start: number;
  readonly turn: number;
  readonly limit: number;
  readonly bulkHours: number;
  readonly absorptionHours: number;
}

/**
 * How long a charge to full takes, in its two stages; see `charge`. `netAmps` go into the battery,
 * over 0. The one model of charging time: the charge board, the plan and the gate ask here.
 */
export function chargeStages(
  { hours: tau, factor }: Acceptance,
  capacityAh: number,
  fromSocPct: number,
  netAmps: number,
): ChargeStages {
  const start = Math.min(1, fromSocPct / 100);
  const full = 1 + BEYOND_FULL;
  const limit = Math.min(1, full - (tau * netAmps) / capacityAh);
  const turn = Math.max(start, limit);
  return {
    start,
    turn,
    limit,
    bulkHours: ((turn - start) * factor * capacityAh) / netAmps,
    absorptionHours: tau * factor * Math.log((full - turn) / BEYOND_FULL),
  };
}

/** What counts as full has still to come to its voltage and stay there a while. Our own choice. */
export const NEARLY_FULL_PCT = 97;

/** Hours of a charge to full; Infinity where the charger gives no more than is drawn. */
export function hoursToFull(
  acceptance: Acceptance,
  capacityAh: number,
  socPct: number,
  netAmps: number,
): number {
  if (netAmps <= 0) return Infinity;
  const { bulkHours, absorptionHours } = chargeStages(
    acceptance,
    capacityAh,
    Math.min(NEARLY_FULL_PCT, socPct),
    netAmps,
  );
  return bulkHours + absorptionHours;
}

/**
 * A two-stage charge from `fromSocPct` to full. With s the share of capacity and T the acceptance
 * time constant, the battery takes at most C · (s_f − s) / T at its voltage limit; the charger
 * gives at most its current less the vehicle's draw; ds/dt = I / (factor · C). So the current is
 * constant until the limit is met at s = s_f − T · I / C, and falls exponentially from there.
 *
 * Hours over 0; null where the charger gives no more than the vehicle draws: it never gets full.
 * A battery that is full takes no time. `points` of the course in each stage: hours and
 * ampere-hours are exact whatever their number, energy and course as fine as they are.
 */
export function charge(
  question: ChargeQuestion,
  points: number = COURSE_POINTS,
): ChargeAnswer | null {
  const { chemistry, capacityAh, chargerAmps, drawAmps } = question;
  const acceptance = acceptanceOf(chemistry, question.celsius, question.ageYears);
  const { hours: tau, factor } = acceptance;
  const net = chargerAmps - drawAmps;
  if (net <= 0) return null;
  const full = 1 + BEYOND_FULL;
  const stages = chargeStages(acceptance, capacityAh, question.fromSocPct, net);
  const { start, turn, limit, bulkHours, absorptionHours } = stages;
  const totalHours = bulkHours + absorptionHours;

  const at = (hours: number): ChargePoint => {
    const s =
      hours <= bulkHours
        ? start + (net * hours) / (factor * capacityAh)
        : full - (full - turn) * Math.exp(-(hours - bulkHours) / (tau * factor));
    const most = (capacityAh * (full - s)) / tau;
    const into = Math.min(net, most);
    const rest = restVolts(question, 100 * s);
    const volts = rest + (question.absorptionVolts - rest) * Math.min(1, into / most);
    return { hours, socPct: 100 * s, amps: into + drawAmps, volts };
  };
  // Points of the course lie evenly in each stage; energy by the trapezoidal rule over them.
  const course = [
    ...Array.from({ length: points }, (_, i) => at((bulkHours * i) / points)),
    ...Array.from({ length: points + 1 }, (_, i) => at(bulkHours + (absorptionHours * i) / points)),
  ];
  let wattHours = 0;
  for (let i = 1; i < course.length; i++) {
    const [a, b] = [course[i - 1]!, course[i]!];
    wattHours += ((b.hours - a.hours) * (a.volts * a.amps + b.volts * b.amps)) / 2;
  }
  return {
    bulkHours,
    absorptionHours,
    totalHours,
    limitSocPct: 100 * limit,
    ampHours: (1 - start) * capacityAh * factor + drawAmps * totalHours,
    wattHours,
    course,
  };
}

function restVolts({ chemistry, cells, celsius }: ChargeQuestion, socPct: number): number {
  return voltsOfSoc({
    chemistry,
    cells,
    scale: CHEMISTRIES[chemistry].scales[0]!,
    celsius,
    socPct,
  });
}
