'use client';

import { useCallback, useEffect, useRef, useState } from 'react';
import type { VoltsSample } from '../../core/meter/steady';
import { call, type Answer } from '../http/client';
import { Message, orNaN, type BenchRequest, type Status, type Test } from './wire';

/** Samples of the running test as this browser has them. */
export interface LiveTrace {
  readonly seconds: number[];
  readonly amps: number[];
}

export interface Bench {
  /** Null until the server has said anything, or while it is out of reach. */
  readonly status: Status | null;
  readonly test: Test | null;
  readonly live: LiveTrace;
  /** Rises with what has come; drawn at most a few times a second. */
  readonly tick: number;
  readonly volts: readonly VoltsSample[];
  /** The last answer had no number: more than the range. */
  readonly over: boolean;
  readonly ask: (what: BenchRequest) => Promise<Answer>;
}

const DRAW_MS = 250;
const KEEP_VOLTS_MS = 30_000;

/**
 * The bench as the server tells it. The stream may break and come back: what is missing is
 * fetched, what is known already is left out, so that nothing is lost or doubled.
 */
export function useBench(): Bench {
  const [status, setStatus] = useState<Status | null>(null);
  const [test, setTest] = useState<Test | null>(null);
  const [tick, setTick] = useState(0);
  const [volts, setVolts] = useState<readonly VoltsSample[]>([]);
  const [over, setOver] = useState(false);
  const live = useRef<{ id: string | null; seconds: number[]; amps: number[] }>({
    id: null,
    seconds: [],
    amps: [],
  });
  const [shown, setShown] = useState<LiveTrace>({ seconds: [], amps: [] });
  const due = useRef<ReturnType<typeof setTimeout> | null>(null);

  const draw = useCallback(() => {
    due.current ??= setTimeout(() => {
      due.current = null;
      setShown({ seconds: live.current.seconds, amps: live.current.amps });
      setTick((n) => n + 1);
    }, DRAW_MS);
  }, []);

  const fetchAll = useCallback(async () => {
    const answer = await call('GET /api/bench/trace', {});
    if (!answer.ok || answer.reply.test?.id !== live.current.id) return;
    const { seconds, amps } = answer.reply;
    if (seconds.length < live.current.seconds.length) return;
    live.current = { id: live.current.id, seconds, amps: amps.map(orNaN) };
    draw();
  }, [draw]);

  useEffect(() => {
    const recent: VoltsSample[] = [];
    let voltsDue: ReturnType<typeof setTimeout> | null = null;
    const take = (message: Message) => {
      switch (message.kind) {
        case 'status':
          return setStatus(message.status);
        case 'test': {
          setTest(message.test);
          const id = message.test?.id ?? null;
          if (id !== live.current.id) live.current = { id, seconds: [], amps: [] };
          if (message.samples > live.current.seconds.length) void fetchAll();
          return draw();
        }
        case 'samples': {
          const { current } = live;
          if (message.test !== current.id) return;
          const known = current.seconds.length;
          if (message.first > known) return void fetchAll();
          for (let i = known - message.first; i < message.seconds.length; i++) {
            current.seconds.push(message.seconds[i]!);
            current.amps.push(orNaN(message.amps[i]!));
          }
          return draw();
        }
        case 'volts':
          setOver(message.over);
          if (message.value === null) return;
          recent.push({ at: message.at, volts: message.value });
          while (recent[0]!.at < message.at - KEEP_VOLTS_MS) recent.shift();
          voltsDue ??= setTimeout(() => {
            voltsDue = null;
            setVolts([...recent]);
          }, DRAW_MS);
      }
    };
    const source = new EventSource('/api/bench/stream');
    source.onmessage = (event: MessageEvent<string>) => {
      const message = Message.safeParse(JSON.parse(event.data));
      if (message.success) take(message.data);
    };
    // It comes back by itself; until then nothing is known of the meter.
    source.onerror = () => setStatus(null);
    return () => {
      source.close();
      if (voltsDue) clearTimeout(voltsDue);
      if (due.current) clearTimeout(due.current);
      due.current = null;
    };
  }, [draw, fetchAll]);

  const ask = useCallback((what: BenchRequest) => call('POST /api/bench', { body: what }), []);
  return { status, test, live: shown, tick, volts, over, ask };
}
