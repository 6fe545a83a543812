import { msg, withWords } from '../../core/language';
import type { Day } from '../../core/day';
import { candidateOf, stepOf, type Draft } from './draft';
import type { LayUpData } from './lay-up-data';
import { LayUp, problemsHere, problemsOf, type Problem } from './schema';

export const STEP_TITLES = withWords([
  msg`Vehicle`,
  msg`Owner`,
  msg`All off`,
  msg`Batteries`,
  msg`Inspect`,
  msg`Plan`,
] as const);

/** A lay-up beside what is typed in it: what was looked at, what was wrong, what came of it. */
export interface LayUpState {
  /** Steps that one has been through: of these it is said what is wrong. */
  readonly seen: ReadonlySet<number>;
  /** What the server found wrong, by field. */
  readonly problems: readonly Problem[];
  readonly refusal: string | null;
  readonly busy: boolean;
  /** Path of the field that the keys go to next. */
  readonly jump: string | null;
  readonly done: { readonly name: string; readonly mark: string } | null;
}

export const LAY_UP_AT_FIRST: LayUpState = {
  seen: new Set(),
  problems: [],
  refusal: null,
  busy: false,
  jump: null,
  done: null,
};

export type LayUpAction =
  | { readonly do: 'leave-step'; readonly step: number }
  /** Somebody means to lay it up: from now on all of it is looked at. */
  | { readonly do: 'try' }
  | { readonly do: 'jump'; readonly to: string | null }
  | { readonly do: 'send' }
  | { readonly do: 'refused'; readonly reason: string; readonly field?: string | undefined }
  | { readonly do: 'done'; readonly name: string; readonly mark: string };

/** What becomes of it. */
export function layUpReducer(state: LayUpState, action: LayUpAction): LayUpState {
  switch (action.do) {
    case 'leave-step':
      return { ...state, seen: new Set([...state.seen, action.step]) };
    case 'try':
      return { ...state, refusal: null, problems: [], seen: new Set(STEP_TITLES.keys()) };
    case 'jump':
      return { ...state, jump: action.to };
    case 'send':
      return { ...state, busy: true };
    case 'refused': {
      const { reason, field } = action;
      const problems = field ? [{ path: field, message: reason.replace(/\.$/, '') }] : [];
      return { ...state, busy: false, refusal: reason, problems };
    }
    case 'done':
      return { ...state, busy: false, done: { name: action.name, mark: action.mark } };
  }
}

export type Bays = ReadonlyMap<string, LayUpData['halls'][number]['bays'][number]>;

/** What is wrong with a draft, what this site says first; or the lay-up that it is. */
export function checkDraft(
  draft: Draft,
  ownerId: string,
  today: Day,
  bays: Bays,
): { readonly problems: readonly Problem[]; readonly layUp: LayUp | null } {
  const parsed = LayUp.safeParse(candidateOf(draft, ownerId));
  const collectOn = draft.stay === 'always-ready' ? null : draft.collectOn;
  const here = problemsHere({ bayId: draft.bayId, collectOn }, today, bays);
  const typed = parsed.success ? [] : problemsOf(parsed.error);
  const paths = new Set(here.map(({ path }) => path));
  return {
    problems: [...here, ...typed.filter(({ path }) => !paths.has(path))],
    layUp: parsed.success && here.length === 0 ? parsed.data : null,
  };
}

/** What is said at a field: nothing before its step was gone through. */
export function problemAt(
  { seen, problems }: LayUpState,
  found: readonly Problem[],
  path: string,
): string | undefined {
  if (!seen.has(stepOf(path))) return undefined;
  const said = (list: readonly Problem[]) => list.find((one) => one.path === path)?.message;
  return said(found) ?? said(problems);
}
