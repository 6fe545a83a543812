import { z } from 'zod';
import { HALL_KINDS } from '../site/climate';
import { Line } from '../text';
import { choice, factsOf, figure, line } from './fact';

export const HALL_KIND_WORDS = {
  heated: 'Heated',
  unheated: 'Unheated',
  outdoors: 'Outdoors',
} as const;

export const HallSheet = z.strictObject({
  name: Line(1, 60, 'give the hall a name'),
  kind: z.enum(HALL_KINDS),
  setpointCelsius: z.number().min(-10, 'at least −10 °C').max(30, 'at most 30 °C').nullable(),
  note: Line(0, 200),
});
export type HallSheet = z.infer<typeof HallSheet>;

/** What a hall is like. */
export const HALL_FACTS = factsOf('the hall', HallSheet, {
  name: line('Name'),
  kind: choice('Kind', HALL_KIND_WORDS),
  setpointCelsius: figure('Its thermostat keeps', '°C'),
  note: line('Note'),
});

export const hallFactsShown = ({ kind }: HallSheet): readonly (keyof HallSheet)[] =>
  (Object.keys(HALL_FACTS.facts) as (keyof HallSheet)[]).filter(
    (name) => name !== 'setpointCelsius' || kind === 'heated',
  );
