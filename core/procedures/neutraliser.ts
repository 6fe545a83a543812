import { decimal, t } from '../language';
import type { Rules } from '../rules/rules';

/** A US customary cup, millilitres; a level teaspoon of bicarbonate weighs about 5 g. */
const CUP_ML = 236.588;
const GRAMS_PER_TEASPOON = 5;
/** Common practice: about two teaspoons of bicarbonate of soda to a cup of water; more does no harm. */
const TEASPOONS_PER_CUP = 2;

export interface Neutraliser {
  readonly waterMl: number;
  readonly teaspoons: number;
  readonly grams: number;
}

/** Bicarbonate of soda for so much water. Volume 0 or more. */
export function neutraliserFor(waterMl: number): Neutraliser {
  const teaspoons = (TEASPOONS_PER_CUP * waterMl) / CUP_ML;
  return { waterMl, teaspoons, grams: teaspoons * GRAMS_PER_TEASPOON };
}

/** `1.0 l of water, 42 g of bicarbonate (8½ level teaspoons)`, or in cups. */
export function neutraliserWords(waterMl: number, unit: Rules['measureUnit']): string {
  const { teaspoons, grams } = neutraliserFor(waterMl);
  const spoons = `${Math.ceil(teaspoons * 2) / 2}`.replace('.5', '½').replace(/^0½/, '½');
  return unit === 'metric'
    ? t`${decimal(waterMl / 1000, 2)} l of water and ${Math.ceil(grams)} g of bicarbonate of soda (${spoons} level teaspoons)`
    : t`${decimal(waterMl / CUP_ML, 1)} cups of water and ${spoons} teaspoons of bicarbonate of soda`;
}

/** Volume of a number of cups, millilitres. */
export const cupsToMl = (cups: number) => cups * CUP_ML;
