import { t } from '../../language';
import { z } from 'zod';
import { MS_PER_HOUR } from '../../day';
import { formatVolts } from '../../words/words';
import { SOURCES, SOURCE_WORDS, Volts } from '../fields';
import { entryKind, type Happening } from '../kind';
import type { BatteryState, RecordedReading } from '../state';

/** A reading as it stands in the record; where nobody says its rest, counted from the logbook. */
export function recordedReading(
  state: BatteryState,
  {
    id,
    at,
    data,
  }: Happening<{
    readonly volts: number;
    readonly celsius: number | null;
    readonly restedHours: number | null;
    readonly confirmed: boolean;
  }>,
): RecordedReading {
  const { disturbedAt } = state;
  const counted = disturbedAt === null ? null : Math.max(0, (at - disturbedAt) / MS_PER_HOUR);
  return {
    id,
    at,
    volts: data.volts,
    celsius: data.celsius,
    restedHours: data.restedHours ?? counted,
    fed: state.maintainerSince !== null || state.chargeSince !== null,
    ...(data.confirmed ? { confirmed: true } : {}),
  };
}

export const reading = entryKind({
  subject: 'battery',
  least: 'helper',
  version: 1,
  data: z.strictObject({
    volts: Volts,
    /** Temperature of the battery, where it was taken; else the hall's is used. */
    celsius: z.number().min(-50).max(70).nullable(),
    /** Hours of rest as the attendant knows them; else counted from the logbook. */
    restedHours: z.number().min(0).max(10_000).nullable(),
    /** The attendant was asked about this reading and says that it is right. */
    confirmed: z.boolean(),
    /** How it came here; older entries do not say, and were typed. */
    source: z.enum(SOURCES).optional(),
  }),
  words: ({ source, volts }) => ({
    what: t`reading${source ? SOURCE_WORDS[source] : ''}`,
    value: formatVolts(volts),
  }),
  fold: {
    battery: (state, one) => ({
      ...state,
      readings: [...state.readings, recordedReading(state, one)],
    }),
  },
  visit: 'round',
});
