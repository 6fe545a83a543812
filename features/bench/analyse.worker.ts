import '../words/in-worker';
import { analyseDraw, type DrawAnalysis } from '../../core/parasitic-draw/draw';
import type { Mark } from '../../core/parasitic-draw/marks';
import { traceProblem } from '../../core/parasitic-draw/trace';

export interface AnalyseQuestion {
  readonly seconds: Float64Array;
  readonly amps: Float64Array;
  readonly marks: readonly Mark[];
}

/** The whole trace, judged off the page's own thread; null where there is too little of it. */
self.onmessage = (event: MessageEvent<AnalyseQuestion>) => {
  const { seconds, amps, marks } = event.data;
  const trace = { seconds, amps };
  const answer: DrawAnalysis | null = traceProblem(trace) ? null : analyseDraw(trace, marks);
  self.postMessage(answer);
};
