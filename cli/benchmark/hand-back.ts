import { askedAmps, startChance } from '../../core/battery/cranking';
import { crankingHealth } from '../../core/battery/cranking-health';
import { isCalledWeak } from '../../core/battery/life';
import { socOfVolts } from '../../core/battery/state-of-charge';
import { estimate, exactly, type Estimate } from '../../core/estimate';
import { judgeCharging, type ChargingFinding } from '../../core/vehicle-tests/charging-test';
import { judgeCrank } from '../../core/vehicle-tests/crank-test';
import { startsIn } from '../../core/vehicle-tests/crank-trace';
import { holdsLoad, judgeLoad } from '../../core/vehicle-tests/load-test';
import { judgeDrops } from '../../core/vehicle-tests/voltage-drop';
import { random, randomOne } from '../../simulators/random';
import {
  anyStart,
  charging,
  crankLog,
  drops,
  loadTest,
  meterOf,
  onAMorning,
  starts,
  type Alternator,
  type StartTruth,
} from '../../simulators/start-world';
import { table } from './report';

const VEHICLES = 2000;
const UNSEEN = 19_000_000;

interface Found {
  readonly ours: boolean;
  readonly floor: boolean;
  /** What is believed of its power, tested and by its age alone. */
  readonly tested: Estimate;
  readonly untested: Estimate;
}

/** What the record would say of a battery after a start and a load test. */
function foundWeak(truth: StartTruth, seed: number): Found {
  const chance = randomOne(seed);
  const meter = meterOf(chance);
  const { cells, celsius, ratedAmps } = truth;
  const socAt = (volts: number) =>
    socOfVolts({ chemistry: 'flooded', cells, celsius, scale: 'published', volts });
  const load = loadTest(truth, meter);
  const judged = judgeLoad({
    ...load,
    cells,
    celsius,
    ratedAmps,
    socPct: socAt(load.restVolts),
  });
  const log = crankLog(truth, meter, chance);
  const logged = startsIn(log, cells);
  const start = logged.ok ? logged.starts[0]! : null;
  const crank = judgeCrank({
    seen: {
      sound: log.sound,
      ran: start?.ran ?? false,
      restVolts: start?.restVolts ?? null,
      leastVolts: start?.leastVolts ?? null,
      seconds: start?.seconds ?? null,
      amps: null,
      celsius,
    },
    cells,
    socPct: start ? socAt(start.restVolts) : null,
    ratedAmps,
    askedAmps: askedAmps({
      rated: exactly(ratedAmps),
      celsius,
      engine: { displacementCc: null, fuel: null },
    }).amps.value,
    isLead: true,
  });
  const tests = [judged.health, crank.health].flatMap((one) =>
    one ? [{ ...one, yearsAgo: 0 }] : [],
  );
  const believed = (of: typeof tests) =>
    crankingHealth({ ageYears: truth.ageYears, capacityShare: null, tests: of });
  const health = believed(tests);
  return {
    ours: judged.found === 'fails' || isCalledWeak(health),
    // A careful rival: the published floor, and the plateau while it turns.
    floor: !holdsLoad(load.volts, cells, celsius) || crank.found === 'battery',
    tested: health,
    untested: believed([]),
  };
}

const FINDINGS: Readonly<Record<Exclude<Alternator, 'regulated'>, readonly ChargingFinding[]>> = {
  sound: ['well'],
  dead: ['not-charging', 'rectifier'],
  belt: ['belt', 'weak'],
  diode: ['diode', 'rectifier'],
  over: ['regulator', 'rectifier'],
};

/** Chances as they were foreseen, and how often it came about. */
const SURENESS = [0, 0.1, 0.3, 0.7, 0.9, 0.97, 1.0001] as const;

/** Starts on mornings of chance, foreseen and then tried. */
function foreseenStarts(
  truths: readonly StartTruth[],
  healthOf: (truth: StartTruth) => Estimate,
  seed: number,
): { readonly of: number; readonly started: number }[] {
  const tried = truths.map((truth, i) => {
    const chance = randomOne(seed + i);
    const morning = onAMorning(truth, chance);
    const soc = 100 * morning.soc + 3 * chance.normal();
    const { chance: foreseen } = startChance({
      socPct: estimate(soc, 3),
      celsius: morning.celsius,
      rated: exactly(truth.ratedAmps),
      health: healthOf(truth),
      engine: { displacementCc: null, fuel: null },
    });
    return { foreseen: foreseen.value, started: starts(morning) };
  });
  return SURENESS.slice(0, -1).map((from, i) => {
    const here = tried.filter(({ foreseen }) => foreseen >= from && foreseen < SURENESS[i + 1]!);
    return { of: here.length, started: here.filter(({ started }) => started).length };
  });
}

const pct = (count: number, of: number) => `${((100 * count) / Math.max(1, of)).toFixed(1)} %`;

/** Tests at the vehicle, judged on vehicles of other physics. */
export function benchHandBack(vehicles = VEHICLES, seed = UNSEEN): Record<string, number> {
  const chance = random(seed);
  const truths = Array.from({ length: vehicles }, () => anyStart(chance));
  const weak = truths.filter(({ power }) => power < 0.7);
  const sound = truths.filter(({ power }) => power >= 0.7);
  const found = new Map(truths.map((truth, i) => [truth, foundWeak(truth, seed + 1 + i)]));
  const share = (of: readonly StartTruth[], by: 'ours' | 'floor') =>
    of.filter((truth) => found.get(truth)![by]).length;

  const meters = truths.map((_, i) => randomOne(seed + 50_000 + i));
  const named = truths.map((truth, i) => {
    const seen = { drops: drops(truth, meterOf(meters[i]!)), amps: null };
    return judgeDrops({ seen, nominalVolts: 12 }).worst;
  });
  const bad = truths.filter(({ badJoint }) => badJoint !== null);
  const right = truths.filter((truth, i) => truth.badJoint !== null && named[i] === truth.badJoint);
  const wrong = truths.filter((truth, i) => truth.badJoint === null && named[i] !== null);

  const judgedCharging = truths.map((truth, i) => {
    const seen = charging(truth, meterOf(meters[i]!), meters[i]!);
    const isSmall = truth.isSmall;
    const school = truth.alternator === 'regulated' ? ('regulated' as const) : ('usual' as const);
    return judgeCharging({ seen: { ...seen, restVolts: 12.6 }, nominalVolts: 12, school, isSmall })
      .found;
  });
  const rows = (Object.keys(FINDINGS) as (keyof typeof FINDINGS)[]).map((kind) => {
    const of = truths.flatMap((truth, i) =>
      truth.alternator === kind ? [judgedCharging[i]!] : [],
    );
    return { kind, of: of.length, right: of.filter((one) => FINDINGS[kind].includes(one)).length };
  });
  const regulated = truths.flatMap((truth, i) =>
    truth.alternator === 'regulated' ? [judgedCharging[i]!] : [],
  );
  const notBlamed = regulated.filter((one) => one === 'well' || one === 'raise-revs').length;

  // Joints that take too much are found and mended first.
  const mended = truths.filter(({ badJoint }) => badJoint === null);
  const tested = foreseenStarts(mended, (truth) => found.get(truth)!.tested, seed + 200_000);
  const untested = foreseenStarts(mended, (truth) => found.get(truth)!.untested, seed + 200_000);

  console.log(`${vehicles} stand-in vehicles, of physics that the judge does not share`);
  table(
    ['battery', 'vehicles', 'called weak', 'by floors alone', 'wanted'],
    [
      [
        'weak: under 70 % of its rated power',
        String(weak.length),
        pct(share(weak, 'ours'), weak.length),
        pct(share(weak, 'floor'), weak.length),
        'at least 95 %',
      ],
      [
        'sound',
        String(sound.length),
        pct(share(sound, 'ours'), sound.length),
        pct(share(sound, 'floor'), sound.length),
        'at most 3 %',
      ],
    ],
  );
  table(
    ['starter circuit', 'vehicles', 'bad joint named', 'wanted'],
    [
      ['one joint bad', String(bad.length), pct(right.length, bad.length), 'at least 95 %'],
      [
        'none bad',
        String(truths.length - bad.length),
        `${pct(wrong.length, truths.length - bad.length)} blamed`,
        '',
      ],
    ],
  );
  table(
    ['charging', 'vehicles', 'told rightly', 'wanted'],
    [
      ...rows.map(({ kind, of, right: ok }) => [kind, String(of), pct(ok, of), 'at least 90 %']),
      ['regulated, not blamed', String(regulated.length), pct(notBlamed, regulated.length), ''],
    ],
  );
  const whole = (share: number) => Math.round(100 * Math.min(1, share));
  const row = ({ of, started }: { of: number; started: number }) =>
    of === 0 ? '–' : `${pct(started, of)} of ${of}`;
  table(
    ['foreseen that it starts', 'started, tested before', 'started, by age alone'],
    tested.map((one, i) => [
      `${whole(SURENESS[i]!)}–${whole(SURENESS[i + 1]!)} %`,
      row(one),
      row(untested[i]!),
    ]),
  );
  return {
    weakFound: share(weak, 'ours') / weak.length,
    soundBlamed: share(sound, 'ours') / sound.length,
    jointNamed: right.length / bad.length,
    chargingTold: Math.min(...rows.map(({ of, right: ok }) => ok / Math.max(1, of))),
  };
}
