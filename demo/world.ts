import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import type { FuseList } from '../core/fault-isolation/fuse-list';
import { fuseMilliohms } from '../core/fault-isolation/fuses';
import type { LoadKindId } from '../core/fault-isolation/loads';
import { VEHICLE_KINDS } from '../core/site/vehicle-kinds';
import type { WorldBattery, WorldFile } from '../simulators/bench-world';
import { startAt, startOfKnown, type StartTruth } from '../simulators/start-world';
import { randomOne, type Random } from '../simulators/random';
import type { ControlUnit, DrawTruth, Load, Reporter } from '../simulators/vehicle-draw';
import { DEMO_FUSES } from './fuses';
import type { DemoHistory } from './season';
import type { BatteryRole } from '../core/battery/roles';
import type { Battery, Vehicle } from '../store/site';

export const worldFile = (folder: string) => join(folder, 'world.json');

/** What the demo's meter finds at each battery, for the process that plays the meter. */
export function writeWorld(folder: string, history: DemoHistory): void {
  writeFileSync(worldFile(folder), JSON.stringify(worldOf(history)));
}

export function worldOf(history: DemoHistory): WorldFile {
  const vehicles = new Map(history.vehicles.map((vehicle) => [vehicle.id, vehicle]));
  const fitted = new Map(
    history.entries.flatMap((entry) =>
      entry.kind === 'fitted' ? [[entry.subjectId, entry.data.vehicleId] as const] : [],
    ),
  );
  const roles = new Map(
    history.entries.flatMap((entry) =>
      entry.kind === 'fitted' ? [[entry.subjectId, entry.data.role] as const] : [],
    ),
  );
  return {
    batteries: history.truth.map((truth, n): WorldBattery => {
      const vehicle = vehicles.get(fitted.get(truth.batteryId)!)!;
      const chance = randomOne(9000 + n);
      const fuses = DEMO_FUSES[vehicle.kind] ?? [];
      const paper = history.batteries.find(({ id }) => id === truth.batteryId)!;
      return {
        id: truth.batteryId,
        volts: truth.volts - truth.surfaceVolts,
        surfaceVolts: truth.surfaceVolts,
        surfaceHours: 1.5,
        start: startOf(vehicle, paper, roles.get(truth.batteryId)!, randomOne(9500 + n)),
        draw: drawOf(vehicle, truth.drawMa - truth.hiddenMa, truth.hiddenMa, fuses, chance),
        fuses: fuses.map(({ fuse, main, kind, amps }) => ({
          mark: fuse,
          main,
          milliohms: fuseMilliohms(kind, amps).value * (1 + 0.06 * chance.normal()),
        })),
      };
    }),
  };
}

/** How its engine turns on a cold morning; only of six lead-acid cells is there a law. */
function startOf(
  { kind }: Vehicle,
  { cells, chemistry, capacityAh, fittedYear, details }: Battery,
  role: BatteryRole,
  chance: Random,
): StartTruth | null {
  const { goes, small } = VEHICLE_KINDS[kind];
  if (role !== 'starter' || goes !== 'cranks' || cells !== 6 || chemistry === 'lfp') return null;
  const ratedAmps = details.coldCrankingAmps ?? capacityAh * (small ? 12 : 9);
  const ageYears = fittedYear === null ? chance.between(0, 6) : 2027 - fittedYear;
  const known = { ratedAmps, capacityAh, isSmall: small, ageYears, left: 1 };
  return startAt(startOfKnown(known, chance), 0.95, 3);
}

/** Draws that come to `needMa` once all sleep, spread over the circuits, and what is hidden. */
function drawOf(
  vehicle: Vehicle,
  needMa: number,
  hiddenMa: number,
  fuses: FuseList,
  chance: Random,
): DrawTruth {
  const on = (...kinds: LoadKindId[]): number | null => {
    const at = fuses.findIndex(({ load }) => kinds.includes(load));
    return at < 0 ? null : at;
  };
  const reporters: Reporter[] = [];
  let left = needMa;
  if (vehicle.facts.tracker && needMa > 4) {
    const everySeconds = chance.between(150, 260);
    const lastsSeconds = chance.between(5, 9);
    const meanMa = Math.min(0.35 * needMa, chance.between(2, 4));
    left -= meanMa;
    reporters.push({
      ma: (meanMa * everySeconds) / lastsSeconds,
      circuit: on('tracker'),
      everySeconds,
      lastsSeconds,
      firstAt: chance.between(0, everySeconds),
      jitter: 0.01,
    });
  }
  const standing: Load[] =
    left > 0
      ? [
          { ma: 0.45 * left, circuit: on('unit', 'instrument') },
          { ma: 0.35 * left, circuit: on('tracker', 'instrument') },
          { ma: 0.2 * left, circuit: on('audio', 'instrument') },
        ]
      : [];
  const units: ControlUnit[] = [];
  const unit = (ma: number, circuit: number | null, sleepsAfter: number) =>
    units.push({ ma, circuit, sleepsAfter, fadeSeconds: chance.uniform() < 0.3 ? 1.5 : 0 });
  if (VEHICLE_KINDS[vehicle.kind].sleeps && needMa > 0) {
    unit(chance.between(120, 260), on('lamp'), chance.between(12, 40));
    unit(chance.between(60, 140), on('doors'), chance.between(50, 130));
    unit(chance.between(40, 110), on('unit'), chance.between(240, 520));
    unit(chance.between(12, 60), on('audio'), chance.between(560, 1150));
  } else if (needMa > 0) {
    unit(chance.between(15, 60), on('instrument', 'lamp', 'unit'), chance.between(4, 15));
  }
  const faults: Load[] = hiddenMa > 0 ? [{ ma: hiddenMa, circuit: trailer(fuses) }] : [];
  return { standing, units, reporters, faults, driftPerHour: 0 };
}

/** What the owner had fitted last autumn. */
function trailer(fuses: FuseList): number | null {
  const at = fuses.findIndex(({ feeds }) => feeds.includes('trailer'));
  return at < 0 ? null : at;
}
