import type { Findable } from './find-data';

/** A vehicle that can be found. */
export const findable = (bay: string, name: string, rest: Partial<Findable> = {}): Findable => ({
  href: `/vehicle/${bay}`,
  bay,
  hall: 'Carding Hall',
  name,
  owner: '',
  marks: [],
  batteryIds: [],
  needs: '',
  ...rest,
});
