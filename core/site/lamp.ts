import { msg, withWords } from '../language';

/** What the lamp of a charger says. */
export const LAMP_STATES = ['holding', 'charging', 'fault', 'dark'] as const;
export type LampState = (typeof LAMP_STATES)[number];
export const LAMP_WORDS: Readonly<Record<LampState, string>> = withWords({
  holding: msg`holding`,
  charging: msg`charging`,
  fault: msg`fault`,
  dark: msg`dark`,
});
