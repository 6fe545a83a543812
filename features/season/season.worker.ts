import '../words/in-worker';
import loadHighs from 'highs';
import type { PlanDocument, SeasonDocument } from '../../core/schedule/document';
import { problemOf } from '../../core/schedule/problem';
import { remediesFor } from '../../core/schedule/remedies';
import { replan } from '../../core/schedule/replan';
import { boundOf } from '../../core/schedule/bound';
import { tightenOver, type TightenProgress } from '../../core/schedule/tighten-over';
import { writePlan } from '../../core/schedule/write-plan';
import { moveEffect, type Move, type MoveEffect } from './move';
import { evenChance, planFor, proofOf, type Proof } from './plan-for';

export type SeasonQuestion =
  | {
      readonly kind: 'move';
      readonly n: number;
      readonly season: SeasonDocument;
      readonly plan: PlanDocument;
      readonly move: Move;
    }
  | {
      readonly kind: 'tighten';
      readonly n: number;
      readonly season: SeasonDocument;
      readonly plan: PlanDocument;
      readonly seconds: number;
    }
  | {
      readonly kind: 'prove';
      readonly n: number;
      readonly season: SeasonDocument;
      readonly plan: PlanDocument;
    }
  | { readonly kind: 'stop' }
  | { readonly kind: 'plan'; readonly n: number; readonly season: SeasonDocument };

export type SeasonAnswer =
  | { readonly kind: 'moved'; readonly n: number; readonly effect: MoveEffect }
  | ({ readonly kind: 'progress'; readonly n: number } & TightenProgress)
  | { readonly kind: 'proven'; readonly n: number; readonly proof: Proof }
  | { readonly kind: 'tightened'; readonly n: number; readonly plan: PlanDocument }
  | { readonly kind: 'planned'; readonly n: number; readonly plan: PlanDocument };

const say = (answer: SeasonAnswer) => self.postMessage(answer);

let stopped = false;

self.onmessage = (event: MessageEvent<SeasonQuestion>) => {
  const question = event.data;
  switch (question.kind) {
    case 'stop':
      stopped = true;
      return;
    case 'prove': {
      const { n, season, plan } = question;
      return say({ kind: 'proven', n, proof: proofOf(season, plan) });
    }
    case 'move': {
      const { n, season, plan, move } = question;
      return say({ kind: 'moved', n, effect: moveEffect(season, plan, move) });
    }
    case 'plan': {
      const { n, season } = question;
      return say({ kind: 'planned', n, plan: planFor({ season, earlier: null, improve: true }) });
    }
    case 'tighten':
      stopped = false;
      // Thrown outside the promise, the page hears of it.
      void tighten(question).catch((error: unknown) => {
        setTimeout(() => {
          throw error;
        });
      });
  }
};

/** The solver of programmes; null where it is not to be had, as without a connection: it goes without. */
async function solver() {
  try {
    return await loadHighs();
  } catch (error) {
    console.warn(error);
    return null;
  }
}

/** What is said about so often, milliseconds. */
const TELL_EVERY = 200;

async function tighten(question: SeasonQuestion & { kind: 'tighten' }): Promise<void> {
  const { n, season, plan, seconds } = question;
  const run = tightenOver(
    replan(problemOf(season), plan, evenChance()),
    seconds * 1000,
    evenChance(7),
    () => performance.now(),
    await solver(),
  );
  let told = -Infinity;
  for (;;) {
    const step = run.next(stopped);
    if (step.done) {
      const { solution, bound } = step.value;
      const proven = boundOf(solution.problem, bound);
      const made = writePlan(solution, proven, remediesFor(solution, evenChance()));
      return say({ kind: 'tightened', n, plan: made });
    }
    if (performance.now() - told < TELL_EVERY) continue;
    told = performance.now();
    say({ kind: 'progress', n, ...step.value });
    // Lets a word to stop come in.
    await new Promise((next) => setTimeout(next));
  }
}
