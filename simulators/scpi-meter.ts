import { createServer, type Server, type Socket } from 'node:net';
import type { BenchWorld } from './bench-world';
import { HandAction } from './bench-world';
import {
  DATA_OUT_OF_RANGE,
  ILLEGAL_PARAMETER,
  PARAMETER_NOT_ALLOWED,
  ScpiDevice,
  nr3,
} from './scpi';

type Quantity = 'volts' | 'amps';

/** Ranges, and the last digit of each: a meter of six digits. */
const RANGES: Readonly<Record<Quantity, readonly number[]>> = {
  volts: [0.1, 1, 10, 100, 1000],
  amps: [0.1, 0.4, 1, 3, 10],
};
const DIGITS = 1e6;

/** What a meter may do to its user; each is a share of answers, or a time. */
export interface Manners {
  readonly answerMs: number;
  /** Share of answers that take a second more. */
  readonly slowShare: number;
  /** Share of answers in whose middle it hangs up. */
  readonly hangUpShare: number;
}

export const GOOD_MANNERS: Manners = { answerMs: 20, slowShare: 0, hangUpShare: 0 };

/** The simulated bench meter behind one connection. */
export function meterDevice(world: BenchWorld): ScpiDevice {
  const device = new ScpiDevice();
  let quantity: Quantity = 'volts';
  let range: number | null = null;

  const configure = (what: Quantity) => (parameters: readonly string[]) => {
    if (parameters.length > 2) throw PARAMETER_NOT_ALLOWED();
    range = rangeOf(what, parameters[0]);
    quantity = what;
  };
  const measured = () => {
    const value = quantity === 'volts' ? world.volts() : world.amps();
    const ranges = RANGES[quantity];
    const at = range ?? ranges.find((one) => Math.abs(value) <= 1.2 * one) ?? ranges.at(-1)!;
    if (Math.abs(value) > 1.2 * at) return nr3(value > 0 ? Infinity : -Infinity);
    const last = at / DIGITS;
    return nr3(Math.round(value / last) * last);
  };
  device.onCommon('*IDN?', () => 'HARROWBECK,BENCH METER,0,1.0');
  device.onCommon('*RST', () => {
    quantity = 'volts';
    range = null;
  });
  for (const [what, name] of [
    ['volts', 'VOLTage'],
    ['amps', 'CURRent'],
  ] as const) {
    device.on(`CONFigure[:SCALar]:${name}[:DC]`, configure(what));
    device.on(`MEASure[:SCALar]:${name}[:DC]?`, (parameters) => {
      configure(what)(parameters);
      return measured();
    });
  }
  device.on('CONFigure?', () => `"${quantity === 'volts' ? 'VOLT' : 'CURR'} ${range ?? 'AUTO'}"`);
  device.on('READ?', measured);
  device.on('FETCh?', measured);
  device.on('INITiate[:IMMediate]', () => undefined);
  return device;
}

function rangeOf(what: Quantity, given: string | undefined): number | null {
  const word = given?.toUpperCase();
  if (word === undefined || word === 'DEF' || word === 'DEFAULT' || word === 'AUTO') return null;
  const ranges = RANGES[what];
  if (word === 'MIN' || word === 'MINIMUM') return ranges[0]!;
  if (word === 'MAX' || word === 'MAXIMUM') return ranges.at(-1)!;
  const match = /^([+-]?(?:\d+\.?\d*|\.\d+)(?:E[+-]?\d+)?)\s*(U|M|K)?(V|A)?$/.exec(word);
  if (!match) throw ILLEGAL_PARAMETER();
  const scale = { U: 1e-6, M: 1e-3, K: 1e3 }[match[2] ?? ''] ?? 1;
  const most = Math.abs(Number(match[1]) * scale);
  const fitting = ranges.find((one) => one >= most * 0.999_999);
  if (fitting === undefined) throw DATA_OUT_OF_RANGE();
  return fitting;
}

/** The meter on a port; each connection is a session of its own, the world is one. */
export function serveMeter(
  world: BenchWorld,
  port: number,
  manners: () => Manners,
  chance: () => number = () => 1,
): Promise<Server> {
  const server = createServer((socket) => {
    socket.setNoDelay(true);
    socket.setEncoding('latin1');
    socket.on('error', () => socket.destroy());
    const device = meterDevice(world);
    let rest = '';
    let turn = Promise.resolve();
    socket.on('data', (piece: string) => {
      const lines = (rest + piece).split('\n');
      rest = lines.pop()!;
      for (const line of lines) {
        turn = turn.then(() => answer(socket, device.message(line.replace(/\r$/, ''))));
      }
    });
  });
  const answer = async (socket: Socket, text: string | null) => {
    if (text === null || socket.destroyed) return;
    const { answerMs, slowShare, hangUpShare } = manners();
    await new Promise((later) => setTimeout(later, answerMs + (chance() < slowShare ? 1000 : 0)));
    if (chance() < hangUpShare) {
      socket.write(text.slice(0, text.length >> 1));
      socket.destroy();
      return;
    }
    socket.write(`${text}\n`, 'latin1');
  };
  return listening(server, port);
}

/** The attendant's hands on a port of their own: one action a line, as JSON. */
export function serveHands(world: BenchWorld, port: number): Promise<Server> {
  const server = createServer((socket) => {
    socket.setEncoding('utf8');
    socket.on('error', () => socket.destroy());
    let rest = '';
    socket.on('data', (piece: string) => {
      const lines = (rest + piece).split('\n');
      rest = lines.pop()!;
      for (const line of lines) {
        const action = HandAction.safeParse(parsed(line));
        if (action.success) world.act(action.data);
        socket.write(action.success ? 'done\n' : `no such action: ${line}\n`);
      }
    });
  });
  return listening(server, port);
}

function parsed(line: string): unknown {
  try {
    return JSON.parse(line);
  } catch {
    return null;
  }
}

function listening(server: Server, port: number): Promise<Server> {
  return new Promise((ready, failed) => {
    server.once('error', failed);
    server.listen(port, '127.0.0.1', () => ready(server));
  });
}
