import { CHEMISTRIES, type ChemistryId } from '../../core/battery/chemistries';
import { MS_PER_DAY, toDay, type Day } from '../../core/day';
import type { Estimate } from '../../core/estimate';
import { learntLoss, learntSoc } from '../../core/estimation/answers';
import { factorDaysOver } from '../../core/estimation/factor-days';
import { ACTED_ON_FROM, findingsOf, type FindingKind } from '../../core/estimation/findings';
import { learn, type BatteryEstimate } from '../../core/estimation/learn';
import { houseOf, houseOn, topReadings, type House } from '../../core/estimation/house';
import { expectedSelfDischarge } from '../../core/estimation/prior';
import type { Observation } from '../../core/estimation/observations';
import { samplePosterior, lossDraws } from '../../core/forecast/samples';
import { simulateForecast } from '../../core/forecast/simulate-forecast';
import { weatherOf, type Weather } from '../../core/forecast/weather';
import {
  hallTemperatures,
  monthlyAt,
  type DailyTemperatures,
  type RecordedDay,
} from '../../core/site/climate';
import { DEMO_HALLS, DEMO_SITE } from '../../demo/site';
import { random } from '../../simulators/random';
import { WINTER_DAYS } from '../../simulators/storage-season';
import { hallAir, outdoors, type Hours } from '../../simulators/weather';

export const FIRST = toDay('2026-10-20');

/** A battery through a winter, as it was written down and as it was, of whatever world. */
export interface Kept {
  readonly chemistry: ChemistryId;
  readonly cells: number;
  readonly capacityAh: number;
  readonly ageYears: number;
  readonly usualDrawMa: Estimate;
  readonly trouble: { readonly kind: string; readonly fromDay: number } | null;
  /** Its vehicle draws so much, percent a day, that no draw test could see; a finding is none then. */
  readonly unmeasuredPctPerDay?: number;
  readonly happenings: readonly Observation[];
  readonly looks: readonly {
    /** Happenings up to then; the last is the reading. */
    readonly upTo: number;
    readonly at: number;
    readonly socPct: number;
    readonly lineDays: number;
  }[];
}

export interface Hall {
  readonly air: Hours;
  readonly recorded: readonly RecordedDay[];
  readonly climate: (typeof DEMO_HALLS)[number]['truth'];
  readonly known: Map<Day, DailyTemperatures>;
  readonly ahead: Map<Day, Weather>;
}

/** Winters, each as the three halls of the demo site have it. */
export function hallsOf(seed: number, winters: number, thermometer = 0): Hall[] {
  return Array.from({ length: winters }, (_, winter) => {
    const chance = random(seed + 31 * winter);
    const severe = 2 * chance.normal();
    const spells = [
      { fromDay: chance.between(30, 70), days: 8, kelvin: chance.between(2, 9) },
      { fromDay: chance.between(75, 120), days: 12, kelvin: chance.between(2, 10) },
    ];
    const outside = outdoors(
      WINTER_DAYS,
      (day) => monthlyAt(DEMO_SITE.climate.meanCelsius, FIRST + Math.floor(day)) + severe,
      spells,
      chance,
    );
    return DEMO_HALLS.map(({ truth }, i): Hall => {
      const air = hallAir(truth, outside, random(seed + 31 * winter + 7 + i));
      const recorded = Array.from({ length: WINTER_DAYS }, (_, day) => {
        const hours = air.celsius.subarray(day * 24, day * 24 + 24);
        const mean = hours.reduce((sum, celsius) => sum + celsius, 0) / 24;
        return {
          day: FIRST + day,
          mean: mean + thermometer,
          min: Math.min(...hours) + thermometer,
        };
      });
      return { air, recorded, climate: truth, known: new Map(), ahead: new Map() };
    });
  }).flat();
}

/** What is known of a hall's temperatures on a day: the past as recorded, then the table. */
function temperaturesOn(hall: Hall, day: Day): DailyTemperatures {
  let known = hall.known.get(day);
  if (!known) {
    const setpointCelsius = hall.climate.kind === 'heated' ? hall.climate.setpointCelsius : null;
    known = hallTemperatures(
      { kind: hall.climate.kind, setpointCelsius },
      DEMO_SITE.climate,
      hall.recorded.filter((one) => one.day < day),
      FIRST - 5,
      day + 400,
    );
    hall.known.set(day, known);
  }
  return known;
}

/** Ways in which the weather may go on from a day to the end of the run. */
function weatherOn(hall: Hall, day: Day): Weather {
  let known = hall.ahead.get(day);
  if (!known) {
    known = weatherOf(temperaturesOn(hall, day), day - (FIRST - 5), FIRST + WINTER_DAYS - day);
    hall.ahead.set(day, known);
  }
  return known;
}

const dayOf = (at: number) => Math.floor(at / MS_PER_DAY);

/** What the record of a wintering battery teaches at one of its looks. */
function learntAt(one: Kept, hall: Hall, upTo: number, at: number, house: House): BatteryEstimate {
  return learn({
    chemistry: one.chemistry,
    cells: one.cells,
    scale: CHEMISTRIES[one.chemistry].scales[0]!,
    capacityAh: one.capacityAh,
    ageYears: one.ageYears,
    usualDrawMa: one.usualDrawMa,
    house: houseOn(house, CHEMISTRIES[one.chemistry].scales[0]!),
    charges: [],
    happenings: one.happenings.slice(0, upTo),
    connected: true,
    factorDays: factorDaysOver(temperaturesOn(hall, dayOf(at)), dayOf),
    now: at,
  });
}

/** A house is learnt anew after so many days. */
const HOUSE_DAYS = 7;

/** What all batteries of a site tell together, by instant. */
export function houseThrough(batteries: readonly Kept[]): (at: number) => House {
  const known = new Map<number, House>();
  return (at) => {
    const week = Math.floor(at / MS_PER_DAY / HOUSE_DAYS);
    let house = known.get(week);
    if (!house) {
      const until = week * HOUSE_DAYS * MS_PER_DAY;
      const tops = batteries.map((one) => {
        const self = expectedSelfDischarge(one.chemistry, one.ageYears).value / 30 / 2;
        const draw = (one.usualDrawMa.value * 2.4) / one.capacityAh;
        return topReadings(
          { ...one, scale: CHEMISTRIES[one.chemistry].scales[0]! },
          one.happenings.filter((happening) => happening.at < until),
          self + draw / 2,
        );
      });
      known.set(week, (house = houseOf(tops)));
    }
    return house;
  };
}

/** How ranges held, of one sort of battery. */
export class Held {
  looks = 0;
  private charge = 0;
  private line = 0;
  private early = 0;
  private told = 0;
  private width = 0;
  private error = 0;
  private chargeLoss = 0;
  private lineLoss = 0;

  add(soc: Estimate, socPct: number, line: { range: Estimate; days: number } | null): void {
    this.looks++;
    if (holds(soc, socPct)) this.charge++;
    this.width += soc.high - soc.low;
    this.error += Math.abs(soc.value - socPct);
    this.chargeLoss += intervalScore(soc, socPct);
    if (!line) return;
    this.told++;
    if (holds(line.range, line.days)) this.line++;
    if (line.days < line.range.low) this.early++;
    this.lineLoss += intervalScore(line.range, line.days);
  }

  get shares() {
    const { looks, told } = this;
    return {
      charge: this.charge / looks,
      line: this.line / told,
      /** The line was met before the range of its date. */
      early: this.early / told,
      width: this.width / looks,
      error: this.error / looks,
      /** Mean interval scores: percent, days. */
      chargeScore: this.chargeLoss / looks,
      lineScore: this.lineLoss / told,
    };
  }
}

const holds = (range: Estimate, truth: number) => truth >= range.low && truth <= range.high;

/**
 * How good a 90 % range was: its width, and twenty times by how far it missed. T. Gneiting,
 * A. E. Raftery, "Strictly Proper Scoring Rules", J. Am. Stat. Assoc. 102 (2007).
 */
const intervalScore = ({ low, high }: Estimate, truth: number): number =>
  high - low + 20 * (Math.max(0, low - truth) + Math.max(0, truth - high));

/** What each trouble may be told as. */
const SHOWS: Record<string, readonly FindingKind[]> = {
  'hidden-draw': ['loses-faster-connected', 'sudden-step'],
  'left-on': ['loses-faster-connected', 'sudden-step'],
  'failing-cell': ['loses-faster-disconnected', 'loses-faster-connected', 'will-not-come-up'],
  'odd-reading': ['odd-reading'],
  weak: ['will-not-come-up'],
};

/** A loss that no draw test could see is rightly told from so much on, percent a day. */
const WAKES_TOLD_FROM = 0.1;

export interface Found {
  planted: number;
  found: number;
  readings: number;
}

/** What came of judging many batteries at each of their looks. */
export class Judged {
  readonly held = new Map<string, Held>();
  readonly found = new Map<string, Found>();
  readonly falseKinds = new Map<FindingKind, number>();
  sound = 0;
  falsely = 0;
  /** Findings of sound ones and of troubled ones that were acted on, by season. */
  toldRightly = 0;
  private lossAfterOne = 0;
  private lossAfterSix = 0;
  private compared = 0;

  /** `houseAt`: what the records of its house told together by then. */
  judge(one: Kept, hall: Hall, houseAt: (at: number) => House): void {
    const { trouble } = one;
    let alarmed = false;
    let foundAfter: number | null = null;
    let since = 0;
    one.looks.forEach((look, i) => {
      const learnt = learntAt(one, hall, look.upTo, look.at, houseAt(look.at));
      // Until its trouble begins a battery is sound, with a line date that is not.
      const begun = trouble !== null && look.at / MS_PER_DAY - FIRST >= trouble.fromDay;
      const soc = learntSoc(learnt);
      const line = lineOn(one, learnt, hall, look);
      for (const key of [one.chemistry, begun ? 'troubled' : 'sound', 'all']) {
        let held = this.held.get(key);
        if (!held) this.held.set(key, (held = new Held()));
        held.add(soc, look.socPct, line);
      }
      if (!trouble && (i === 0 || i === 5)) this.compare(i === 0, learntLoss(learnt));
      const alarms = findingsOf(learnt, ACTED_ON_FROM).filter(({ kind }) => !isTrue(kind, one));
      if (!trouble) {
        if (alarms.length) alarmed = true;
        for (const { kind } of alarms) {
          this.falseKinds.set(kind, (this.falseKinds.get(kind) ?? 0) + 1);
        }
        return;
      }
      if (!begun || foundAfter !== null) return;
      since++;
      const wanted = SHOWS[trouble.kind]!;
      if (alarms.some(({ kind }) => wanted.includes(kind))) foundAfter = since;
    });
    if (!trouble) {
      this.sound++;
      if (alarmed) this.falsely++;
    } else if (since > 0) {
      const row = this.found.get(trouble.kind) ?? { planted: 0, found: 0, readings: 0 };
      row.planted++;
      if (foundAfter !== null) this.toldRightly++;
      if (foundAfter !== null && foundAfter <= 3) {
        row.found++;
        row.readings += foundAfter;
      }
      this.found.set(trouble.kind, row);
    }
  }

  private compare(isFirst: boolean, { low, high }: Estimate): void {
    if (isFirst) this.lossAfterOne += high - low;
    else {
      this.lossAfterSix += high - low;
      this.compared++;
    }
  }

  /** Width of the loss after six readings as a share of that after one. */
  get narrowed(): number {
    return this.lossAfterSix / this.compared / (this.lossAfterOne / Math.max(1, this.sound));
  }

  get all(): Found {
    const rows = [...this.found.values()];
    const sum = (of: (row: Found) => number) => rows.reduce((all, row) => all + of(row), 0);
    return {
      planted: sum((row) => row.planted),
      found: sum((row) => row.found),
      readings: sum((row) => row.readings),
    };
  }
}

/** Whether something told of a sound battery is so all the same: it wakes, and loses by it. */
const isTrue = (kind: FindingKind, one: Kept): boolean =>
  !one.trouble &&
  (kind === 'loses-faster-connected' || kind === 'sudden-step') &&
  (one.unmeasuredPctPerDay ?? 0) > WAKES_TOLD_FROM;

/** The range of its line date, and when it came; null: none is told within the run. */
function lineOn(
  one: Kept,
  learnt: BatteryEstimate,
  hall: Hall,
  look: Kept['looks'][number],
): { range: Estimate; days: number } | null {
  const weather = weatherOn(hall, dayOf(look.at));
  const draws = samplePosterior(learnt, 600);
  const { lineDays } = simulateForecast({
    chemistry: one.chemistry,
    socPct: draws.socPct,
    fullPct: draws.fullPct,
    loss: lossDraws(draws, learnt.connected),
    weather,
    days: weather.days,
    lineSocPct: CHEMISTRIES[one.chemistry].lineSocPct,
    charges: [],
  });
  // The run of the truth ends; where both are beyond it, or under the line, no date is told.
  const end = FIRST + WINTER_DAYS - dayOf(look.at) - 1;
  const past = lineDays.high <= 0 && look.lineDays <= 0;
  if (past || (lineDays.low >= end && look.lineDays >= end)) return null;
  const cut = (value: number) => Math.min(value, end);
  const range = { value: cut(lineDays.value), low: cut(lineDays.low), high: cut(lineDays.high) };
  return { range, days: cut(look.lineDays) };
}
