import { t } from '../../core/language';
import 'server-only';
import { connect } from 'node:net';
import { v7 as uuidv7 } from 'uuid';
import { z } from 'zod';
import { analyseDraw, type DrawAnalysis } from '../../core/parasitic-draw/draw';
import type { Mark } from '../../core/parasitic-draw/marks';
import { MAX_SAMPLES, traceProblem, type Trace } from '../../core/parasitic-draw/trace';
import { addTrace } from '../../store/traces';
import type { NewEntry } from '../../core/logbook/entry';
import { whoIsIn, type Who } from '../access/who';
import { newEntry, recordedBy } from '../logbook/new-entry';
import { recordWithVerdict } from '../logbook/record-with-verdict';
import { now } from '../server/clock';
import { bodyOf, jsonBody, refuse } from '../server/reply';
import { db } from '../server/store';
import { loadBattery } from '../site/load';
import type { AssessedBattery } from '../site/snapshot';
import { eventStream } from '../server/event-stream';
import { hub, type BenchHub } from './hub';
import { BenchRequest, orNaN, orNull } from './wire';
import { env } from '../../env';

/** Nobody pulls more fuses than this in one test. */
const MAX_MARKS = 1000;
/** Everything that happens on the bench, as server-sent events. */
export const getStream = (request: Request): Response =>
  eventStream(request, (push) => hub().subscribe(push));

/** The running test with all of its samples. */
export function getTrace(): Response {
  const { seconds, amps } = hub().trace();
  return Response.json({
    test: hub().running,
    seconds: [...seconds],
    amps: Array.from(amps, orNull),
  });
}

/**
 * One step of a test. 400 for a request that is none, 404 for a battery that is not here, 409
 * where the bench is in no state for it; nothing changes then.
 */
export async function postBench(request: Request): Promise<Response> {
  const { data: wanted, refusal } = await bodyOf(request, BenchRequest);
  if (refusal) return refusal;
  const bench = hub();
  if (wanted.do === 'start') {
    if (bench.running) {
      return refuse(409, t`A test is running. Finish it, or throw it away, before the next one.`);
    }
    if (!loadBattery(db(), now(), wanted.batteryId)) {
      return refuse(404, t`batteryId: there is no battery ${wanted.batteryId} here.`);
    }
    return Response.json({ test: bench.start(wanted.batteryId) });
  }
  if (!bench.running) return refuse(409, t`No test is running.`);
  if (
    bench.running.marks.length >= MAX_MARKS &&
    wanted.do !== 'finish' &&
    wanted.do !== 'discard'
  ) {
    return refuse(409, t`A test has at most ${MAX_MARKS} marks: finish this one.`);
  }
  bench.flush();
  switch (wanted.do) {
    case 'jumper-off':
    case 'jumper-back':
      bench.mark({ kind: wanted.do, at: bench.now() });
      break;
    case 'pull':
      if (bench.out().includes(wanted.circuit)) return refuse(409, t`${wanted.circuit} is out.`);
      bench.mark({ kind: 'pull', at: bench.now(), circuit: wanted.circuit });
      break;
    case 'put-back':
      if (!bench.out().includes(wanted.circuit)) return refuse(409, t`${wanted.circuit} is in.`);
      bench.mark({ kind: 'put-back', at: bench.now(), circuit: wanted.circuit });
      break;
    case 'anew': {
      const out = bench.out();
      if (out.length) return refuse(409, stillOutWords(out));
      bench.mark({ kind: 'anew', at: bench.now() });
      break;
    }
    case 'discard':
      bench.end();
      break;
    case 'finish':
      return finish(bench, wanted, whoIsIn(request));
  }
  return Response.json({ test: bench.running });
}

const stillOutWords = (out: readonly string[]) =>
  t`Still out: ${out.join(', ')}. Put back what was pulled.`;

/** Records the draw with its trace, all or nothing, and ends the test. */
function finish(
  bench: BenchHub,
  { steps, evenAwake, changed }: Extract<BenchRequest, { do: 'finish' }>,
  who: Who,
): Response {
  const test = bench.running!;
  const out = bench.out();
  if (out.length) return refuse(409, stillOutWords(out));
  const trace = bench.trace();
  const problem = traceProblem(trace);
  if (problem) return refuse(409, t`Too little was logged: ${problem}.`);
  const draw = analyseDraw(trace, test.marks);
  if (draw.settledAt === null && !evenAwake) {
    return refuse(409, t`It is still awake: wait, or record it as it is.`);
  }
  const kept = loadBattery(db(), now(), test.batteryId);
  if (!kept) return refuse(404, t`There is no battery ${test.batteryId} here any more.`);
  keepDraw(kept, {
    id: test.id,
    trace,
    marks: test.marks,
    draw,
    steps,
    source: 'meter',
    changed,
    who,
  });
  bench.end();
  return Response.json({ test: null, recorded: draw.settledMa });
}

/** A draw with its trace, into the logbook; all or nothing. */
function keepDraw(
  { battery, standing }: AssessedBattery,
  what: {
    id: string;
    trace: Trace;
    marks: readonly Mark[];
    draw: DrawAnalysis;
    steps: readonly string[];
    source: 'meter' | 'file';
    changed?: boolean | undefined;
    who: Who;
  },
): void {
  const { id, trace, marks, draw, steps, source, changed, who } = what;
  const tenth = (value: number) => Math.round(value * 10) / 10;
  const at = now();
  const { value, low, high } = draw.settledMa;
  db()
    .transaction(() => {
      const vehicleId = standing.state.vehicleId!;
      addTrace(db(), { id, batteryId: battery.id, vehicleId, at, marks }, trace);
      const record = (entry: NewEntry) => recordWithVerdict(recordedBy(who, entry));
      record(
        newEntry('draw', battery.id, at, {
          milliamps: tenth(value),
          low: tenth(low),
          high: tenth(high),
          source,
          traceId: id,
          ...(changed ? { changed } : {}),
        }),
      );
      record(
        newEntry('procedure-done', battery.id, at, { procedure: 'draw-test', steps: [...steps] }),
      );
    })
    .immediate();
}

export const Logged = z.strictObject({
  batteryId: z.string().min(1).max(64),
  seconds: z.array(z.number()).max(MAX_SAMPLES),
  amps: z.array(z.number().nullable()).max(MAX_SAMPLES),
});

/** A million samples, with digits to spare. */
const MAX_TRACE_BYTES = 64_000_000;

/** Records a draw that a logger wrote down, with its trace. */
export async function postTrace(request: Request): Promise<Response> {
  const { data, refusal } = await bodyOf(request, Logged, MAX_TRACE_BYTES);
  if (refusal) return refusal;
  const { batteryId, seconds, amps } = data;
  const trace = { seconds: Float64Array.from(seconds), amps: Float64Array.from(amps, orNaN) };
  const problem = traceProblem(trace);
  if (problem) return refuse(400, `${problem}.`);
  const kept = loadBattery(db(), now(), batteryId);
  if (!kept) return refuse(404, t`batteryId: there is no battery ${batteryId} here.`);
  const draw = analyseDraw(trace);
  keepDraw(kept, {
    id: uuidv7(),
    trace,
    marks: [],
    draw,
    steps: [],
    source: 'file',
    who: whoIsIn(request),
  });
  return Response.json({ recorded: draw.settledMa });
}

/** The demo's hands, on their port; 404 where there are none. */
export async function postHands(request: Request): Promise<Response> {
  const { body, refusal } = await jsonBody(request);
  if (refusal) return refusal;
  const port = env('EMBER_HANDS');
  if (!port) return refuse(404, t`Here the hands are your own.`);
  const answer = await sayToHands(port, JSON.stringify(body));
  return answer === 'done' ? Response.json({ done: true }) : refuse(400, answer);
}

function sayToHands(port: number, line: string): Promise<string> {
  return new Promise((done) => {
    const socket = connect(port, '127.0.0.1', () => socket.write(`${line}\n`));
    socket.setEncoding('utf8');
    socket.setTimeout(3000, () => socket.destroy(new Error('no answer')));
    socket.once('data', (text: string) => {
      done(text.trim());
      socket.end();
    });
    socket.once('error', (error) => done(t`The demo’s hands do not answer: ${error.message}.`));
  });
}
