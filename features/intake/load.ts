import 'server-only';
import { baysOf } from '../lay-up/post-lay-up';
import type { SiteSnapshot } from '../site/load';

/** What a list is held against. */
export interface BringData {
  readonly today: number;
  readonly halls: readonly { readonly id: string; readonly name: string }[];
  readonly bays: readonly {
    readonly id: string;
    readonly mark: string;
    readonly takenBy: string | null;
  }[];
}

export const bringData = (loaded: SiteSnapshot): BringData => ({
  today: loaded.today,
  halls: loaded.halls.map(({ id, name }) => ({ id, name })),
  bays: [...baysOf(loaded)].map(([id, bay]) => ({ id, ...bay })),
});
