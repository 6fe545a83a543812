import { UNKNOWN_OFFSET } from '../../core/estimation/house';
import fc from 'fast-check';
import { EMPTY_STOCK } from '../../core/site/charging-equipment';
import { usualDetails } from '../../core/battery/usual-details';
import { PLAIN_VEHICLE } from '../../core/stay/usual';
import { toDay } from '../../core/day';
import { HELD, CHARGING, UNKNOWN } from '../../core/assessment/reserve-marks';
import { EMPTY_BATTERY, type BatteryState } from '../../core/logbook/state';
import { step } from '../../core/logbook/fold';
import { DEFAULT_RULES } from '../../core/rules/rules';
import { courseOf } from '../chart/course';
import { chartSeries } from '../chart/series';
import { newEntry } from '../logbook/new-entry';
import { entryWords } from '../logbook/words';
import {
  hallDtoOf,
  standingOf,
  temperaturesOfDto,
  type BatteryDto,
  type VehicleDto,
} from '../site/dto';
import { dataOf, textOf } from '../site/page-text';
import { roundOf, roundText } from './round-text';
import { chargeForecastOf } from '../../core/assessment/charge-forecast';
import { judge, judgeReading } from '../../core/assessment/judge';
import { jobsToday } from '../../core/plan/due';
import { anew } from './judging';
import { roundBattery } from './load';
import { packed, servedRecord, unpacked, type PackedRecord, type ServedRecord } from './served';
import { hallTemperatures } from '../../core/site/climate';
import { reserveShare, reserveText } from '../theme/reserve-words';
import { MINUTES } from '../../core/plan/jobs';
import {
  hallsOf,
  minutesLeft,
  nextPosition,
  viewStop,
  type RoundData,
  type RoundStop,
} from './round-data';

const NOW = Date.parse('2027-01-14T09:00:00Z');
const DAY = 24 * 3_600_000;

const temperatures = hallTemperatures(
  { kind: 'outdoors', setpointCelsius: null },
  { meanCelsius: Array(12).fill(3) as number[], coldNightCelsius: Array(12).fill(-8) as number[] },
  [],
  toDay('2026-10-01'),
  toDay('2028-02-01'),
);

function battery(id: string, label: string, state: Partial<BatteryState>): BatteryDto {
  return {
    id,
    mark: id,
    label,
    facts: {
      chemistry: 'agm',
      nominalVolts: 12,
      cells: 6,
      capacityAh: 90,
      fittedYear: 2024,
      fittedMonth: null,
      capsOpen: false,
    },
    details: usualDetails('agm'),
    hallId: 'yard',
    block: null,
    benchHallId: null,
    silentSince: null,
    house: UNKNOWN_OFFSET,
    state: {
      ...EMPTY_BATTERY,
      vehicleId: 'v1',
      fittedAt: NOW - 60 * DAY,
      drawMa: 5,
      drawAt: NOW - 60 * DAY,
      ...state,
    },
  };
}
const read = (daysAgo: number, volts: number) => ({
  id: `${daysAgo}`,
  at: NOW - daysAgo * DAY,
  volts,
  celsius: null,
  restedHours: 99,
  fed: false,
});

const vehicle: VehicleDto = {
  id: 'v1',
  name: 'Brackwater 26',
  facts: PLAIN_VEHICLE,
  kind: 'camper',
  bayMark: 'Y1',
  rowMark: 'Y',
  hallId: 'yard',
  laidUpAt: NOW - 60 * DAY,
  collectDay: toDay('2027-04-01'),
};
const clock = { now: NOW, stands: true, timeZone: 'UTC' };
const batteries = [
  battery('b1', 'Starter', { readings: [read(70, 12.75), read(35, 12.7)] }),
  battery('b2', 'Leisure 1', { readings: [read(3, 12.7)] }),
  battery('b3', 'Leisure 2', {
    maintainerSince: NOW - 50 * DAY,
    lastFullAt: NOW - 40 * DAY,
    lamp: { state: 'holding', at: NOW - 7 * DAY },
  }),
];
/** As the server assesses it. */
function served(one: BatteryDto) {
  const hall = { name: 'Loading Yard', temperatures, powerCutAt: null };
  const standing = standingOf(one, vehicle, hall, DEFAULT_RULES, clock);
  const outlook = chargeForecastOf(standing);
  return roundBattery(one, standing, outlook, jobsToday(standing, outlook));
}
const camper: RoundStop = { vehicle, batteries: batteries.map(served) };
const data: RoundData = {
  upToSeq: 0,
  clock,
  today: toDay('2027-01-14'),
  roundDay: toDay('2027-01-14'),
  rules: DEFAULT_RULES,
  stock: EMPTY_STOCK,
  rooms: {},
  hanging: [],
  heardAh: {},
  demo: false,
  halls: [hallDtoOf({ id: 'yard', name: 'Loading Yard' }, temperatures)],
  places: [],
  stops: [camper],
  ahead: [],
  benchHallId: 'hall',
  anyLaidUp: true,
};
const halls = hallsOf(data);
const stateOf = (id: string) => batteries.find((one) => one.id === id)!.state;

describe('a stop of the round', () => {
  it('has a reading and a lamp to do, by their batteries’ names', () => {
    const view = viewStop(camper, {}, data, halls, anew);
    expect(view.steps.map((one) => [one.label, one.done])).toEqual([
      ['Starter', false],
      ['Leisure 2 lamp', false],
    ]);
    expect(view.done).toBe(false);
    expect(view.minutesLeft).toBeGreaterThan(2);
  });

  it('has its hall once in what is left of the round, and the drive there as long as it is driven to', () => {
    const view = viewStop(camper, {}, data, halls, anew);
    const places = [{ name: 'canal', driveMinutes: 25 }];
    const near = minutesLeft([view, view], places);
    expect(near).toBe(2 * view.minutesLeft + MINUTES.hall);
    expect(minutesLeft([{ ...view, place: 'canal' }, view], places)).toBe(near + 25);
    const done = { ...view, minutesLeft: 0 };
    expect(minutesLeft([{ ...done, place: 'canal' }], places)).toBe(0);
  });

  it('is left behind when its last step is skipped, and not walked in circles', () => {
    const view = viewStop(camper, {}, data, halls, anew);
    expect(nextPosition([view, view], { stop: 0, step: 0 })).toEqual({ stop: 0, step: 1 });
    expect(nextPosition([view, view], { stop: 0, step: 1 })).toEqual({ stop: 1, step: 0 });
  });

  it('ticks off what is recorded, and is done when all is', () => {
    const states: Record<string, BatteryState> = {};
    const lamp = newEntry('lamp', 'b3', NOW, { state: 'holding' });
    states.b3 = step(states.b3 ?? stateOf('b3'), lamp);
    const half = viewStop(camper, states, data, halls, anew);
    expect(half.steps.map((one) => one.done)).toEqual([false, true]);
    expect(nextPosition([half], { stop: 0, step: 1 })).toEqual({ stop: 0, step: 0 });
    const reading = newEntry('reading', 'b1', NOW, {
      volts: 12.68,
      celsius: null,
      restedHours: 99,
      confirmed: false,
    });
    states.b1 = step(states.b1 ?? stateOf('b1'), reading);
    const whole = viewStop(camper, states, data, halls, anew);
    expect(whole.done).toBe(true);
    expect(whole.minutesLeft).toBe(0);
    expect(nextPosition([whole], { stop: 0, step: 0 })).toBeNull();
  });

  it('asks for a charge as soon as a reading shows that one is due', () => {
    const states: Record<string, BatteryState> = {};
    const low = newEntry('reading', 'b1', NOW, {
      volts: 12.2,
      celsius: null,
      restedHours: 99,
      confirmed: true,
    });
    states.b1 = step(states.b1 ?? stateOf('b1'), low);
    const view = viewStop(camper, states, data, halls, anew);
    expect(view.steps.map((one) => one.label)).toEqual([
      'Starter',
      // It lost far more than its draw explains; it is hung up once that is measured.
      'Starter draw test',
      'Starter recharge',
      'Leisure 2 lamp',
    ]);
  });

  it('is passed, not done, when nobody could reach it', () => {
    const states: Record<string, BatteryState> = {};
    states.b1 = step(
      states.b1 ?? stateOf('b1'),
      newEntry('not-reached', 'b1', NOW, { why: 'snow' }),
    );
    const view = viewStop(camper, states, data, halls, anew);
    expect([view.passed, view.done]).toEqual([true, false]);
    // Which needs nobody to judge it; what does stands as it was served.
    const served = viewStop(camper, states, data, halls, null);
    expect([served.passed, served.done]).toEqual([true, false]);
    expect(served.steps).toEqual(viewStop(camper, {}, data, halls, anew).steps);
  });
});

describe('what travels to the browser', () => {
  it('comes back as it was, to a tenth of a degree', () => {
    const back = temperaturesOfDto(hallDtoOf({ id: 'yard', name: 'Yard' }, temperatures));
    expect(back.firstDay).toBe(temperatures.firstDay);
    expect(back.mean).toHaveLength(temperatures.mean.length);
    expect(back.sums[100]!).toBeCloseTo(temperatures.sums[100]!, 0);
  });
});

describe('a battery of the round', () => {
  const there = servedRecord(camper.batteries[0]!);

  const travelled = (record: ServedRecord) =>
    unpacked(dataOf<PackedRecord>(textOf(packed(record, NOW))));

  it('comes back with its record, but for the ids of readings of months ago', () => {
    const { readings, ...rest } = batteries[0]!.state;
    const { readings: back, ...restBack } = there.battery.state;
    expect(restBack).toEqual(rest);
    expect(back).toEqual(readings.map((one, i) => ({ ...one, id: `earlier-${i}` })));
    const late = servedRecord(camper.batteries[1]!).battery.state.readings;
    expect(late).toEqual(batteries[1]!.state.readings);
    const view = viewStop(camper, {}, data, halls, anew);
    expect(view.judged('b1').verdict.headline).toBe(judge(view.judged('b1').standing).headline);
  });

  it('and with it the whole round, whose records nobody reads before they are asked for', () => {
    const back = roundOf(roundText(data));
    expect(dataOf<unknown>(textOf(back))).toEqual(dataOf<unknown>(textOf(data)));
    const read = jest.spyOn(JSON, 'parse');
    const again = roundOf(roundText(data));
    expect(read).toHaveBeenCalledTimes(1);
    expect(servedRecord(again.stops[0]!.batteries[0]!).battery.id).toBe(camper.batteries[0]!.id);
    expect(read).toHaveBeenCalledTimes(2);
    read.mockRestore();
  });

  it('that is held has an endless reserve on both sides', () => {
    const held = travelled(servedRecord(camper.batteries[2]!));
    expect(held.verdict.outlook?.reserve.value).toBe(Infinity);
  });

  it('travels twice as well as once', () => {
    const marks = fc.record({ fed: fc.boolean(), confirmed: fc.constant(true) });
    const readings = fc.array(
      fc.record({ ago: fc.integer({ min: 0, max: 200 }), volts: fc.integer(), marks }),
    );
    fc.assert(
      fc.property(readings, (some) => {
        const list = some
          .sort((a, b) => b.ago - a.ago)
          .map(({ ago, volts, marks: both }, i) => ({
            ...read(ago, volts / 100),
            ...both,
            id: `r${i}`,
          }));
        const whole = { ...there, battery: battery('b9', 'Starter', { readings: list }) };
        const once = travelled(whole);
        expect(travelled(once)).toEqual(once);
        expect(once.battery.state.readings).toHaveLength(list.length);
        expect(once.battery.state.readings.map(({ at, fed }) => [at, fed])).toEqual(
          list.map(({ at, fed }) => [at, fed]),
        );
      }),
      { numRuns: 50 },
    );
  });

  it('is doubted by what was foreseen of it as it is by learning it again', () => {
    const { standing, outlook } = viewStop(camper, {}, data, halls, anew).judged('b1');
    for (const volts of [10.4, 11.2, 12.1, 12.6, 12.75, 13.1]) {
      const typed = { volts, restedHours: 24 };
      expect(judgeReading(standing, typed, outlook).doubt).toEqual(
        judgeReading(standing, typed).doubt,
      );
    }
  });
});

describe('the chart', () => {
  const view = viewStop(camper, {}, data, halls, anew);

  it('has the readings, the line, and a forecast that begins now and falls', () => {
    const { standing, outlook } = view.judged('b1');
    const series = chartSeries(standing, outlook, courseOf(standing, outlook));
    expect(series.settled.map((point) => point.y)).toEqual([12.75, 12.7]);
    expect(series.unsettled).toEqual([]);
    expect(series.lineVolts).toBeCloseTo(12.37, 1);
    expect(series.likely[0]!.x).toBeCloseTo(toDay('2027-01-14') + 9 / 24, 6);
    expect(series.likely.at(-1)!.y).toBeLessThan(series.likely[0]!.y);
    series.likely.forEach((point, i) => {
      expect(series.low[i]!.y).toBeLessThanOrEqual(point.y);
      expect(series.high[i]!.y).toBeGreaterThanOrEqual(point.y);
    });
  });

  it('has no forecast for a battery that is held', () => {
    const { standing, outlook } = view.judged('b3');
    expect(chartSeries(standing, outlook, courseOf(standing, outlook)).likely).toEqual([]);
  });
});

describe('words', () => {
  it('of a reserve are short, and never a bare mark', () => {
    expect([0, 24, 400].map(reserveText)).toEqual(['0 d', '24 d', '365+ d']);
    expect([HELD, CHARGING, UNKNOWN].map(reserveText)).toEqual(['held', 'on charge', 'not read']);
    expect([0, 45, 500, HELD, UNKNOWN].map(reserveShare)).toEqual([0, 0.5, 1, 1, 0]);
  });

  it('of an entry name what happened and its figure', () => {
    const of = (entry: Parameters<typeof entryWords>[0]) =>
      Object.values(entryWords(entry, { 'bay-Y1': 'Y1' })).join(': ');
    expect(of(newEntry('draw', 'b', NOW, { milliamps: 12 }))).toBe('draw, settled: 12 mA');
    expect(of(newEntry('charge-ended', 'b', NOW, { full: false, ampHours: null }))).toBe(
      'taken off charge: not full',
    );
    expect(of(newEntry('laid-up', 'v', NOW, { bayId: 'bay-Y1', collectOn: '2027-04-01' }))).toBe(
      'laid up in Y1: collect Thu 1 Apr',
    );
    expect(of(newEntry('laid-up', 'v', NOW, { bayId: 'bay-Y1', collectOn: null }))).toContain(
      'always ready',
    );
    expect(of(newEntry('lamp', 'b', NOW, { state: 'dark' }))).toBe('lamp: dark');
  });
});
