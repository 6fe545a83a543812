import { readFileSync } from 'node:fs';
import { parse } from 'csv-parse/sync';
import { traceOfRows } from '../../core/parasitic-draw/csv-rows';
import { analyseDraw } from '../../core/parasitic-draw/draw';
import { traceProblem, type Trace } from '../../core/parasitic-draw/trace';
import { drawNotes, drawVerdict } from '../../core/parasitic-draw/words';
import { drawPctPerDay } from '../../core/drain/reserve';
import { plain } from '../../core/words/words';
import { BadInput, number, optional, text, withDefault } from '../flags';
import { rounded } from './rounded';
import { tool } from './tool';

export const drawTool = tool({
  about: 'A logged current: when it settled, at what, and what that means.',
  flags: {
    file: text('comma-separated values, seconds,amps'),
    'limit-ma': withDefault(number(0.1, 20_000, 'mA', 'the house’s limit'), 50),
    'capacity-ah': optional(number(0.1, 10_000, 'Ah', 'with --from-soc and --to-soc')),
    'from-soc': optional(number(-100, 100, '%', 'state of charge now')),
    'to-soc': optional(number(-100, 100, '%', 'the recharge line')),
  },
  answers: {
    settledMa: 'mean with its periodic part, mA; while awake: what flows now',
    lowMa: 'the lower bound at 90 %, mA',
    highMa: 'the upper bound at 90 %, mA',
    settledAtSeconds: 'seconds from which it stayed there; null while awake',
    levels: 'the way down: fromSeconds, toSeconds, milliamps',
    periodic: 'everySeconds, lastsSeconds, milliamps, meanMa; null for none',
    uneven: 'what else came and went: count, meanMa, sdMa; null for none',
    verdict: 'pass, over-limit, close (the range is on both sides of the limit) or still-awake',
    daysToLine: 'days of this draw alone; null without the three flags, or without a draw',
    notes: 'what is to be minded, in words',
  },
  run: (flags) => {
    const trace = traceOf(flags.file);
    const draw = analyseDraw(trace);
    const given = [flags['capacity-ah'], flags['from-soc'], flags['to-soc']];
    const some = given.filter((value) => value !== undefined).length;
    if (some !== 0 && some !== 3) {
      const missing = ['capacity-ah', 'from-soc', 'to-soc'].find((_, i) => given[i] === undefined);
      throw new BadInput(
        `--${missing}: is missing; allowed: all of --capacity-ah --from-soc --to-soc, or none`,
      );
    }
    const { value, low, high } = draw.settledMa;
    return {
      settledMa: rounded(value, 2),
      lowMa: rounded(low, 2),
      highMa: rounded(high, 2),
      settledAtSeconds: draw.settledAt === null ? null : rounded(draw.settledAt, 1),
      levels: draw.levels.map((level) => ({
        fromSeconds: rounded(level.from, 1),
        toSeconds: rounded(level.to, 1),
        milliamps: rounded(level.milliamps, 2),
      })),
      periodic: draw.periodic && {
        everySeconds: rounded(draw.periodic.everySeconds, 2),
        lastsSeconds: rounded(draw.periodic.lastsSeconds, 2),
        milliamps: rounded(draw.periodic.milliamps, 1),
        meanMa: rounded(draw.periodic.meanMa, 2),
      },
      uneven: draw.uneven && {
        count: draw.uneven.count,
        meanMa: rounded(draw.uneven.meanMa, 2),
        sdMa: rounded(draw.uneven.sdMa, 2),
      },
      verdict: drawVerdict(draw, flags['limit-ma']),
      daysToLine: some === 3 ? daysOf(value, given as [number, number, number]) : null,
      notes: drawNotes(draw).map(plain),
    };
  },
});

/** Ampere-hours ÷ amps, as on paper: self-discharge comes on top. */
function daysOf(
  milliamps: number,
  [capacityAh, fromPct, toPct]: [number, number, number],
): number | null {
  const perDay = drawPctPerDay(milliamps, capacityAh);
  return perDay > 0 ? rounded(Math.max(0, fromPct - toPct) / perDay, 1) : null;
}

function traceOf(file: string): Trace {
  const refuse = (why: string) =>
    new BadInput(`--file ${file}: ${why}; allowed: a CSV file with seconds,amps`);
  let rows: string[][];
  try {
    rows = parse(readFileSync(file, 'utf8'), {
      skip_empty_lines: true,
      bom: true,
      relax_column_count: true,
    });
  } catch (error) {
    throw refuse((error as Error).message);
  }
  const read = traceOfRows(rows);
  if (!read.ok) throw refuse(read.reason);
  const problem = traceProblem(read.trace);
  if (problem) throw refuse(problem);
  return read.trace;
}
