import 'server-only';
import { lastSeq, readRecordedSince } from '../../store/entries';
import { held } from '../server/here';
import { db } from '../server/store';
import type { News, Present } from './news';

/** How often the logbook is looked at while somebody is told of it. */
const LOOK_MS = 500;
/** Who said nothing for so long stands there no more. */
const PRESENT_MS = 5 * 60_000;

/** Tells every open page what the others record, and where they stand. */
export class LiveHub {
  private readonly listeners = new Set<(news: News) => void>();
  private readonly standing = new Map<string, { vehicleId: string; at: number }>();
  private timer: ReturnType<typeof setInterval> | null = null;
  private seq = 0;

  subscribe(tell: (news: News) => void): () => void {
    if (this.listeners.size === 0) this.seq = lastSeq(db());
    this.listeners.add(tell);
    this.timer ??= setInterval(() => this.look(), LOOK_MS);
    tell({ seq: this.seq, recorded: [], present: this.present() });
    return () => {
      this.listeners.delete(tell);
      if (this.listeners.size > 0 || !this.timer) return;
      clearInterval(this.timer);
      this.timer = null;
    };
  }

  /** Somebody goes to a vehicle, or away. */
  stands(name: string, vehicleId: string | null): void {
    if (vehicleId === null) this.standing.delete(name);
    else this.standing.set(name, { vehicleId, at: Date.now() });
    this.tellAll({ seq: this.seq, recorded: [], present: this.present() });
  }

  private present(): Present[] {
    const since = Date.now() - PRESENT_MS;
    return [...this.standing].flatMap(([name, { vehicleId, at }]) =>
      at < since ? [] : [{ name, vehicleId }],
    );
  }

  private look(): void {
    const recorded = readRecordedSince(db(), this.seq);
    if (recorded.length === 0) return;
    this.seq = recorded.at(-1)!.seq;
    this.tellAll({ seq: this.seq, recorded, present: this.present() });
  }

  private tellAll(news: News): void {
    for (const tell of this.listeners) tell(news);
  }
}

export const liveHub = (): LiveHub => held('live', () => new LiveHub());
