import type { VoltsSample } from '../../core/meter/steady';
import { startsIn, type CrankFound } from '../../core/vehicle-tests/crank-trace';

/** A start that was watched, with its volts from a second before it to some seconds after. */
export interface WatchedStart {
  /** When it began, in the milliseconds of the meter. */
  readonly at: number;
  readonly found: CrankFound;
  /** From its beginning on. */
  readonly seconds: readonly number[];
  readonly volts: readonly number[];
}

/** It is over, and its recovery was seen. */
const AFTER_SECONDS = 2.2;
const BEFORE_SECONDS = 1;
/** Under so much of its nominal volts a probe came off, and no battery is meant. */
const CONTACT_SHARE = 0.2;

/** The starts in what a meter saw that are over, each with the piece of the log that shows it. */
export function watchedStarts(
  samples: readonly VoltsSample[],
  battery: { readonly cells: number; readonly nominalVolts: number },
): WatchedStart[] {
  const first = samples[0];
  if (!first) return [];
  const seconds = samples.map(({ at }) => (at - first.at) / 1000);
  const volts = samples.map((one) => one.volts);
  const answer = startsIn({ seconds, volts }, battery.cells);
  if (!answer.ok) return [];
  const last = seconds.at(-1)!;
  return answer.starts.flatMap((found): WatchedStart[] => {
    const { beganAt } = found;
    const ended = beganAt + found.seconds;
    // The log moves on: what it begins with was not at rest.
    if (beganAt < BEFORE_SECONDS || last - ended < AFTER_SECONDS) return [];
    if (found.dipVolts < CONTACT_SHARE * battery.nominalVolts) return [];
    const shown = seconds.flatMap((at, i) =>
      at >= beganAt - BEFORE_SECONDS && at <= ended + AFTER_SECONDS ? [i] : [],
    );
    return [
      {
        at: first.at + 1000 * beganAt,
        found,
        seconds: shown.map((i) => seconds[i]! - beganAt),
        volts: shown.map((i) => volts[i]!),
      },
    ];
  });
}

/** Two sights of one start differ by less, milliseconds. */
const SAME_MS = 800;

/** The starts of this visit with those that are new, the last one last; the same where none is. */
export function withStarts(
  known: readonly WatchedStart[],
  seen: readonly WatchedStart[],
): readonly WatchedStart[] {
  const fresh = seen.filter(({ at }) => known.every((one) => Math.abs(one.at - at) > SAME_MS));
  return fresh.length === 0 ? known : [...known, ...fresh];
}
