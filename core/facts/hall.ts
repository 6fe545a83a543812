import { t, msg, withWords } from '../language';
import { z } from 'zod';
import { HALL_KINDS } from '../site/climate';
import { Line } from '../text';
import { choice, factsOf, figure, line } from './fact';

export const HALL_KIND_WORDS = withWords({
  heated: msg`Heated`,
  unheated: msg`Unheated`,
  outdoors: msg`Outdoors`,
} as const);

export const HallSheet = z.strictObject({
  name: Line(1, 60, () => t`give the hall a name`),
  kind: z.enum(HALL_KINDS),
  setpointCelsius: z
    .number()
    .min(-10, { error: () => t`at least −10 °C` })
    .max(30, { error: () => t`at most 30 °C` })
    .nullable(),
  note: Line(0, 200),
});
export type HallSheet = z.infer<typeof HallSheet>;

/** What a hall is like. */
export const HALL_FACTS = withWords(
  factsOf(msg`the hall`, HallSheet, {
    name: line(msg`Name`),
    kind: choice(msg`Kind`, HALL_KIND_WORDS),
    setpointCelsius: figure(msg`Its thermostat keeps`, '°C'),
    note: line(msg`Note`),
  }),
);

export const hallFactsShown = ({ kind }: HallSheet): readonly (keyof HallSheet)[] =>
  (Object.keys(HALL_FACTS.facts) as (keyof HallSheet)[]).filter(
    (name) => name !== 'setpointCelsius' || kind === 'heated',
  );
