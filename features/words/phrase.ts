import { createElement, Fragment, type ReactNode } from 'react';
import { said } from '../../core/language';

/** A message with more than text in it: phrase`Read ${<b>{mark}</b>} at rest`. */
export const phrase = (parts: TemplateStringsArray, ...values: ReactNode[]): ReactNode =>
  createElement(Fragment, null, ...said(parts, values));
