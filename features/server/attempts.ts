import 'server-only';

/** So many wrong ones within a window are answered; from then on nobody looks at them. */
const MAX_WRONG = 20;
const WINDOW_MS = 60_000;
/** More names than this are not kept apart: a stranger may make up as many as he likes. */
const MAX_NAMES = 500;

/** Wrong tokens or passwords, by the name that they were sent for. */
export class Attempts {
  private readonly wrong = new Map<string, number[]>();

  constructor(private readonly now: () => number = Date.now) {}

  /** Seconds until somebody may try again under this name; 0: now. */
  waitFor(name: string): number {
    const recent = this.recent(name);
    if (recent.length < MAX_WRONG) return 0;
    return Math.ceil((recent[recent.length - MAX_WRONG]! + WINDOW_MS - this.now()) / 1000);
  }

  failed(name: string): void {
    if (!this.wrong.has(name) && this.wrong.size >= MAX_NAMES) this.wrong.clear();
    this.wrong.set(name, [...this.recent(name), this.now()].slice(-MAX_WRONG));
  }

  private recent(name: string): number[] {
    const since = this.now() - WINDOW_MS;
    return (this.wrong.get(name) ?? []).filter((at) => at > since);
  }
}
