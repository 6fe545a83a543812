/** Where a battery goes that leaves for good. */
export const WENTS = ['recycled', 'to-owner'] as const;
export type Went = (typeof WENTS)[number];

export const WENT_WORDS: Readonly<Record<Went, string>> = {
  recycled: 'Recycled, by local rules',
  'to-owner': 'To its owner',
};
