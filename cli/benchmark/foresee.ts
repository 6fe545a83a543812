import { CHEMISTRIES, CHEMISTRY_IDS } from '../../core/battery/chemistries';
import { MS_PER_DAY, toDay, type Day } from '../../core/day';
import type { Estimate } from '../../core/estimate';
import { samplePosterior, lossDraws } from '../../core/forecast/samples';
import { simulateForecast } from '../../core/forecast/simulate-forecast';
import { weatherOf, type Weather } from '../../core/forecast/weather';
import { learntLoss, learntSoc } from '../../core/estimation/answers';
import { ACTED_ON_FROM, findingsOf, type FindingKind } from '../../core/estimation/findings';
import { factorDaysOver } from '../../core/estimation/factor-days';
import type { LearnQuestion } from '../../core/estimation/observations';
import { learn, type BatteryEstimate } from '../../core/estimation/learn';
import {
  hallTemperatures,
  monthlyAt,
  type DailyTemperatures,
  type RecordedDay,
} from '../../core/site/climate';
import { DEMO_HALLS, DEMO_SITE } from '../../demo/site';
import { random } from '../../simulators/random';
import { hallAir, outdoors, type Hours } from '../../simulators/weather';
import { WINTER_DAYS, winterOf, type Wintering } from '../../simulators/storage-season';
import { table } from './report';

/** Six times the five hundred that are wanted: misses of one battery, and of one winter, come together. */
const BATTERIES = 3000;
/** Seeds on which nothing was tried while the learning was written. */
const UNSEEN = 41_000_000;
const FIRST = toDay('2026-10-20');
const WINTERS = 30;

interface Hall {
  readonly air: Hours;
  readonly recorded: readonly RecordedDay[];
  readonly climate: (typeof DEMO_HALLS)[number]['truth'];
  readonly known: Map<Day, DailyTemperatures>;
  readonly ahead: Map<Day, Weather>;
}

/** Some winters, each as the three halls of the demo site have it. */
function hallsOf(seed: number): Hall[] {
  return Array.from({ length: WINTERS }, (_, winter) => {
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
        return { day: FIRST + day, mean, min: Math.min(...hours) };
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
function learntAt(one: Wintering, hall: Hall, upTo: number, at: number): BatteryEstimate {
  const question: LearnQuestion = {
    chemistry: one.chemistry,
    cells: one.cells,
    scale: CHEMISTRIES[one.chemistry].scales[0]!,
    capacityAh: one.capacityAh,
    ageYears: one.ageYears,
    usualDrawMa: one.usualDrawMa,
    charges: [],
    happenings: one.happenings.slice(0, upTo),
    connected: one.connected,
    factorDays: factorDaysOver(temperaturesOn(hall, dayOf(at)), dayOf),
    now: at,
  };
  return learn(question);
}

interface Tally {
  looks: number;
  soc: number;
  line: number;
  /** Looks at which the line date was within the run. */
  told: number;
  width: number;
  error: number;
}
const nothing = (): Tally => ({ looks: 0, soc: 0, line: 0, told: 0, width: 0, error: 0 });

const holds = (range: Estimate, truth: number) => truth >= range.low && truth <= range.high;

const SHOWS: Record<string, readonly FindingKind[]> = {
  'hidden-draw': ['loses-faster-connected', 'sudden-step'],
  'left-on': ['loses-faster-connected', 'sudden-step'],
  'failing-cell': ['loses-faster-disconnected', 'loses-faster-connected', 'will-not-come-up'],
  'odd-reading': ['odd-reading'],
  weak: ['will-not-come-up'],
};

export function benchForesee(seeds = UNSEEN): void {
  const halls = hallsOf(seeds);
  const tallies = new Map<string, Tally>();
  const found = new Map<string, { planted: number; found: number; readings: number }>();
  let sound = 0;
  let falsely = 0;
  const falseKinds = new Map<string, number>();
  let prior = 0;
  let after = 0;
  let compared = 0;
  for (let n = 0; n < BATTERIES; n++) {
    const hall = halls[n % halls.length]!;
    const one = winterOf(seeds + n, hall.air, FIRST * MS_PER_DAY, 0.3);
    const { trouble } = one;
    let alarmed = false;
    let foundAfter: number | null = null;
    let since = 0;
    one.looks.forEach((look, i) => {
      const learnt = learntAt(one, hall, look.upTo, look.at);
      // Until its trouble begins a battery is sound, with a line date that is not.
      const begun = trouble !== null && look.at / MS_PER_DAY - FIRST >= trouble.fromDay;
      const soc = learntSoc(learnt);
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
      const cut = (value: number) => Math.min(value, end);
      const past = lineDays.high <= 0 && look.lineDays <= 0;
      const told = !past && (lineDays.low < end || look.lineDays < end);
      const within = { ...lineDays, low: cut(lineDays.low), high: cut(lineDays.high) };
      const socHeld = holds(soc, look.socPct);
      const lineHeld = holds(within, cut(look.lineDays));
      for (const key of [one.chemistry, begun ? 'troubled' : 'sound', 'all']) {
        let tally = tallies.get(key);
        if (!tally) tallies.set(key, (tally = nothing()));
        tally.looks++;
        if (socHeld) tally.soc++;
        if (told) tally.told++;
        if (told && lineHeld) tally.line++;
        tally.width += soc.high - soc.low;
        tally.error += Math.abs(soc.value - look.socPct);
      }
      if (!trouble && (i === 0 || i === 5)) {
        const width = lossWidth(learnt);
        if (i === 0) prior += width;
        else {
          after += width;
          compared++;
        }
      }
      const alarms = findingsOf(learnt, ACTED_ON_FROM);
      if (!trouble) {
        if (alarms.length) {
          alarmed = true;
          for (const { kind } of alarms) falseKinds.set(kind, (falseKinds.get(kind) ?? 0) + 1);
        }
        return;
      }
      if (!begun || foundAfter !== null) return;
      since++;
      const wanted = SHOWS[trouble.kind]!;
      if (alarms.some(({ kind }) => wanted.includes(kind))) foundAfter = since;
    });
    if (!trouble) {
      sound++;
      if (alarmed) falsely++;
    } else if (since > 0) {
      const row = found.get(trouble.kind) ?? { planted: 0, found: 0, readings: 0 };
      row.planted++;
      if (foundAfter !== null && foundAfter <= 3) {
        row.found++;
        row.readings += foundAfter;
      }
      found.set(trouble.kind, row);
    }
  }
  const percent = (share: number) => `${(100 * share).toFixed(1)} %`;
  table(
    ['batteries', 'readings', 'charge held', 'line date held', 'width of charge', 'mean error'],
    [...CHEMISTRY_IDS, 'sound', 'troubled', 'all'].map((key) => {
      const { looks, soc, line, told, width, error } = tallies.get(key) ?? nothing();
      return [
        key,
        String(looks),
        percent(soc / looks),
        percent(line / told),
        `${(width / looks).toFixed(1)} %`,
        `${(error / looks).toFixed(2)} %`,
      ];
    }),
  );
  const all = [...found.values()];
  const planted = all.reduce((sum, row) => sum + row.planted, 0);
  const hit = all.reduce((sum, row) => sum + row.found, 0);
  table(
    ['trouble', 'planted', 'found within three readings', 'after, mean'],
    [
      ...[...found].map(([kind, row]) => [
        kind,
        String(row.planted),
        percent(row.found / row.planted),
        (row.readings / Math.max(1, row.found)).toFixed(1),
      ]),
      ['all', String(planted), percent(hit / planted), ''],
      [
        `sound, alarmed in a season (of ${sound})`,
        String(falsely),
        percent(falsely / sound),
        [...falseKinds].join(' '),
      ],
    ],
  );
  console.log(
    `width of the loss, 90 %, after six readings as a share of that after one: ${percent(after / prior / (compared / Math.max(1, sound)))}\n`,
  );
}

function lossWidth(learnt: BatteryEstimate): number {
  const loss = learntLoss(learnt);
  return loss.high - loss.low;
}
