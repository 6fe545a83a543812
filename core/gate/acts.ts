import { msg, withWords } from '../language';

/** Everything that changes something at a battery, and that is asked for before it is begun. */
export const ACTS = [
  'charge',
  'maintain',
  'take-off-charge',
  'top-up',
  'clean',
  'disconnect',
  'reconnect',
  'take-out',
  'fit',
  'crank',
  'load-test',
  'draw-test',
  'hydrometer',
  'jump',
  'hand-over',
] as const;
export type Act = (typeof ACTS)[number];

/**
 * Why something may not be done. What is `overridable` is not about danger: the attendant may do
 * it all the same, and says why.
 */
export const REASONS = {
  condemned: { overridable: false },
  frozen: { overridable: false },
  'may-be-frozen': { overridable: false },
  'thaw-first': { overridable: false },
  'too-cold-for-lithium': { overridable: false },
  'plates-show': { overridable: false },
  'mend-first': { overridable: false },
  'on-charge': { overridable: false },
  'string-as-whole': { overridable: false },
  'wrong-voltage': { overridable: false },
  'wrong-chemistry': { overridable: false },
  'too-much-current': { overridable: false },
  'under-start-volts': { overridable: true },
  'too-weak': { overridable: true },
  unattended: { overridable: false },
  ventilation: { overridable: false },
  sealed: { overridable: false },
  'not-charged-enough': { overridable: true },
  'must-stay-ready': { overridable: true },
  'code-missing': { overridable: true },
  'alarm-must-live': { overridable: true },
  'no-charger': { overridable: true },
  'not-here': { overridable: false },
  /** It may go to its owner so, who knows it. */
  'not-ready': { overridable: true },
  /** It hangs nowhere now: taken channels, sockets, circuits. */
  'no-channel': { overridable: false },
  broken: { overridable: false },
  elsewhere: { overridable: false },
} as const satisfies Record<string, { overridable: boolean }>;
export type ReasonCode = keyof typeof REASONS;

/** What comes first, where something may not be done yet: another act, or one of these. */
export type First = Act | 'thaw' | 'warm' | 'read' | 'rest' | 'inspect' | 'ask-owner' | 'air';

/** What comes first, as a clause that follows `First`. */
export const FIRST_WORDS: Readonly<Record<First, string>> = withWords({
  charge: msg`charge it`,
  maintain: msg`hook up a maintainer`,
  'take-off-charge': msg`take it off the charger`,
  'top-up': msg`top up with water`,
  clean: msg`clean it`,
  disconnect: msg`disconnect it`,
  reconnect: msg`reconnect it`,
  'take-out': msg`take it out`,
  fit: msg`put it back`,
  crank: msg`crank it`,
  'load-test': msg`load test it`,
  'draw-test': msg`test its draw`,
  hydrometer: msg`use the hydrometer`,
  jump: msg`jump start it`,
  'hand-over': msg`hand it over`,
  thaw: msg`thaw it through`,
  warm: msg`warm it through`,
  read: msg`read it at rest`,
  rest: msg`let it rest`,
  inspect: msg`look at it, and inspect it`,
  'ask-owner': msg`ask the owner`,
  air: msg`open up the hall`,
});
