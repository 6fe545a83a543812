import type { NewEntry } from '../core/logbook/entry';
import { randomOne } from '../simulators/random';
import { ParkedVehicle, logTrace } from '../simulators/vehicle-draw';
import type { KeptTrace } from '../store/traces';
import type { Trace } from '../core/parasitic-draw/trace';
import type { DemoHistory } from './season';
import { worldOf } from './world';

export interface DemoTrace {
  readonly kept: KeptTrace;
  readonly trace: Trace;
}

/** A handheld logger, one sample every two seconds, in tenths of a milliamp. */
const LOGGER = {
  gain: 1,
  offsetMa: 0,
  noiseMa: 0.15,
  noiseShare: 0.003,
  spikeShare: 0,
  resolutionMa: 0.1,
};

/**
 * The currents that were logged at lay-up, before anything hidden had begun to draw, and the
 * entries with a reference to them.
 */
export function withTraces(history: DemoHistory): { entries: NewEntry[]; traces: DemoTrace[] } {
  const world = new Map(worldOf(history).batteries.map((battery) => [battery.id, battery]));
  const vehicleOf = new Map(
    history.entries.flatMap((entry) =>
      entry.kind === 'fitted' ? [[entry.subjectId, entry.data.vehicleId] as const] : [],
    ),
  );
  const traces: DemoTrace[] = [];
  const entries = history.entries.map((entry, n): NewEntry => {
    if (entry.kind !== 'draw') return entry;
    const { draw } = world.get(entry.subjectId)!;
    const vehicle = new ParkedVehicle({ ...draw, faults: [] });
    const seconds = 420 + vehicle.settledAfter;
    const trace = logTrace(vehicle, LOGGER, { seconds, perSecond: 0.5 }, randomOne(9500 + n));
    const id = `lay-up-${entry.subjectId}`;
    const at = Date.parse(entry.at);
    const batteryId = entry.subjectId;
    traces.push({
      kept: { id, batteryId, vehicleId: vehicleOf.get(batteryId)!, at, marks: [] },
      trace,
    });
    return { ...entry, data: { ...entry.data, traceId: id } };
  });
  return { entries, traces };
}
