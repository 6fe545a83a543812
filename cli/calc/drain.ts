import { CHEMISTRIES, CHEMISTRY_IDS, cellsFor } from '../../core/battery/chemistries';
import { dayName, dayOf } from '../../core/day';
import type { Estimate } from '../../core/estimate';
import { arrheniusFactor } from '../../core/drain/self-discharge';
import { samplePosterior, lossDraws } from '../../core/forecast/samples';
import { arrheniusSums } from '../../core/drain/self-discharge';
import { reserveOfDraws } from '../../core/forecast/reserve-draws';
import { UNKNOWN_OFFSET } from '../../core/estimation/house';
import { learntDrawMa, learntLoss, learntSelf, learntSoc } from '../../core/estimation/answers';
import { findingsOf, settleBy } from '../../core/estimation/findings';
import type { Observation } from '../../core/estimation/observations';
import { factorDaysOver } from '../../core/estimation/factor-days';
import { learn } from '../../core/estimation/learn';
import { BadInput, number, oneOf, optional, text, whole, withDefault } from '../flags';
import { csvRows } from './csv-file';
import { readSeason } from './forecast';
import { rounded } from './rounded';
import { tool } from './tool';

const COLUMNS = ['at', 'volts', 'celsius', 'connected', 'event'] as const;
const EVENTS = ['', 'full', 'connect', 'disconnect'] as const;
/** How far ahead the line is looked for. */
const AHEAD_DAYS = 3 * 365;
/** A reading with a date and no time was taken at noon. */
const NOON = 'T12:00:00Z';

interface Row {
  readonly at: number;
  readonly volts: number | null;
  readonly celsius: number | null;
  readonly connected: boolean | null;
  readonly event: (typeof EVENTS)[number];
}

/** What a vehicle draws that nobody knows: by the size of its battery. Common practice. */
const usualDrawMa = (capacityAh: number): Estimate =>
  capacityAh < 30
    ? { value: 1.5, low: 0.2, high: 6 }
    : { value: 0.3 * capacityAh, low: 0.05 * capacityAh, high: 0.8 * capacityAh };

const shown = ({ value, low, high }: Estimate, digits: number) => ({
  value: rounded(value, digits),
  low: rounded(low, digits),
  high: rounded(high, digits),
});

export const drainTool = tool({
  about:
    'What a battery’s readings teach: how fast it loses, what of it is draw, when it meets its line, and what is odd.',
  flags: {
    file: text(
      `CSV with the columns ${COLUMNS.join(',')}; event empty, ${EVENTS.slice(1).join(', ')}`,
      'a CSV file',
    ),
    chemistry: oneOf(CHEMISTRY_IDS, 'chemistry of the battery'),
    'capacity-ah': number(0.1, 10_000, 'Ah', 'rated capacity at the 20 h rate'),
    cells: optional(whole(1, 48, '', 'cells in series; those of a 12 V battery by default')),
    temperatures: optional(
      text('CSV with the columns date,celsius: daily means of its hall', 'a CSV file'),
    ),
    'age-years': withDefault(number(0, 40, 'years', 'age of the battery'), 2),
    'line-soc': optional(
      number(-100, 100, '%', 'recharge line; the chemistry’s usual one by default'),
    ),
    'rested-hours': withDefault(
      number(0, 10_000, 'h', 'rest before a reading, where no full charge says less'),
      24,
    ),
  },
  answers: {
    lossPctPerDay:
      'all that it loses now, percent a day of what it can hold: value, low, high (90 %)',
    selfDischargePctPerMonthAt20C: 'percent of rated capacity in 30 days at 20 °C',
    drawMa: 'of its vehicle while it is connected, known or not',
    socPct: 'state of charge at the last reading',
    lineDate:
      'the day on which the line is met, with its 90 % range; null where it is not within three years',
    findings: 'kind, chance, since, settleBy: what is not explained, the likeliest first',
    notes: 'what was assumed',
  },
  run: (flags) => {
    const { chemistry } = flags;
    const capacityAh = flags['capacity-ah'];
    const rows = readRows(flags.file);
    const cells = flags.cells ?? cellsFor(chemistry, 12);
    const now = rows.at(-1)!.at;
    const season = flags.temperatures ? readSeason(flags.temperatures, 'temperatures') : null;
    const { sums, firstDay, note } = seasonOf(rows, season);
    const last = sums.length - 2;
    const index = (at: number) => Math.min(last, Math.max(0, day(at) - firstDay));
    const first = rows[0]!;
    const learnt = learn({
      chemistry,
      cells,
      scale: CHEMISTRIES[chemistry].scales[0]!,
      capacityAh,
      ageYears: flags['age-years'],
      usualDrawMa: usualDrawMa(capacityAh),
      house: UNKNOWN_OFFSET,
      charges: [],
      happenings: happeningsOf(rows, flags['rested-hours'], sums, firstDay),
      connected:
        first.event === 'connect'
          ? false
          : first.event === 'disconnect'
            ? true
            : (first.connected ?? true),
      factorDays: factorDaysOver({ sums, firstDay }, day),
      now,
    });
    const draws = samplePosterior(learnt);
    const reserve = reserveOfDraws(
      draws.socPct,
      lossDraws(draws, learnt.connected),
      sums,
      Math.min(last, index(now)),
      flags['line-soc'] ?? CHEMISTRIES[chemistry].lineSocPct,
    );
    const dateOf = (days: number) =>
      Number.isFinite(days) ? dayName(day(now) + Math.floor(days)) : null;
    const everOn = learnt.connected || rows.some((row) => row.connected === true);
    return {
      lossPctPerDay: shown(learntLoss(learnt), 4),
      selfDischargePctPerMonthAt20C: shown(learntSelf(learnt), 3),
      drawMa: shown(learntDrawMa(learnt, capacityAh), 2),
      socPct: shown(learntSoc(learnt), 2),
      lineDate:
        dateOf(reserve.value) === null
          ? null
          : {
              value: dateOf(reserve.value),
              low: dateOf(reserve.low),
              high: dateOf(reserve.high),
            },
      findings: findingsOf(learnt)
        .map((finding) => ({
          kind: finding.kind,
          chance: rounded(finding.chance, 3),
          settleBy: settleBy(finding.kind),
          since: finding.since === null ? null : dayName(day(finding.since)),
          at: finding.reading === null ? null : rows[Number(finding.reading)]!.at,
        }))
        .map(({ at, ...finding }) => ({
          ...finding,
          reading: at === null ? null : new Date(at).toISOString(),
        })),
      notes: [
        `Usable capacity is taken as ${Math.round(100 * learnt.usableShare.value)} % of the rated one, by age alone: volts do not tell it.`,
        note,
        ...(everOn ? [] : ['It was never connected: the draw is what such a vehicle usually has.']),
      ],
    };
  },
});

const day = (at: number) => dayOf(at, 'UTC');

function readRows(file: string): Row[] {
  const refuse = (line: number, what: string) =>
    new BadInput(
      `--file ${file}: line ${line}: ${what}; allowed: ${COLUMNS.join(',')} as 2027-01-14T09:00Z,12.52,4.5,1,`,
    );
  const raw = csvRows('file', file, COLUMNS);
  const rows = raw.map((row, i): Row => {
    const line = i + 2;
    const refuseField = (name: string, value: string, allowed: string) =>
      refuse(line, `${name} “${value}” is not ${allowed}`);
    const stamp = row.at ?? '';
    const dated = /^\d{4}-\d{2}-\d{2}$/.test(stamp) ? stamp + NOON : stamp;
    const at = /^\d{4}-\d{2}-\d{2}T\d{2}:\d{2}(:\d{2}(\.\d+)?)?(Z|[+-]\d{2}:\d{2})$/.test(dated)
      ? Date.parse(dated)
      : NaN;
    if (Number.isNaN(at))
      throw refuseField('at', stamp, 'a date, or a date and time with its zone');
    const optionalNumber = (name: 'volts' | 'celsius', low: number, high: number, unit: string) => {
      const value = row[name] ?? '';
      if (value === '') return null;
      const parsed = Number(value);
      if (!(parsed >= low && parsed <= high)) {
        throw refuseField(name, value, `a number from ${low} to ${high} ${unit}, or empty`);
      }
      return parsed;
    };
    const event = (row.event ?? '') as Row['event'];
    if (!EVENTS.includes(event))
      throw refuseField('event', event, `empty, ${EVENTS.slice(1).join(', ')}`);
    const on = (row.connected ?? '').toLowerCase();
    const connected = ['1', 'true', 'yes'].includes(on)
      ? true
      : ['0', 'false', 'no'].includes(on)
        ? false
        : null;
    if (on !== '' && connected === null)
      throw refuseField('connected', on, '1 or 0, true or false, yes or no');
    const volts = optionalNumber('volts', 0, 100, 'V');
    if (volts === null && event === '') throw refuse(line, 'neither volts nor an event is there');
    return { at, volts, celsius: optionalNumber('celsius', -60, 70, '°C'), connected, event };
  });
  if (rows.length === 0) throw refuse(2, 'no reading is there');
  rows.forEach((row, i) => {
    if (i > 0 && row.at < rows[i - 1]!.at) throw refuse(i + 2, 'it is dated before the line above');
  });
  return rows;
}

/** Surface charge is gone, or it is said how long it rested: counted from the last full charge. */
function happeningsOf(
  rows: readonly Row[],
  restedHours: number,
  sums: Float64Array,
  firstDay: number,
): Observation[] {
  const list: Observation[] = [];
  let fullAt = -Infinity;
  let on = rows[0]!.connected;
  rows.forEach((row, i) => {
    const { at, event } = row;
    if (event === 'full') {
      fullAt = at;
      list.push({ kind: 'full', at });
    }
    const now = event === 'connect' ? true : event === 'disconnect' ? false : row.connected;
    if (now !== null && now !== on) {
      // Without an event of its own it was changed some time since the line above.
      list.push({ kind: 'negative', at: event ? at : rows[Math.max(0, i - 1)]!.at, on: now });
      list.sort((a, b) => a.at - b.at);
      on = now;
    }
    // What is read as a charge ends is surface charge.
    if (row.volts === null || event === 'full') return;
    const since = (at - fullAt) / 3_600_000;
    list.push({
      kind: 'reading',
      at,
      id: String(i),
      volts: row.volts,
      celsius: row.celsius ?? celsiusOf(sums, day(at) - firstDay),
      restedHours: Number.isFinite(since) ? since : restedHours,
    });
  });
  return list;
}

/** Temperature back from a day's Arrhenius factor. */
function celsiusOf(sums: Float64Array, index: number): number {
  const at = Math.min(sums.length - 2, Math.max(0, index));
  const factor = sums[at + 1]! - sums[at]!;
  let low = -60;
  let high = 70;
  for (let i = 0; i < 50; i++) {
    const middle = (low + high) / 2;
    if (arrheniusFactor(middle) < factor) low = middle;
    else high = middle;
  }
  return (low + high) / 2;
}

/** Daily temperatures from the file, else straight between those of the readings; then as at last. */
function seasonOf(
  rows: readonly Row[],
  season: ReturnType<typeof readSeason> | null,
): { sums: Float64Array; firstDay: number; note: string } {
  if (season) {
    const celsius = new Float64Array(season.celsius.length + AHEAD_DAYS);
    celsius.set(season.celsius);
    celsius.fill(season.celsius.at(-1)!, season.celsius.length);
    return {
      sums: arrheniusSums(celsius),
      firstDay: season.first,
      note: 'After the last day of the temperatures it stays as it was.',
    };
  }
  const known = rows.flatMap(({ at, celsius }) =>
    celsius === null ? [] : [{ day: day(at), celsius }],
  );
  const firstDay = day(rows[0]!.at);
  const days = day(rows.at(-1)!.at) - firstDay + 1 + AHEAD_DAYS;
  const celsius = Float64Array.from({ length: days }, (_, i) => {
    const at = firstDay + i;
    const after = known.findIndex((one) => one.day >= at);
    if (known.length === 0) return 10;
    if (after === -1) return known.at(-1)!.celsius;
    if (after === 0) return known[0]!.celsius;
    const [a, b] = [known[after - 1]!, known[after]!];
    return a.celsius + ((b.celsius - a.celsius) * (at - a.day)) / Math.max(1, b.day - a.day);
  });
  return {
    sums: arrheniusSums(celsius),
    firstDay,
    note: known.length
      ? 'Temperatures are drawn straight between those of the readings.'
      : 'No temperature is given: 10 °C is assumed.',
  };
}
