import 'server-only';
import { v7 as uuidv7 } from 'uuid';
import { stillOut, type Mark } from '../../core/parasitic-draw/marks';
import type { Trace } from '../../core/parasitic-draw/trace';
import { MeterLoop, type MeterSample, type MeterStatus } from '../../devices/meter';
import { readMeter } from '../../store/devices';
import {
  addBenchTest,
  addPiece,
  dropBenchTest,
  readBenchTest,
  readPieces,
  writeMarks,
  type BenchTest,
} from '../../store/traces';
import { held } from '../server/here';
import { db } from '../server/store';
import { orNull, type Message } from './wire';
import { env } from '../../env';

type Listener = (message: Message) => void;

/** Samples are on disk before anybody sees them; a piece is written this often. */
const PIECE_MS = 300;

/** How many times faster than the wall clock the bench's seconds run; the demo's do. */
export const pace = () => env('EMBER_PACE');

/**
 * The bench of this process: the meter's loop, the test that is running, and who listens. A test
 * goes on where it was after a restart: its samples and marks are in the data file.
 */
export class BenchHub {
  private readonly listeners = new Set<Listener>();
  private readonly loop = new MeterLoop(
    () => readMeter(db()),
    (sample) => this.onSample(sample),
    (status) => this.tell({ kind: 'status', status }),
  );
  private test: BenchTest | null;
  private seconds: number[] = [];
  private amps: number[] = [];
  private written = 0;
  private writing: NodeJS.Timeout | null = null;

  constructor() {
    this.test = readBenchTest(db());
    if (this.test) {
      const kept = readPieces(db(), this.test.id);
      this.seconds = [...kept.seconds];
      this.amps = [...kept.amps];
      this.written = this.seconds.length;
    }
    this.wake();
  }

  get status(): MeterStatus {
    return this.loop.status;
  }

  get running(): BenchTest | null {
    return this.test;
  }

  /** What is on disk of the running test. */
  trace(): Trace {
    return {
      seconds: Float64Array.from(this.seconds.slice(0, this.written)),
      amps: Float64Array.from(this.amps.slice(0, this.written)),
    };
  }

  subscribe(listener: Listener): () => void {
    this.listeners.add(listener);
    this.wake();
    listener({ kind: 'status', status: this.status });
    listener(this.testMessage());
    return () => {
      this.listeners.delete(listener);
      this.wake();
    };
  }

  start(batteryId: string): BenchTest {
    this.test = { id: uuidv7(), batteryId, startedAt: Date.now(), marks: [] };
    this.forget();
    addBenchTest(db(), this.test);
    this.tell(this.testMessage());
    this.wake();
    return this.test;
  }

  /** Seconds of the running test now. */
  now(): number {
    return ((Date.now() - (this.test?.startedAt ?? Date.now())) / 1000) * pace();
  }

  mark(mark: Mark): void {
    const { test } = this;
    if (!test) return;
    this.test = { ...test, marks: [...test.marks, mark] };
    writeMarks(db(), test.id, this.test.marks);
    this.tell(this.testMessage());
  }

  /** Fuses that must go back before the test may end. */
  out(): string[] {
    return this.test ? stillOut(this.test.marks) : [];
  }

  /** The test is over, recorded or thrown away. */
  end(): void {
    if (this.test) dropBenchTest(db(), this.test.id);
    this.test = null;
    this.forget();
    this.tell(this.testMessage());
    this.wake();
  }

  /** Writes what is not on disk yet. */
  flush(): void {
    if (this.writing) clearTimeout(this.writing);
    this.writing = null;
    const { test, written } = this;
    if (!test || written === this.seconds.length) return;
    const seconds = this.seconds.slice(written);
    const amps = this.amps.slice(written);
    addPiece(db(), test.id, written, seconds, amps);
    this.written = this.seconds.length;
    this.tell({ kind: 'samples', test: test.id, first: written, seconds, amps: amps.map(orNull) });
  }

  meterChanged(): void {
    this.loop.reconnect();
  }

  private forget(): void {
    this.seconds = [];
    this.amps = [];
    this.written = 0;
  }

  private testMessage(): Message {
    const test = this.test && { ...this.test, marks: [...this.test.marks] };
    return { kind: 'test', test, samples: this.written };
  }

  private wake(): void {
    if (this.test) this.loop.start('amps');
    else if (this.listeners.size > 0) this.loop.start('volts');
    else this.loop.stop();
  }

  private onSample({ at, quantity, value, over }: MeterSample): void {
    const { test } = this;
    if (!test) {
      if (quantity === 'volts') this.tell({ kind: 'volts', at, value, over });
      return;
    }
    if (quantity !== 'amps') return;
    const seconds = Math.round((at - test.startedAt) * pace()) / 1000;
    if (seconds <= (this.seconds.at(-1) ?? -1)) return;
    this.seconds.push(seconds);
    this.amps.push(value ?? NaN);
    this.writing ??= setTimeout(() => this.flush(), PIECE_MS);
  }

  private tell(message: Message): void {
    for (const listener of this.listeners) listener(message);
  }
}

export const hub = (): BenchHub => held('bench', () => new BenchHub());
