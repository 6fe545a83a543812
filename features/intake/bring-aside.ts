import { t } from '../../core/language';
import 'server-only';
import { language } from '../../core/language';
import { env } from '../../env';
import type { Who } from '../access/who';
import { held, here } from '../server/here';
import { writingAside } from '../server/writing-aside';
import { Thread } from '../server/thread';
import type { Brought } from './schema';
import { Refused, takeIn, type TakenIn } from './take-in';

/** What is asked of the thread. */
export interface BringQuestion {
  readonly data: Brought;
  readonly who: Who;
  readonly language: string | null;
  readonly way: SharedArrayBuffer;
}
export type BringAnswer =
  | { readonly taken: TakenIn }
  | { readonly status: number; readonly reason: string; readonly field?: string | undefined };

/** How far a list is, in thousandths, and whether it is to be left: both sides look at it at any time. */
export class Way {
  private readonly cells: Int32Array;

  constructor(readonly shared = new SharedArrayBuffer(8)) {
    this.cells = new Int32Array(shared);
  }

  get share(): number {
    return Atomics.load(this.cells, 0) / 1000;
  }

  leave(): void {
    Atomics.store(this.cells, 1, 1);
  }

  /** Throws once it is to be left. */
  readonly step = (share: number): void => {
    Atomics.store(this.cells, 0, Math.round(1000 * share));
    if (Atomics.load(this.cells, 1) === 1)
      throw new Refused(409, t`It was left on the way in: nothing of it stands here.`);
  };
}

const onTheirWay = () => held('brought-in', () => new Map<string, Way>());

/** The share that is done of a list that is on its way in; null: none of this id is. */
export const shareBrought = (id: string): number | null => onTheirWay().get(id)?.share ?? null;

/** Leaves a list that is on its way in; whether there was one. */
export function leaveBrought(id: string): boolean {
  const way = onTheirWay().get(id);
  way?.leave();
  return way !== undefined;
}

/** Takes a list in beside all that is asked meanwhile. Throws a `Refused`. */
export async function bringAside(data: Brought, who: Who): Promise<TakenIn> {
  const file = env('EMBER_BRING');
  if (!file) return takeIn(data, who);
  const way = new Way();
  const thread = new Thread<BringQuestion, BringAnswer>(file, { EMBER_DATA: here().folder });
  const asked = { data, who, language: language()?.tag ?? null, way: way.shared };
  onTheirWay().set(data.id, way);
  try {
    const answer = await writingAside(() => thread.ask(asked));
    if ('taken' in answer) return answer.taken;
    throw new Refused(answer.status, answer.reason, answer.field);
  } finally {
    onTheirWay().delete(data.id);
    thread.end();
  }
}
