import { t } from './language';
import { z } from 'zod';

/** Control characters, and the two that end a line besides them. */
const NOT_OF_A_LINE = /[\p{Cc}\u2028\u2029]+/gu;

/** A text brought into one line: what would end or steer it becomes a space. */
export const oneLine = (text: string): string => text.replace(NOT_OF_A_LINE, ' ').trim();

/** A name, or anything else that stands in one line, of so many letters. */
export const Line = (least: number, most: number, missing = () => t`it is empty`) =>
  z
    .string()
    .transform(oneLine)
    .pipe(
      z
        .string()
        .min(least, { error: () => missing() })
        .max(most, { error: () => t`at most ${most} letters` }),
    );
