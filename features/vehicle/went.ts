import { msg, withWords } from '../../core/language';

/** Where a battery goes that leaves for good. */
export const WENTS = ['recycled', 'to-owner'] as const;
export type Went = (typeof WENTS)[number];

export const WENT_WORDS: Readonly<Record<Went, string>> = withWords({
  recycled: msg`Recycled, by local rules`,
  'to-owner': msg`To its owner`,
});
