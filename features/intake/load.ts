import 'server-only';
import { formatInstant } from '../../core/words/words';
import { readBroughtLately } from '../../store/brought';
import { db } from '../server/store';
import { usualCollection } from '../lay-up/load';
import { baysOf } from '../lay-up/post-lay-up';
import type { SiteSnapshot } from '../site/snapshot';

/** What a list is held against. */
export interface BringData {
  readonly today: number;
  /** When a vehicle goes whose row does not say it: one that has no day would be always ready. */
  readonly collectOn: string;
  readonly halls: readonly { readonly id: string; readonly name: string }[];
  /** Lists of the last day that can be taken back. */
  readonly lately: readonly {
    readonly id: string;
    readonly vehicles: number;
    readonly by: string;
    /** When, in the site’s words. */
    readonly at: string;
  }[];
  readonly bays: readonly {
    readonly id: string;
    readonly mark: string;
    readonly takenBy: string | null;
  }[];
}

export const bringData = (loaded: SiteSnapshot): BringData => ({
  today: loaded.today,
  collectOn: usualCollection(loaded),
  halls: loaded.halls.map(({ id, name }) => ({ id, name })),
  lately: readBroughtLately(db(), loaded.now).map(({ id, vehicles, by, at }) => ({
    ...{ id, vehicles, by },
    at: formatInstant(at, loaded.site.timeZone, loaded.rules),
  })),
  bays: [...baysOf(loaded)].map(([id, bay]) => ({ id, ...bay })),
});
