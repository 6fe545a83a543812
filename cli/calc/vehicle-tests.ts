import { FUELS, askedAmps, startChance } from '../../core/battery/cranking';
import { crankingHealth } from '../../core/battery/cranking-health';
import { CRANKING_STANDARDS, saeAmps } from '../../core/battery/ratings';
import { loadTestFloor } from '../../core/battery/load-test';
import { exactly } from '../../core/estimate';
import { judgeCharging } from '../../core/vehicle-tests/charging-test';
import { crankFloor, judgeCrank } from '../../core/vehicle-tests/crank-test';
import { startsIn } from '../../core/vehicle-tests/crank-trace';
import { judgeLoad } from '../../core/vehicle-tests/load-test';
import { JOINT_IDS, judgeDrops, type DropsSeen } from '../../core/vehicle-tests/voltage-drop';
import { CHEMISTRY_IDS } from '../../core/battery/chemistries';
import { waysWith } from '../../core/hand-back/keep-or-replace';
import { DEFAULT_RULES } from '../../core/rules/rules';
import { BadInput, number, oneOf, optional, text, withDefault } from '../flags';
import { csvRows } from './csv-file';
import { rounded } from './rounded';
import { tool } from './tool';

const CELLS = withDefault(number(1, 24, '', 'cells of a lead-acid battery'), 6);
const CELSIUS = number(-40, 60, '°C', 'temperature of battery and engine');
const CCA = number(1, 5000, 'A', 'rated cranking amps');
const STANDARD = withDefault(oneOf(CRANKING_STANDARDS, 'standard of the rating'), 'sae');
const orNull = (value: unknown): number | null => (typeof value === 'number' ? value : null);

export const startChanceTool = tool({
  about: 'Whether a battery starts its engine on a day, as a chance.',
  flags: {
    soc: number(-100, 100, '%', 'state of charge on the day'),
    celsius: CELSIUS,
    cca: CCA,
    standard: STANDARD,
    'age-years': optional(number(0, 30, 'years', 'age of the battery')),
    'capacity-pct': optional(number(5, 120, '%', 'what it still holds of its rated capacity')),
    'displacement-cc': optional(number(20, 30_000, 'cm³', 'displacement of the engine')),
    fuel: withDefault(oneOf(FUELS, 'what it burns'), 'petrol'),
  },
  answers: {
    chancePct: 'that it starts, percent; lowPct to highPct by what is not known of the battery',
    availableAmps: 'what the battery gives',
    askedAmps: 'what the engine asks',
    powerPct: 'cranking power, percent of the same battery new, full, at 26.7 °C',
  },
  run: (flags) => {
    const capacity = orNull(flags['capacity-pct']);
    const { chance, availableAmps, askedAmps, powerPct } = startChance({
      socPct: exactly(flags.soc),
      celsius: flags.celsius,
      rated: exactly(saeAmps(flags.cca, flags.standard)),
      health: crankingHealth({
        ageYears: orNull(flags['age-years']),
        capacityShare: capacity === null ? null : exactly(capacity / 100),
        tests: [],
      }),
      engine: { displacementCc: orNull(flags['displacement-cc']), fuel: flags.fuel },
    });
    return {
      chancePct: rounded(100 * chance.value, 1),
      lowPct: rounded(100 * chance.low, 1),
      highPct: rounded(100 * chance.high, 1),
      availableAmps: rounded(availableAmps.value, 0),
      askedAmps: rounded(askedAmps.value, 0),
      powerPct: rounded(powerPct, 1),
    };
  },
});

export const loadTestTool = tool({
  about: 'What a load test of a lead-acid battery says.',
  flags: {
    volts: number(0, 100, 'V', 'at the end of the 15 s'),
    amps: number(1, 3000, 'A', 'the load'),
    celsius: CELSIUS,
    cells: CELLS,
    cca: CCA,
    standard: STANDARD,
    'rest-volts': optional(number(0, 100, 'V', 'at rest before it')),
    soc: optional(number(-100, 100, '%', 'state of charge before it')),
  },
  answers: {
    found: 'well, weak, fails or charge-first',
    floorVolts: 'least volts at that temperature, by the published table',
    sharePct: 'what it shows of its rated power, percent; null without its rest',
    say: 'in words',
  },
  run: (flags) => {
    const answer = judgeLoad({
      cells: flags.cells,
      volts: flags.volts,
      amps: flags.amps,
      celsius: flags.celsius,
      restVolts: orNull(flags['rest-volts']),
      socPct: orNull(flags.soc),
      ratedAmps: saeAmps(flags.cca, flags.standard),
    });
    return {
      found: answer.found,
      floorVolts: rounded(loadTestFloor(flags.cells, flags.celsius), 2),
      sharePct: answer.health && rounded(100 * answer.health.share, 0),
      say: answer.say,
    };
  },
});

export const crankingTool = tool({
  about: 'Starts in a log of a battery’s volts, ten samples a second or more.',
  flags: {
    file: text('comma-separated values, seconds,volts'),
    celsius: CELSIUS,
    cells: CELLS,
    cca: CCA,
    standard: STANDARD,
    soc: optional(number(-100, 100, '%', 'state of charge before it')),
    amps: optional(number(1, 3000, 'A', 'by a clamp meter')),
  },
  answers: {
    floorVolts: 'least volts while it turns, at that temperature',
    starts: 'restVolts, dipVolts, leastVolts, seconds, recoveredVolts, ran; found and say of each',
  },
  run: (flags) => {
    const rows = csvRows('file', flags.file, ['seconds', 'volts']);
    const column = (name: string) => rows.map((row) => Number(row[name]));
    const [seconds, volts] = [column('seconds'), column('volts')];
    if ([...seconds, ...volts].some((value) => !Number.isFinite(value)))
      throw new BadInput(`--file ${flags.file}: each row has two numbers, seconds,volts`);
    const answer = startsIn({ seconds, volts }, flags.cells);
    if (!answer.ok) throw new BadInput(`--file ${flags.file}: ${answer.why}`);
    const ratedAmps = saeAmps(flags.cca, flags.standard);
    const { amps: asked } = askedAmps({
      rated: exactly(ratedAmps),
      celsius: flags.celsius,
      engine: { displacementCc: null, fuel: null },
    });
    return {
      floorVolts: rounded(crankFloor(flags.cells, flags.celsius), 2),
      starts: answer.starts.map((start) => {
        const judged = judgeCrank({
          seen: {
            sound: 'normal',
            ran: start.ran,
            restVolts: start.restVolts,
            leastVolts: start.leastVolts,
            seconds: start.seconds,
            amps: orNull(flags.amps),
            celsius: flags.celsius,
          },
          cells: flags.cells,
          socPct: orNull(flags.soc),
          ratedAmps,
          askedAmps: asked.value,
          isLead: true,
        });
        return {
          restVolts: rounded(start.restVolts, 2),
          dipVolts: rounded(start.dipVolts, 2),
          leastVolts: rounded(start.leastVolts, 2),
          seconds: rounded(start.seconds, 2),
          recoveredVolts: rounded(start.recoveredVolts, 2),
          ran: start.ran,
          found: judged.found,
          say: judged.say,
        };
      }),
    };
  },
});

export const chargingSystemTool = tool({
  about: 'What an alternator gives, at idle, raised and loaded.',
  flags: {
    'idle-volts': number(0, 100, 'V', 'at the battery, engine at idle'),
    'raised-volts': optional(number(0, 100, 'V', 'at raised revs')),
    'loaded-volts': optional(number(0, 100, 'V', 'raised, lamps and blower on')),
    'ripple-volts': optional(number(0, 20, 'V', 'alternating')),
    'rest-volts': optional(number(0, 100, 'V', 'before it was started')),
    'nominal-volts': withDefault(number(6, 24, 'V', 'of the vehicle'), 12),
    school: withDefault(oneOf(['usual', 'wide', 'regulated'] as const, 'limits'), 'usual'),
    engine: withDefault(oneOf(['car', 'small'], 'small: motorcycle, quad, mower'), 'car'),
  },
  answers: {
    found: 'well, not-charging, belt, diode, regulator, rectifier, weak or raise-revs',
    say: 'in words',
  },
  run: (flags) => {
    const { found, say } = judgeCharging({
      seen: {
        idleVolts: flags['idle-volts'],
        raisedVolts: orNull(flags['raised-volts']),
        loadedVolts: orNull(flags['loaded-volts']),
        rippleVolts: orNull(flags['ripple-volts']),
        restVolts: orNull(flags['rest-volts']),
      },
      nominalVolts: flags['nominal-volts'],
      school: flags.school,
      isSmall: flags.engine === 'small',
    });
    return { found, say };
  },
});

export const voltageDropTool = tool({
  about: 'Which joint of a starter or charging circuit takes more than its share.',
  flags: {
    drops: text('as live-clamp=0.08,earth-cable=0.3', `joint=volts, of ${JOINT_IDS.join(' ')}`),
    amps: optional(number(1, 3000, 'A', 'that flowed')),
    'nominal-volts': withDefault(number(6, 24, 'V', 'of the vehicle'), 12),
  },
  answers: {
    worst: 'the joint that is worst over its limit; null: none',
    joints: 'joint, volts, limitVolts, isBad, milliohms of each',
    say: 'in words',
  },
  run: (flags) => {
    const refuse = (part: string) =>
      new BadInput(
        `--drops ${part}: is not allowed; allowed: joint=volts, 0 to 24 V, of ${JOINT_IDS.join(' ')}`,
      );
    const drops: DropsSeen['drops'] = {};
    for (const part of flags.drops.split(',')) {
      const [name, value] = part.split('=').map((word) => word.trim());
      const joint = JOINT_IDS.find((id) => id === name);
      const volts = Number(value);
      if (!joint || !value || !(volts >= 0 && volts <= 24)) throw refuse(part);
      drops[joint] = volts;
    }
    return judgeDrops({
      seen: { drops, amps: orNull(flags.amps) },
      nominalVolts: flags['nominal-volts'],
    });
  },
});

export const keepOrReplaceTool = tool({
  about: 'Whether a battery is worth keeping, and what each way on costs a year.',
  flags: {
    chemistry: oneOf(CHEMISTRY_IDS, 'chemistry'),
    'capacity-ah': number(0.1, 10_000, 'Ah', 'rated capacity'),
    'age-years': optional(number(0, 30, 'years', 'age of the battery')),
    'health-pct': number(5, 120, '%', 'of its rated power or capacity, as tested'),
    'low-pct': optional(number(5, 120, '%', 'the least that it may be, 90 %')),
    'high-pct': optional(number(5, 120, '%', 'the most that it may be, 90 %')),
    caps: withDefault(oneOf(['open', 'closed'] as const, 'its caps'), 'closed'),
    buried: withDefault(oneOf(['yes', 'no'] as const, 'something comes off to reach it'), 'no'),
  },
  answers: {
    advice: 'keep, test-first or replace',
    yearsLeft: 'value, low, high',
    nextSeasonPct: 'chance that it is still good in a year',
    ways: 'way, label, years, price, labour, perYear of each, in the house’s money',
    why: 'in words',
  },
  run: (flags) => {
    const share = flags['health-pct'] / 100;
    const bound = (given: number | undefined, by: number) =>
      given === undefined ? share * by : given / 100;
    const answer = waysWith({
      chemistry: flags.chemistry,
      capacityAh: flags['capacity-ah'],
      capsOpen: flags.caps === 'open',
      ageYears: orNull(flags['age-years']),
      health: {
        value: share,
        low: bound(flags['low-pct'], 0.85),
        high: bound(flags['high-pct'], 1.15),
      },
      isBuried: flags.buried === 'yes',
      condemned: null,
      shown: null,
      isConfirmed: false,
      rules: DEFAULT_RULES,
    });
    const { years, nextSeason } = answer.left;
    return {
      advice: answer.advice,
      yearsLeft: {
        value: rounded(years.value, 1),
        low: rounded(years.low, 1),
        high: rounded(years.high, 1),
      },
      nextSeasonPct: rounded(100 * nextSeason, 0),
      ways: answer.ways.map(({ way, label, years: lasts, price, labour, perYear }) => ({
        way,
        label,
        years: rounded(lasts.value, 1),
        price: rounded(price, 0),
        labour: rounded(labour, 0),
        perYear: rounded(perYear, 2),
      })),
      why: answer.why,
    };
  },
});
