import { z } from 'zod';
import { TICK } from '../../practice/stage';

/** A task as far as somebody has come with it: it is played again from this. */
export const Practised = z.object({
  seed: z.int(),
  acts: z.array(z.string().max(60)).max(2000),
  answers: z.record(z.string(), z.string().max(60)),
  ended: z.boolean(),
});
export type Practised = z.infer<typeof Practised>;

export type PracticeAct =
  | { readonly do: 'act'; readonly id: string }
  | { readonly do: 'tick'; readonly seconds: number }
  | { readonly do: 'answer'; readonly question: string; readonly answer: string }
  | { readonly do: 'end' }
  | { readonly do: 'again'; readonly seed: number };

export const NOT_BEGUN: Practised = { seed: 0, acts: [], answers: {}, ended: false };

/** What comes of an act; once it has ended nothing more is done, but it may begin again. */
export function practised(state: Practised, act: PracticeAct): Practised {
  if (act.do === 'again') return { ...NOT_BEGUN, seed: act.seed };
  if (state.ended) return state;
  switch (act.do) {
    case 'act':
      return { ...state, acts: [...state.acts, act.id] };
    case 'tick': {
      // Time that runs on is one act, however often the screen was drawn meanwhile.
      const last = state.acts.at(-1);
      const before = last?.startsWith(TICK) ? Number(last.slice(TICK.length)) : null;
      const rest = before === null ? state.acts : state.acts.slice(0, -1);
      return { ...state, acts: [...rest, `${TICK}${(before ?? 0) + act.seconds}`] };
    }
    case 'answer':
      return { ...state, answers: { ...state.answers, [act.question]: act.answer } };
    case 'end':
      return { ...state, ended: true };
  }
}
