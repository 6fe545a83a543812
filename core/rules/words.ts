import { decimal, msg, withWords } from '../language';
import { CHEMISTRIES, CHEMISTRY_IDS } from '../battery/chemistries';
import { SCALES } from '../battery/scales';
import { ABSORPTION, LINE, ROUND_WEEKDAYS, RULE_CARDS, SCALE } from './cards';
import type { ChoiceRule } from './choices';
import type { RulePatch } from './rules';

const UNIT_WORDS: Readonly<Record<string, string>> = withWords({
  temperatureUnit: msg`Temperature`,
  measureUnit: msg`Measures`,
  weekBegins: msg`A week begins on`,
  clock: msg`Clock`,
  currency: msg`Currency`,
});

/** A change of the rules, one phrase for each rule: `Rest before a reading counts: 12 h`. */
export function patchWords(patch: RulePatch): string[] {
  return (Object.keys(patch) as (keyof RulePatch)[]).flatMap((key): string[] => {
    switch (key) {
      case 'roundWeekdays':
        return [`${ROUND_WEEKDAYS.label}: ${patch.roundWeekdays!.join(', ')}`];
      case 'lineSocPct':
        return CHEMISTRY_IDS.filter((id) => patch.lineSocPct![id] !== undefined).map(
          (id) => `${LINE.label}, ${CHEMISTRIES[id].short}: ${patch.lineSocPct![id]} %`,
        );
      case 'scale':
        return CHEMISTRY_IDS.filter((id) => patch.scale![id] !== undefined).map(
          (id) => `${SCALE.label}, ${CHEMISTRIES[id].short}: ${SCALES[patch.scale![id]!].label}`,
        );
      case 'absorptionVolts':
        return CHEMISTRY_IDS.filter((id) => patch.absorptionVolts![id] !== undefined).map(
          (id) =>
            `${ABSORPTION.label}, ${CHEMISTRIES[id].short}: ${decimal(patch.absorptionVolts![id]!, 2)} V`,
        );
      case 'temperatureUnit':
      case 'measureUnit':
      case 'clock':
      case 'weekBegins':
      case 'currency':
        return [`${UNIT_WORDS[key]}: ${patch[key]}`];
      default:
        return [`${RULE_CARDS[key].label}: ${schoolLabel(key, patch[key])}`];
    }
  });
}

/** The label of a school, or the value with its unit where it is none of them. */
export function schoolLabel(rule: ChoiceRule, value: unknown): string {
  const card = RULE_CARDS[rule];
  const school = card.schools.find((one) => one.value === value);
  return school?.label ?? `${String(value)} ${card.unit}`.trim();
}
