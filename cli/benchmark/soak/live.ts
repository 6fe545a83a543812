import { performance } from 'node:perf_hooks';
import type { NewEntry } from '../../../core/logbook/entry';
import { checkPlan } from '../../../core/schedule-validation/check';
import { handlePostEntry } from '../../../features/logbook/post-entry';
import { answer, QUESTIONS, type QuestionName } from '../../../features/server/questions';
import { seasonPlan } from '../../../features/season/keeper';
import { judgeable } from '../../../features/site/trouble';
import { loadSite } from '../../../features/site/load';
import { random } from '../../../simulators/random';
import { attendedSeason } from './attended';
import { hostileEntry } from './hostile';
import { FIRST_DAY, SoakSite, morningOf } from './site';

/** What a season of chance came to. */
export interface Lived {
  readonly taken: number;
  readonly refused: number;
  /** A request answered over 500, or a page that failed: what and why. */
  readonly failures: readonly string[];
  readonly pages: number;
  /** Of all pages together at the beginning and at the end, milliseconds. */
  readonly firstMs: number;
  readonly lastMs: number;
  /** Breaches of plans that were kept, and why there was none. */
  readonly breaches: readonly string[];
  readonly noPlan: readonly string[];
  readonly troubled: number;
}

const NAMES = Object.keys(QUESTIONS) as QuestionName[];
const SLOW: readonly QuestionName[] = ['yardSeason', 'ruleEffect', 'oneMore'];

class Record {
  taken = 0;
  refused = 0;
  pages = 0;
  readonly noPlan: string[] = [];
  troubled = 0;
  readonly failures: string[] = [];
  readonly breaches: string[] = [];
  readonly times: number[] = [];

  constructor(
    readonly site: SoakSite,
    /** All pages, those too that are slow to make. */
    readonly all: boolean,
  ) {}

  /** Sends one entry as a browser would. */
  async send(entry: NewEntry): Promise<boolean> {
    const request = new Request('http://127.0.0.1/api/entries', {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(entry),
    });
    try {
      const reply = await handlePostEntry(request);
      if (reply.status >= 500) this.failures.push(`${entry.kind}: ${reply.status}`);
      if (reply.ok) this.taken++;
      else this.refused++;
      return reply.ok;
    } catch (error) {
      this.failures.push(`${entry.kind} ${JSON.stringify(entry.data)}: ${wordsOf(error)}`);
      return false;
    }
  }

  /** Every page of the site, and its plan held against the season. */
  async look(at: number): Promise<void> {
    const { site } = this;
    const begun = performance.now();
    for (const name of NAMES) {
      if (name === 'keepTightened' || (!this.all && SLOW.includes(name))) continue;
      for (const about of this.abouts(name)) {
        this.pages++;
        try {
          await answer({ name, about, at });
        } catch (error) {
          this.failures.push(`page ${name} ${JSON.stringify(about)}: ${wordsOf(error)}`);
        }
      }
    }
    this.times.push(performance.now() - begun);
    const loaded = judgeable(loadSite(site.db, at)!);
    this.troubled += loaded.stays.reduce((sum, { troubled }) => sum + troubled.length, 0);
    const { kept, why } = await seasonPlan(loaded);
    if (!kept) this.noPlan.push(why);
    else {
      for (const { battery, date, why } of checkPlan(kept.season, kept.plan).breaches) {
        this.breaches.push(`${battery ?? ''} ${date}: ${why}`);
      }
    }
  }

  private abouts(name: QuestionName): unknown[] {
    const { chance, batteries, vehicles } = this.site;
    switch (name) {
      case 'vehicle':
        return [chance.pick(vehicles), 'nobody'];
      case 'print':
        return [{ id: chance.pick(vehicles), base: 'http://127.0.0.1' }];
      case 'charge':
      case 'bench':
        return [null, chance.pick(batteries).id];
      case 'yardSeason':
        return [0, 8];
      case 'ruleEffect':
        return [{ readingDays: 14 }];
      default:
        return [null];
    }
  }

  get lived(): Lived {
    const { taken, refused, failures, pages, breaches, noPlan, troubled, times } = this;
    return {
      ...{ taken, refused, failures, pages, breaches, noPlan, troubled },
      firstMs: times[0] ?? 0,
      lastMs: times.at(-1) ?? 0,
    };
  }
}

const wordsOf = (error: unknown) =>
  error instanceof Error
    ? (error.stack ?? error.message).split('\n').slice(0, 4).join(' | ')
    : String(error);

/** An ordinary season, every page looked at each `every` days. */
export async function liveSeason(
  seed: number,
  days: number,
  every: number,
  all = true,
): Promise<Lived> {
  const site = new SoakSite(random(seed));
  const record = new Record(site, all);
  try {
    let n = 0;
    for (const { at, entries } of attendedSeason(site, days)) {
      site.goTo(at);
      for (const entry of entries) await record.send(entry);
      if (++n % every === 0) await record.look(at);
    }
    return record.lived;
  } finally {
    site.close();
  }
}

/** Entries of every kind, at every edge that their schemas allow; pages after each `every` of them. */
export async function liveHostile(
  seed: number,
  count: number,
  every: number,
  all = true,
): Promise<Lived> {
  const site = new SoakSite(random(seed));
  const record = new Record(site, all);
  const before: NewEntry[] = [];
  try {
    for (let n = 0; n < count; n++) {
      const at = morningOf(FIRST_DAY + Math.floor(n / 5));
      site.goTo(at);
      const entry = hostileEntry(site, at, before);
      if (await record.send(entry)) before.push(entry);
      if ((n + 1) % every === 0) await record.look(at);
    }
    return record.lived;
  } finally {
    site.close();
  }
}
