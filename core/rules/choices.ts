import { BACK_RULES } from './choices/back';
import { CARE_RULES } from './choices/care';
import { CHARGER_RULES } from './choices/charger';
import { CHARGING_RULES } from './choices/charging';
import { DOOR_RULES } from './choices/door';
import { DRAW_RULES } from './choices/draw';
import { MONEY_RULES } from './choices/money';
import { PLACE_RULES } from './choices/place';
import { READING_RULES } from './choices/reading';

/** Every rule that is one choice among schools. To add one is to add its record in its group. */
export const CHOICES = {
  ...CHARGING_RULES,
  ...READING_RULES,
  ...DRAW_RULES,
  ...CARE_RULES,
  ...CHARGER_RULES,
  ...BACK_RULES,
  ...PLACE_RULES,
  ...MONEY_RULES,
  ...DOOR_RULES,
};
export type ChoiceRule = keyof typeof CHOICES;
export const CHOICE_RULES = Object.keys(CHOICES) as ChoiceRule[];

/** One part of each of them. */
export const ofEach = <P extends 'schema' | 'standard'>(part: P) =>
  Object.fromEntries(CHOICE_RULES.map((id) => [id, CHOICES[id][part]])) as {
    [K in ChoiceRule]: (typeof CHOICES)[K][P];
  };
