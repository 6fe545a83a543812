import { CHEMISTRIES } from '../battery/chemistries';
import { askedAmps, ratedAmps, type Engine } from '../battery/cranking';
import { saeAmpsOf } from '../battery/details';
import { socOfVolts } from '../battery/state-of-charge';
import type { BatteryRecord } from '../record/battery-record';
import { onScale } from '../record/settled';
import { VEHICLE_KINDS } from '../site/vehicle-kinds';
import {
  judgeCharging,
  type ChargingFinding,
  type ChargingSeen,
} from '../vehicle-tests/charging-test';
import { judgeCrank, type CrankFinding, type CrankSeen } from '../vehicle-tests/crank-test';
import { judgeLoad, type LoadFinding, type LoadSeen } from '../vehicle-tests/load-test';
import type { TestAnswer } from '../vehicle-tests/test-answer';
import { judgeDrops, type DropsAnswer, type DropsSeen } from '../vehicle-tests/voltage-drop';

/** What a test is judged by: of a record, or of a context. */
export type Tested = Pick<BatteryRecord, 'facts' | 'details' | 'rules' | 'vehicle' | 'vehicleKind'>;

/** Its engine, as far as anybody noted it. */
export const engineOf = ({ vehicle }: Tested): Engine => vehicle;
const isLead = ({ facts }: Tested) => CHEMISTRIES[facts.chemistry].family === 'lead-acid';
/** What its battery is rated for by SAE, or what such a battery usually is. */
export const rated = ({ details, facts }: Tested) =>
  ratedAmps(saeAmpsOf(details), facts.capacityAh);

/** State of charge that volts at rest stand for, percent; null where none were read. */
const socAt = (standing: Tested, volts: number | null, celsius: number): number | null =>
  volts === null ? null : socOfVolts({ ...onScale(standing, celsius), volts });

/** What a start says of this battery, its joints and its starter. */
export const crankAnswer = (standing: Tested, seen: CrankSeen): TestAnswer<CrankFinding> =>
  judgeCrank({
    seen,
    cells: standing.facts.cells,
    socPct: socAt(standing, seen.restVolts, seen.celsius),
    ratedAmps: rated(standing).value,
    askedAmps: askedAmps({
      rated: rated(standing),
      celsius: seen.celsius,
      engine: engineOf(standing),
    }).amps.value,
    isLead: isLead(standing),
  });

/** What a load test says of it. */
export const loadAnswer = (standing: Tested, seen: LoadSeen): TestAnswer<LoadFinding> => {
  const restVolts = seen.restVolts ?? null;
  return judgeLoad({
    ...seen,
    restVolts,
    cells: standing.facts.cells,
    socPct: socAt(standing, restVolts, seen.celsius),
    ratedAmps: rated(standing).value,
  });
};

/** What its vehicle's charging system gives, by the house's school. */
export const chargingAnswer = (
  { facts, rules, vehicleKind }: Tested,
  seen: ChargingSeen,
): TestAnswer<ChargingFinding> =>
  judgeCharging({
    seen,
    nominalVolts: facts.nominalVolts,
    school: rules.chargingVolts,
    isSmall: VEHICLE_KINDS[vehicleKind].small,
  });

/** Which of its joints takes too much, by the house's rule. */
export const dropsAnswer = ({ facts, rules }: Tested, seen: DropsSeen): DropsAnswer =>
  judgeDrops({
    seen,
    nominalVolts: facts.nominalVolts,
    chargingLimitVolts: rules.chargingDropVolts,
  });
