import 'server-only';
import type { RulePatch } from '../../core/rules/rules';
import { accountData } from '../account/load';
import { benchData } from '../bench/load';
import { chargeData } from '../charge/load';
import { frameData } from '../app-shell/app-shell-data';
import { findables } from '../find/load';
import { handBackData } from '../hand-back/load';
import { wasHereData } from '../hand-back/was-here-load';
import { bringData } from '../intake/load';
import { layUpData } from '../lay-up/load';
import { ownersNotices } from '../owners-record/notices';
import { ownersRecord } from '../owners-record/load';
import { condemnedList, hallLists } from '../print/lists-data';
import { printData } from '../print/load';
import { roundScreenData } from '../round/load';
import { roundText } from '../round/round-text';
import { textOf } from '../site/page-text';
import { ruleEffect } from '../rules/effect';
import { rulesScreenData } from '../rules/load';
import { keepTightened, roundsCalendar, seasonDocument, type Tightened } from '../season/answers';
import { seasonScreenData } from '../season/load';
import { printedSeason } from '../season/print-data';
import { judgeable } from '../site/trouble';
import { loadSite } from '../site/load';
import type { SiteSnapshot } from '../site/snapshot';
import { sitePlanData } from '../site-plan/load';
import { wallData } from '../wall/load';
import { vehicleData } from '../vehicle/load';
import { firstBays, oneMoreData, yardData, yardSeason } from '../yard/load';
import { writesOf } from '../../store/open';
import { held } from './here';
import { db } from './store';

/**
 * What pages and routes ask about the whole site. Each judges many batteries, and is therefore
 * answered in a thread of its own: what comes in and goes out is plain data.
 */
export const QUESTIONS = {
  frame: (site: SiteSnapshot) => frameData(site),
  /** As text: it passes from thread to page to browser, and is read by that one alone. */
  yard: (site: SiteSnapshot) => textOf(firstBays(yardData(site))),
  wholeYard: (site: SiteSnapshot) => textOf(yardData(site)),
  yardSeason: (site: SiteSnapshot, first: number) => yardSeason(site, first),
  round: async (site: SiteSnapshot) => roundText(await roundScreenData(site)),
  season: (site: SiteSnapshot) => seasonScreenData(site),
  printedSeason: (site: SiteSnapshot) => printedSeason(site),
  calendar: (site: SiteSnapshot) => roundsCalendar(site),
  seasonDocument: (site: SiteSnapshot) => seasonDocument(site),
  keepTightened: (site: SiteSnapshot, tightened: Tightened) => keepTightened(site, tightened),
  charge: (site: SiteSnapshot, battery: string | null) => chargeData(site, battery),
  account: (site: SiteSnapshot) => accountData(site),
  handBack: (site: SiteSnapshot) => handBackData(site),
  vehicle: (site: SiteSnapshot, id: string) => vehicleData(site, id),
  wall: (site: SiteSnapshot) => wallData(site),
  wasHere: (site: SiteSnapshot, id: string) => wasHereData(site, id),
  ownersNotices: (site: SiteSnapshot) => ownersNotices(site),
  hallLists: (site: SiteSnapshot) => hallLists(site),
  condemnedList: (site: SiteSnapshot) => condemnedList(site),
  ownersRecord: (site: SiteSnapshot, id: string) => ownersRecord(site, id),
  print: (site: SiteSnapshot, wanted: { id: string; base: string }) =>
    printData(site, wanted.id, wanted.base),
  bring: (site: SiteSnapshot) => bringData(site),
  sitePlan: (site: SiteSnapshot) => sitePlanData(site),
  layUp: (site: SiteSnapshot, bay: string | null) => layUpData(site, bay),
  bench: (site: SiteSnapshot, battery: string | null) => benchData(site, battery),
  rules: (site: SiteSnapshot) => rulesScreenData(site),
  ruleEffect: (site: SiteSnapshot, patch: RulePatch) => ruleEffect(site, patch),
  findables: (site: SiteSnapshot) => findables(site),
  oneMore: (site: SiteSnapshot) => oneMoreData(site),
} as const;

export type QuestionName = keyof typeof QUESTIONS;
export type Asking<K extends QuestionName> = Parameters<(typeof QUESTIONS)[K]>[1];
export type Told<K extends QuestionName> = Awaited<ReturnType<(typeof QUESTIONS)[K]>>;

/** A question with the instant that it is asked at. */
export interface Asked {
  readonly name: QuestionName;
  readonly about: unknown;
  /** UTC milliseconds on the site's clock. */
  readonly at: number;
  /** Tag of the language that it is answered in; English if nothing is said. */
  readonly language?: string | null;
}

interface Remembered {
  readonly writes: string;
  readonly at: number;
  readonly site: SiteSnapshot | null;
  /** What was answered from it, of what is asked most. */
  readonly answers: Map<QuestionName, unknown>;
}

/** A page asks several times, and many read at once: a judgement is as good a moment later. */
const SAME_MOMENT_MS = 2000;
/** Asked without anything more, by everybody, and only read. */
const ASKED_OFTEN: readonly QuestionName[] = ['frame', 'yard', 'wholeYard', 'round'];

/** The site at an instant, in one language; the same one for a moment, until something is written. */
function siteAt(at: number, language: string | null): Remembered {
  const all = held('remembered', () => new Map<string | null, Remembered>());
  const writes = writesOf(db());
  let last = all.get(language);
  const since = last ? at - last.at : Infinity;
  if (last?.writes !== writes || since < 0 || since > SAME_MOMENT_MS) {
    const site = loadSite(db(), at);
    last = { writes, at, site: site && judgeable(site), answers: new Map() };
    // One that nobody has asked in for a moment is not kept for its language alone.
    for (const [tag, one] of all)
      if (one.writes !== writes || at - one.at > SAME_MOMENT_MS) all.delete(tag);
    all.set(language, last);
  }
  return last;
}

/** The answer to a question about the site; undefined where it was not set up yet. */
export async function answer({ name, about, at, language = null }: Asked): Promise<unknown> {
  const { site, answers } = siteAt(at, language);
  if (site === null) return undefined;
  const question = QUESTIONS[name] as (site: SiteSnapshot, about: unknown) => unknown;
  if (!ASKED_OFTEN.includes(name)) return question(site, about);
  const known = answers.get(name);
  if (known !== undefined) return known;
  const told = await question(site, about);
  answers.set(name, told);
  return told;
}
