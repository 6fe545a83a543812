import { spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { BadInput } from '../flags';
import { calc, calcHelp } from './calc';
import { TOOLS } from './tools';

const ask = (line: string) => calc(line.split(' ')) as Record<string, unknown>;
const refusal = (line: string) => {
  try {
    ask(line);
  } catch (error) {
    expect(error).toBeInstanceOf(BadInput);
    return (error as Error).message;
  }
  throw new Error(`${line} was taken`);
};

let folder: string;
beforeAll(() => {
  folder = mkdtempSync(join(tmpdir(), 'velvet-calc-'));
});
afterAll(() => rmSync(folder, { recursive: true }));

const csv = (content: string) => {
  const file = join(folder, 'season.csv');
  writeFileSync(file, content);
  return file;
};

const logged = (
  rows: readonly (readonly [number, number | string])[],
  heading = 'seconds,amps',
) => {
  const file = join(folder, 'trace.csv');
  writeFileSync(file, `${heading}\n${rows.map((row) => row.join()).join('\n')}\n`);
  return file;
};

describe('draw', () => {
  // Restless by a tenth of a milliamp, as a logger is.
  const at = (t: number) =>
    (t < 20 ? 0.38 : t < 130 ? 0.12 : 0.019) + 0.0001 * Math.sin(t * 12.9898);
  const healthy = Array.from({ length: 2400 }, (_, t) => [t, at(t)] as const);

  it('answers with the settled value, when it settled, and the days that it leaves', () => {
    const file = logged(healthy);
    const answer = ask(`draw --file ${file} --capacity-ah 60 --from-soc 90 --to-soc 70`);
    expect(answer).toMatchObject({ verdict: 'pass', periodic: null });
    expect(answer.settledMa).toBeCloseTo(19, 0);
    expect(answer.settledAtSeconds).toBeCloseTo(130, -1);
    // 19 mA are 0.76 % of 60 Ah a day; twenty percent last 26.3 days.
    expect(answer.daysToLine).toBeCloseTo(26.3, 0);
    expect(answer.levels).toHaveLength(3);
    expect(ask(`draw --file ${file} --limit-ma 10`)).toMatchObject({
      verdict: 'over-limit',
      daysToLine: null,
    });
  });

  it('says that it is still awake, and does not guess when it settled', () => {
    const answer = ask(`draw --file ${logged(healthy.slice(0, 100))}`);
    expect(answer).toMatchObject({ verdict: 'still-awake', settledAtSeconds: null });
    expect((answer.notes as string[]).join(' ')).toMatch(/worth waiting|Still awake/);
  });

  it('refuses what is no trace, with the line', () => {
    expect(refusal('draw --file /no/such/file')).toMatch(/--file \/no\/such\/file: .*allowed/);
    expect(refusal(`draw --file ${logged([[0, 'x']])}`)).toMatch(
      /line 2: “x” is no number of amps/,
    );
    expect(refusal(`draw --file ${logged([[0, 1]], 'seconds,mA')}`)).toMatch(/give amps/);
    expect(refusal(`draw --file ${logged(healthy.slice(0, 3))}`)).toMatch(/at least 5 samples/);
    expect(refusal(`draw --file ${logged(healthy)} --capacity-ah 60`)).toMatch(
      /--from-soc: is missing/,
    );
  });
});

describe('charging', () => {
  it('charge-time answers in two stages, and refuses lithium below freezing', () => {
    const line = '--cells 6 --capacity-ah 60 --from-soc 50 --charger-amps 6';
    const answer = ask(`charge-time --chemistry flooded ${line}`);
    expect(answer.totalHours).toBeCloseTo(
      (answer.bulkHours as number) + (answer.absorptionHours as number),
      1,
    );
    // Thirty ampere-hours, and a tenth more.
    expect(answer.ampHours).toBeCloseTo(33, 6);
    expect(answer.finishAt).toMatchObject({ days: 0 });
    expect(refusal(`charge-time --chemistry lfp ${line} --celsius -3`)).toMatch(
      /--celsius -3: .*never charged below freezing/,
    );
  });

  it('charge-voltage, ventilation, overcharge, neutraliser', () => {
    expect(ask('charge-voltage --chemistry gel --cells 6 --celsius 25')).toEqual({
      absorptionVolts: 14.1,
      floatVolts: 13.5,
    });
    // IEC 62485-2.
    expect(
      ask('ventilation --type vented --stage boost --cells 6 --capacity-ah 100 --count 2'),
    ).toMatchObject({ airflowM3PerHour: 1.2, openingCm2: 33.6 });
    // Faraday's law.
    expect(ask('overcharge --ah 10 --cells 6')).toEqual({
      waterGrams: 20.16,
      hydrogenLitres: 25.08,
    });
    // Common practice: two teaspoons to a cup.
    expect(ask('neutraliser --litres 0.236588')).toEqual({ grams: 10, teaspoons: 2 });
  });

  it('solar answers by date and latitude, and refuses a day that is none', () => {
    // FAO 56, examples 8 and 9.
    const answer = ask('solar --latitude -20 --date 2026-09-03 --panel-watts 20');
    expect(answer.extraterrestrialMJ).toBeCloseTo(32.2, 0);
    expect(answer.dayLengthHours).toBeCloseTo(11.7, 1);
    expect(answer.ampHoursPerDay).toBeGreaterThan(0);
    expect(refusal('solar --latitude 54 --date 2026-02-30 --panel-watts 20')).toMatch(
      /--date 2026-02-30/,
    );
  });
});

describe('lights-left-on', () => {
  it('answers what is left and whether it starts', () => {
    const flags = '--capacity-ah 60 --peukert 1.2 --cca 540';
    const short = ask(`lights-left-on --amps 1 --hours 2 --from-soc 95 --celsius 10 ${flags}`);
    expect(short.startsAnyway).toBe(true);
    const night = ask(`lights-left-on --amps 9 --hours 10 --from-soc 95 --celsius -5 ${flags}`);
    expect(night.startsAnyway).toBe(false);
    expect(night.socPct).toBeLessThan(0);
    expect(night.why).toMatch(/slow charge first/);
    // 60 Ah at 3 A, k 1: twenty hours from full.
    const ideal =
      'lights-left-on --amps 3 --hours 10 --capacity-ah 60 --peukert 1 --from-soc 100 --cca 540 --celsius 20';
    expect(ask(ideal).socPct).toBeCloseTo(50, 6);
  });
});

describe('tests at the vehicle', () => {
  it('says whether it starts, and how sure that is', () => {
    const good = ask('start-chance --soc 95 --celsius -5 --cca 540 --age-years 2');
    const old = ask('start-chance --soc 60 --celsius -5 --cca 540 --age-years 9');
    expect(good.chancePct).toBeGreaterThan(99);
    expect(old.chancePct).toBeLessThan(good.chancePct as number);
    expect(old.lowPct).toBeLessThan(old.highPct as number);
  });

  it('judges a load, a charging system and a drop in volts', () => {
    expect(
      ask('load-test --volts 9.4 --amps 270 --celsius 21 --cca 540 --rest-volts 12.6 --soc 95'),
    ).toMatchObject({ found: 'fails', floorVolts: 9.6 });
    expect(ask('charging-system --idle-volts 14.2 --ripple-volts 0.9')).toMatchObject({
      found: 'diode',
    });
    expect(ask('voltage-drop --drops live-clamp=0.06,earth-cable=0.34 --amps 150')).toMatchObject({
      worst: 'earth-cable',
    });
    expect(refusal('voltage-drop --drops bonnet=0.1')).toMatch(/--drops bonnet=0.1/);
  });

  it('finds a start in a log, and says what a log lacks', () => {
    const volts = (t: number) => (t < 1 ? 12.6 : t < 2.2 ? 10.1 : 13.9);
    const rows = Array.from({ length: 80 }, (_, i) => [i / 20, volts(i / 20)] as const);
    const file = logged(rows, 'seconds,volts');
    const { starts } = ask(`cranking --file ${file} --celsius 20 --cca 540 --soc 95`);
    expect(starts).toEqual([expect.objectContaining({ found: 'well', ran: true })]);
    const slow = logged(
      rows.filter((_, i) => i % 10 === 0),
      'seconds,volts',
    );
    expect(refusal(`cranking --file ${slow} --celsius 20 --cca 540`)).toMatch(/--file/);
  });
});

describe('state-of-charge', () => {
  it('answers with range, scale and what other schools would say', () => {
    const answer = ask('state-of-charge --chemistry flooded --cells 6 --volts 12.24');
    expect(answer).toMatchObject({ settled: true, scale: 'published' });
    expect(answer.socPct).toBeCloseTo(50, 0);
    expect(answer.lowPct).toBeLessThan(50);
    expect(answer.highPct).toBeGreaterThan(50);
    expect((answer.notes as string[]).join(' ')).toContain('sealed-battery school');
  });

  it('knows rest, temperature, strings and over-discharge', () => {
    const base = 'state-of-charge --chemistry agm --cells 6 --volts 12.6';
    expect(ask(`${base} --rested-hours 1`).settled).toBe(false);
    expect(ask(`${base} --celsius -10`).socPct).toBeGreaterThan(ask(base).socPct as number);
    expect(ask('state-of-charge --chemistry flooded --cells 24 --volts 49.8').socPct).toBeCloseTo(
      75.25,
      1,
    );
    const deep = ask('state-of-charge --chemistry flooded --cells 6 --volts 11.2');
    expect(deep.socPct).toBeLessThan(-20);
    expect((deep.notes as string[]).join(' ')).toContain('Over-discharged');
  });

  it.each([
    ['state-of-charge --chemistry nickel --cells 6 --volts 12', '--chemistry nickel'],
    ['state-of-charge --chemistry agm --cells 6 --volts twelve', '--volts twelve'],
    ['state-of-charge --chemistry agm --cells 6 --volts 1252', '--volts 1252'],
    ['state-of-charge --chemistry agm --cells 6 --volts 100', 'allowed: 0 to 24 V'],
    ['state-of-charge --chemistry agm --cells 0 --volts 12', '--cells 0'],
    ['state-of-charge --chemistry agm --cells 2.5 --volts 12', 'whole number'],
    ['state-of-charge --chemistry agm --cells 6', '--volts: is missing'],
    ['state-of-charge --chemistry agm --cells 6 --volts', 'a value is missing'],
    ['state-of-charge --chemistry agm --cells 6 --volts 12 --scale published', 'allowed: agm'],
    ['state-of-charge --chemistry agm --cells 6 --volts 12 --colour red', '--colour: no such flag'],
    ['state-of-charge --chemistry agm --chemistry gel --cells 6 --volts 12', 'given twice'],
    ['state-of-charge agm', 'flags are written'],
    ['prophecy --volts 12', 'no such tool'],
  ])('refuses %s', (line, words) => expect(refusal(line)).toContain(words));
});

describe('the other tools', () => {
  it('hydrometer: corrected cells, spread and the weak one', () => {
    expect(ask('hydrometer --sg 1.265,1.26,1.2,1.265,1.26,1.262')).toMatchObject({
      spread: 0.065,
      weakCells: [3],
    });
    expect(refusal('hydrometer --sg 1.265,wet')).toContain('--sg 1.265,wet');
    expect(refusal('hydrometer --sg 12.65')).toContain('1 to 1.4');
  });

  it('freezing-point: by charge or by gravity, and not by both', () => {
    expect(ask('freezing-point --sg 1.1')).toEqual({ celsius: -7.7 });
    expect(ask('freezing-point --soc -20').celsius).toBeCloseTo(-7.7, 0);
    expect(ask('freezing-point --soc 50 --chemistry lfp')).toEqual({ celsius: null });
    expect(refusal('freezing-point')).toContain('--soc');
    expect(refusal('freezing-point --soc 5 --sg 1.2')).toContain('not both');
  });

  it('reserve: the classic pair', () => {
    const line =
      'reserve --capacity-ah 60 --from-soc 100 --to-soc 0 --draw-ma 5 --self-discharge-pct-month';
    expect(ask(`${line} 0`)).toEqual({ days: 500 });
    expect(ask(`${line} 3`).days).toBeLessThan(500);
    expect(refusal(`${line} -1`)).toContain('0 to 100 %');
  });

  const forecast = (file: string, more = '') =>
    `forecast --file ${file} --chemistry flooded --capacity-ah 50 --from-soc 80 --draw-ma 0 --line-soc 79 --self-discharge-pct-month 15${more}`;

  it('forecast: day by day, with the line and the nearest frost', () => {
    const file = csv('date,celsius\n2027-01-14,20\n2027-01-15,20\n2027-01-17,-12\n');
    const answer = ask(forecast(file));
    // 15 % in 30 days at 20 °C is half a percent a day; the 16th takes the day before.
    expect(answer.socPct).toEqual([80, 79.5, 79, 78.5]);
    expect(answer.lineDate).toBe('2027-01-16');
    expect(answer.freezeMarginDate).toBe('2027-01-17');
    expect(answer.freezeMarginC).toBeGreaterThan(30);
    expect((answer.notes as string[]).join(' ')).toContain('1 days are not in the file');
    expect(ask(forecast(file, '').replace('line-soc 79', 'line-soc 20')).lineDate).toBeNull();
  });

  it.each([
    ['date,celsius\n2027-02-30,1\n', 'line 2: “2027-02-30” is no date'],
    ['date,celsius\n2027-01-14,cold\n', 'line 2: “cold” is no temperature'],
    ['date,celsius\n2027-01-14,1\n2027-01-14,2\n', 'line 3'],
    ['date,celsius\n', 'no day is there'],
    ['day;degrees\n1;2\n', 'is no date'],
  ])('forecast refuses the file %j', (content, words) => {
    expect(refusal(forecast(csv(content)))).toContain(words);
  });

  it('forecast says that a file is not there', () => {
    expect(refusal(forecast(join(folder, 'nowhere.csv')))).toContain('ENOENT');
  });
});

describe('the shell', () => {
  const ember = (...args: string[]) =>
    spawnSync(process.execPath, ['dist/ember.mjs', ...args], { encoding: 'utf8' });

  it('gets one JSON object, or exit 2 with one line and nothing on standard output', () => {
    const good = ember('calc', 'freezing-point', '--soc', '50');
    expect(good.status).toBe(0);
    expect(JSON.parse(good.stdout)).toEqual({ celsius: -26.5 });
    const bad = ember('calc', 'freezing-point', '--soc', 'half');
    expect(bad.status).toBe(2);
    expect(bad.stdout).toBe('');
    expect(bad.stderr.trim().split('\n')).toEqual([
      '--soc half: is not allowed; allowed: -100 to 100 %',
    ]);
  });

  it('is told all tools, flags and units', () => {
    const help = calcHelp();
    for (const [name, tool] of Object.entries(TOOLS)) {
      expect(help).toContain(`${name}: ${tool.about}`);
      for (const flag of Object.keys(tool.flags)) expect(help).toContain(`--${flag}`);
    }
  });
});
