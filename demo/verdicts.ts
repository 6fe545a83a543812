import { UNKNOWN_OFFSET } from '../core/estimation/house';
import { dayOf, toDay } from '../core/day';
import { groupBy } from '../core/group';
import { saidThen } from '../core/assessment/said-then';
import type { BatteryRecord } from '../core/record/battery-record';
import { EMPTY_BATTERY } from '../core/logbook/state';
import { step } from '../core/logbook/fold';
import { DEFAULT_BOOK } from '../core/rules/rules';
import { hallTemperatures, type DailyTemperatures } from '../core/site/climate';
import { factsOf } from '../store/site';
import type { GivenVerdict } from '../store/verdicts';
import type { DemoHistory } from './season';
import { DEMO_HALLS, DEMO_SITE } from './site';

/**
 * What the program would have said at each reading of the history: by the record, the rules and
 * the temperatures up to that day, and nothing later.
 */
export function verdictsOf(history: DemoHistory): GivenVerdict[] {
  const { timeZone, climate } = DEMO_SITE;
  const known = new Map<string, DailyTemperatures>();
  const temperaturesThen = (hallId: string, day: number) => {
    const key = `${hallId} ${day}`;
    let then = known.get(key);
    if (!then) {
      const { truth } = DEMO_HALLS.find((hall) => hall.id === hallId)!;
      const setpointCelsius = truth.kind === 'heated' ? truth.setpointCelsius : null;
      const recorded = history.hallDays.get(hallId)!.filter((one) => one.day <= day);
      const first = toDay(DEMO_SITE.seasonStart) - 40;
      then = hallTemperatures(
        { kind: truth.kind, setpointCelsius },
        climate,
        recorded,
        first,
        day + 370,
      );
      known.set(key, then);
    }
    return then;
  };
  const bySubject = groupBy(history.entries, (entry) => entry.subjectId);
  const stays = new Map(
    history.entries.flatMap((entry) =>
      entry.kind === 'laid-up' ? [[entry.subjectId, entry] as const] : [],
    ),
  );
  return history.batteries.flatMap((battery): GivenVerdict[] => {
    let state = EMPTY_BATTERY;
    const own = [...(bySubject.get(battery.id) ?? [])].sort((a, b) => (a.at < b.at ? -1 : 1));
    return own.flatMap((entry): GivenVerdict[] => {
      state = step(state, entry);
      const stay = state.vehicleId ? stays.get(state.vehicleId) : undefined;
      if (entry.kind !== 'reading' || !stay) return [];
      const at = Date.parse(entry.at);
      const row = stay.data.bayId.replace('bay-', '')[0]!;
      const hall = DEMO_HALLS.find((one) => one.rows.some(([mark]) => mark === row))!;
      const vehicle = history.vehicles.find((one) => one.id === stay.subjectId)!;
      const standing: BatteryRecord = {
        facts: factsOf(battery),
        state,
        vehicleKind: vehicle.kind,
        vehicleId: vehicle.id,
        vehicle: vehicle.facts,
        details: battery.details,
        block: null,
        benchHallId: null,
        laidUpAt: Date.parse(stay.at),
        collectDay: stay.data.collectOn === null ? null : toDay(stay.data.collectOn),
        hallName: hall.name,
        powerCutAt: null,
        silentSince: null,
        temperatures: temperaturesThen(hall.id, dayOf(at, timeZone)),
        rules: DEFAULT_BOOK.rules,
        house: UNKNOWN_OFFSET,
        timeZone,
        now: at,
      };
      const said = saidThen(standing, state.readings.at(-1)!);
      return [{ ...{ entryId: entry.id, ruleVersion: DEFAULT_BOOK.version }, ...said }];
    });
  });
}
