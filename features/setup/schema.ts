import { t, msg, withWords } from '../../core/language';
import { z } from 'zod';
import { Line } from '../../core/text';
import { parseDay } from '../../core/day';
import { seasonProblem } from '../../core/time-limits';
import { DayName } from '../../core/logbook/fields';
import { SiteSheet } from '../../core/facts/site';
import { Rules } from '../../core/rules/rules';
import { CHARGER_KIND_IDS } from '../../core/site/charger-kinds';
import type { Climate } from '../../core/site/climate';
import { baysWritten, readRow } from '../../core/site/rows';
import { DrawnHall, Places, checkDrawn } from '../site-plan/schema';
import { TemperatureDays } from '../temperatures/schema';
import { DrawnCircuit } from './mains-schema';

/** Winters that a site may start from; its own thermometers take over as they are read. */
export const CLIMATES = withWords({
  mild: {
    label: msg`Mild, near the sea: January about 5 °C, coldest nights −5 °C`,
    table: {
      meanCelsius: [5, 5.2, 7, 9.2, 12.4, 15.2, 17.2, 17.2, 15, 11.6, 8, 5.8],
      coldNightCelsius: [-5, -5, -3, -1, 2, 6, 8, 8, 5, 1, -2, -4],
    },
  },
  inland: {
    label: msg`Inland: January about −1 °C, coldest nights −14 °C`,
    table: {
      meanCelsius: [-1, 0, 4, 8.6, 13.4, 16.6, 18.6, 18, 14, 9, 4, 0.6],
      coldNightCelsius: [-14, -13, -8, -4, 1, 5, 7, 6, 2, -3, -7, -11],
    },
  },
  cold: {
    label: msg`Cold: January about −8 °C, coldest nights −28 °C`,
    table: {
      meanCelsius: [-8, -7, -2, 4.6, 11.4, 16, 18.4, 17, 11.6, 5, -1.4, -6],
      coldNightCelsius: [-28, -27, -20, -10, -3, 2, 5, 3, -3, -10, -18, -25],
    },
  },
} as const satisfies Record<string, { label: string; table: Climate }>);
export type ClimateId = keyof typeof CLIMATES;

const FirstRules = Rules.pick({
  currency: true,
  roundWeekdays: true,
  roundMinutes: true,
  temperatureUnit: true,
  measureUnit: true,
  weekBegins: true,
});

export const Setup = z
  .strictObject({
    name: Line(1, 80, () => t`give the site a name`),
    timeZone: z.string().min(1),
    seasonStart: DayName,
    seasonEnd: DayName,
    climate: z.enum(['mild', 'inland', 'cold']),
    /** Of the house’s rules those that are asked first; the others are as usual. */
    rules: FirstRules.partial().default({}),
    latitude: SiteSheet.shape.latitude.default(null),
    /** How many of each kind, all in the first hall. */
    chargers: z
      .partialRecord(
        z.enum(CHARGER_KIND_IDS),
        z
          .int({ error: () => t`a whole number` })
          .min(0)
          .max(40, { error: () => t`at most 40` }),
      )
      .default({}),
    /** Fuses with their outlets and hook-up posts. */
    circuits: z
      .array(DrawnCircuit)
      .max(60, { error: () => t`at most 60` })
      .default([]),
    /** What thermometers recorded, each of one of the drawn halls, from 0; null: past winters outdoors. */
    temperatures: z
      .array(z.strictObject({ hall: z.int().min(0).nullable(), days: TemperatureDays }))
      .max(21)
      .default([]),
    halls: z
      .array(DrawnHall)
      .min(1, { error: () => t`a site has at least one hall` })
      .max(20),
    places: Places,
  })
  .superRefine((setup, context) => {
    const [start, end] = [parseDay(setup.seasonStart), parseDay(setup.seasonEnd)];
    const message = start === null || end === null ? null : seasonProblem(start, end, null);
    if (message) context.addIssue({ code: 'custom', path: ['seasonEnd'], message });
    const issue = (at: (string | number)[], said: string) =>
      context.addIssue({ code: 'custom', path: at, message: said });
    checkDrawn(setup.halls, setup.places, issue);
    checkCircuits(setup, issue);
    checkTemperatures(setup, issue);
  });
export type Setup = z.infer<typeof Setup>;

type Issue = (at: (string | number)[], said: string) => void;

/** Each circuit is in a hall that is drawn, under a name of its own, and its outlets reach bays of that hall. */
function checkCircuits(
  { circuits, halls }: { circuits: readonly DrawnCircuit[]; halls: readonly DrawnHall[] },
  issue: Issue,
): void {
  circuits.forEach(({ name, hall, reach }, i) => {
    const rows = halls[hall]?.rows;
    if (!rows) return issue(['circuits', i, 'hall'], t`in which hall is it?`);
    if (circuits.findIndex((one) => one.hall === hall && one.name === name) !== i)
      issue(['circuits', i, 'name'], t`another one in this hall has this already`);
    const drawn = rows.flatMap((text) => {
      const read = readRow(text);
      return read.ok ? read.row : [];
    });
    const bays = baysWritten(reach);
    const none = bays.ok ? bays.bays.find((mark) => !drawn.includes(mark)) : undefined;
    if (none) issue(['circuits', i, 'reach'], t`there is no bay ${none} in this hall`);
  });
}

function checkTemperatures(
  { temperatures, halls }: { temperatures: readonly { hall: number | null }[]; halls: unknown[] },
  issue: Issue,
): void {
  temperatures.forEach(({ hall }, i) => {
    if (hall !== null && hall >= halls.length)
      issue(['temperatures', i, 'hall'], t`of which hall is it?`);
    if (temperatures.findIndex((one) => one.hall === hall) !== i)
      issue(['temperatures', i, 'hall'], t`a file of these is there already`);
  });
}
