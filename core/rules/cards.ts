import { msg, withWords } from '../language';
import { CHOICES, type ChoiceRule } from './choices';
import type { RuleCard, School } from './choices/rule';
import type { Rules } from './rules';

/** How each rule of one choice is put to the attendant. */
export const RULE_CARDS: { readonly [K in ChoiceRule]: RuleCard<Rules[K]> } = CHOICES;

export const ROUND_WEEKDAYS = withWords({
  label: msg`Days of the round`,
  why: msg`Two rounds a week, three and four days apart: a charge put on in one is off in the next, and no warning is older than four days.`,
} as const);

export const LINE = withWords({
  label: msg`Recharge line`,
  why: msg`At or under it, recharge within days. The default stands for 12.4 V at rest in each lead-acid chemistry: below that, plates sulfate. Lithium has a line of its own, since its voltage says little.`,
} as const);

/** Volts of a 12 V battery that schools name as the line; the share follows from the scale. */
export const LINE_SCHOOLS: readonly School<number>[] = withWords([
  {
    value: 12.4,
    label: msg`Careful, 12.40 V`,
    reason: msg`Default. Stops sulfation before it starts.`,
  },
  {
    value: 12.1,
    label: msg`Sparing, 12.10 V`,
    reason: msg`Fewer charges; plates suffer each time.`,
  },
  {
    value: 12.6,
    label: msg`Ready, 12.60 V`,
    reason: msg`Kept nearly full, for batteries that must be ready.`,
  },
]);

export const SCALE = withWords({
  label: msg`Voltage scale`,
  why: msg`The published table is measured and has a named source, so it is the default where it applies; sealed types have scales of their own.`,
} as const);

export const ABSORPTION = withWords({
  label: msg`Absorption`,
  why: msg`Volts of the second stage of a charge at 25 °C; the maker’s figure wins, up to 15.0 V for some AGM.`,
} as const);
