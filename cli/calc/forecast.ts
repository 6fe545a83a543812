import { freezingOfSoc } from '../../core/battery/acid';
import { CHEMISTRIES, CHEMISTRY_IDS } from '../../core/battery/chemistries';
import { dayName, parseDay, type Day } from '../../core/day';
import { drawPctPerDay } from '../../core/drain/reserve';
import { daysUntil, forecast, freezeMargin } from '../../core/forecast/forecast';
import { BadInput, number, oneOf, optional, text } from '../flags';
import { csvRows } from './csv-file';
import { rounded } from './rounded';
import { tool } from './tool';

/** Days of a season in a file: longer is not a storage season. */
const MAX_DAYS = 3660;

interface SeasonFile {
  readonly first: Day;
  readonly celsius: Float64Array;
  /** Days that the file leaves out; each takes the latest earlier one. */
  readonly missing: number;
}

/** `date,celsius` with a heading, dates rising; a missing day takes the latest earlier one. */
export function readSeason(file: string, flag = 'file'): SeasonFile {
  const rows = csvRows(flag, file, ['date', 'celsius']);
  const refuse = (line: number, what: string) =>
    new BadInput(
      `--${flag} ${file}: line ${line}: ${what}; allowed: date,celsius as 2027-01-14,-3.1`,
    );
  if (rows.length === 0) throw refuse(2, 'no day is there');
  const values: number[] = [];
  let first: Day | null = null;
  let missing = 0;
  rows.forEach((row, i) => {
    const line = i + 2;
    const day = parseDay(row.date ?? '');
    if (day === null) throw refuse(line, `“${row.date ?? ''}” is no date`);
    const celsius = row.celsius ? Number(row.celsius) : NaN;
    if (!(celsius >= -80 && celsius <= 70)) {
      throw refuse(line, `“${row.celsius ?? ''}” is no temperature from -80 to 70 °C`);
    }
    first ??= day;
    const at = day - first;
    if (at < values.length) throw refuse(line, `${row.date} does not come after the day before it`);
    if (at > MAX_DAYS) throw refuse(line, `more than ${MAX_DAYS} days`);
    while (values.length < at) {
      values.push(values[values.length - 1]!);
      missing++;
    }
    values.push(celsius);
  });
  return { first: first!, celsius: Float64Array.from(values), missing };
}

export const forecastTool = tool({
  about: 'State of charge through the days of a temperature file, if nobody charges anything.',
  flags: {
    file: text('CSV with the columns date,celsius (daily means)', 'a CSV file'),
    chemistry: oneOf(CHEMISTRY_IDS, 'chemistry of the battery'),
    'capacity-ah': number(0.1, 10_000, 'Ah', 'rated capacity at the 20 h rate'),
    'from-soc': number(-100, 100, '%', 'state of charge at the start of the first day'),
    'draw-ma': number(0, 100_000, 'mA', 'constant draw'),
    'line-soc': number(-100, 100, '%', 'recharge line'),
    'self-discharge-pct-month': optional(
      number(0, 100, '%', 'in 30 days at 20 °C; the chemistry’s usual one by default'),
    ),
  },
  answers: {
    lineDate: 'the day on which the line is met, or null',
    dates: 'the days',
    socPct: 'state of charge at the start of each day, percent',
    endSocPct: 'state of charge at the end of the last day',
    freezeMarginC: 'least distance of a day’s temperature to the freezing point, kelvin; or null',
    freezeMarginDate: 'the day of that',
    notes: 'what was assumed',
  },
  run: (flags) => {
    const { chemistry } = flags;
    const season = readSeason(flags.file);
    const self =
      flags['self-discharge-pct-month'] ??
      CHEMISTRIES[chemistry].selfDischargePctPerMonthAt20C.value;
    const { socPct } = forecast(
      { socPct: flags['from-soc'], sd: 0 },
      {
        drawPctPerDay: drawPctPerDay(flags['draw-ma'], flags['capacity-ah']),
        selfPctPerMonthAt20C: self,
        sdPctPerDay: 0,
      },
      season.celsius,
    );
    const days = daysUntil(socPct, flags['line-soc']);
    const margin = freezeMargin(socPct, season.celsius, (soc) => freezingOfSoc(chemistry, soc));
    const at = (day: number) => dayName(season.first + day);
    const perDay = Array.from(socPct, (soc) => rounded(soc, 4));
    return {
      // A line met at the very end of the last day is met on that day.
      lineDate: Number.isFinite(days)
        ? at(Math.min(Math.floor(days), season.celsius.length - 1))
        : null,
      dates: Array.from(season.celsius, (_, day) => at(day)),
      socPct: perDay.slice(0, -1),
      endSocPct: perDay[perDay.length - 1],
      freezeMarginC: margin && rounded(margin.kelvin, 2),
      freezeMarginDate: margin && at(margin.day),
      notes: [
        `Self-discharge ${self} % in 30 days at 20 °C.`,
        ...(season.missing
          ? [`${season.missing} days are not in the file; each takes the latest earlier one.`]
          : []),
      ],
    };
  },
});
