/**
 * What a bench meter is told and what it answers, in the open command set: SCPI-1999 on top of
 * IEEE 488.2. Only the client's side: lines that are sent, and what comes back, taken apart.
 */

/** Every line ends with a line feed (IEEE 488.2, 7.5 and 8.5: NL as the message terminator). */
export const TERMINATOR = '\n';

export const COMMANDS = {
  identify: '*IDN?',
  clear: '*CLS',
  volts: 'CONF:VOLT:DC',
  amps: 'CONF:CURR:DC',
  read: 'READ?',
  error: 'SYST:ERR?',
} as const;

/** SCPI-1999, 7.2.1.4 and 7.2.1.5: what stands for infinity and for not a number. */
const INFINITY_AT = 9.9e37;
const NOT_A_NUMBER = 9.91e37;

export type Sample =
  | { readonly ok: true; readonly value: number }
  | { readonly ok: false; readonly reason: 'over-range' | 'not-a-number' | 'unreadable' };

/** Numeric response data of IEEE 488.2, 8.7: NR1, NR2 or NR3. */
const NUMERIC = /^[+-]?(?:\d+(?:\.\d*)?|\.\d+)(?:\s*[eE]\s*[+-]?\d+)?$/;

/**
 * A measured value as a meter answers it: NR1 (`12`), NR2 (`12.5`) or NR3 (`+1.25E+01`). Over
 * range is ±9.9E37, not a number 9.91E37; several values in a line: the first. Anything else is
 * unreadable, never a number.
 */
export function parseSample(line: string): Sample {
  const text = line.split(',')[0]!.trim();
  if (!NUMERIC.test(text)) return { ok: false, reason: 'unreadable' };
  const value = Number(text.replaceAll(/\s/g, ''));
  if (!Number.isFinite(value)) return { ok: false, reason: 'unreadable' };
  if (Math.abs(value - NOT_A_NUMBER) < 1e34) return { ok: false, reason: 'not-a-number' };
  if (Math.abs(value) >= INFINITY_AT * 0.9999) return { ok: false, reason: 'over-range' };
  return { ok: true, value };
}

export interface MeterError {
  /** 0: none. Negative: of the standard; positive: the maker's own. */
  readonly code: number;
  readonly text: string;
}

/** An answer to `SYST:ERR?`: a number, a comma, and text in quotes (a quote within is doubled). */
export function parseError(line: string): MeterError | null {
  const match = /^\s*([+-]?\d+)\s*,\s*"((?:[^"]|"")*)"\s*$/.exec(line);
  return match ? { code: Number(match[1]), text: match[2]!.replaceAll('""', '"') } : null;
}

export interface Identity {
  readonly maker: string;
  readonly model: string;
  readonly serial: string;
  readonly firmware: string;
}

/**
 * An answer to `*IDN?`: four fields with commas between (IEEE 488.2, 10.14). A field that the
 * meter does not know is 0; what stands after the third comma is the fourth field, whatever it has.
 */
export function parseIdentity(line: string): Identity | null {
  const fields = line.trim().split(',');
  if (fields.length < 4) return null;
  const [maker, model, serial, ...firmware] = fields.map((field) => field.trim());
  return { maker: maker!, model: model!, serial: serial!, firmware: firmware.join(',') };
}

/** Lines out of a stream that comes in pieces; a line that never ends is given up. */
export class LineReader {
  private rest = '';

  constructor(private readonly most = 4096) {}

  /** The lines that this piece completes. Throws where one is longer than allowed. */
  push(piece: string): string[] {
    const parts = (this.rest + piece).split('\n');
    this.rest = parts.pop()!;
    if (this.rest.length > this.most) {
      this.rest = '';
      throw new Error(`a line of more than ${this.most} characters without an end`);
    }
    return parts.map((line) => line.replace(/\r$/, ''));
  }

  /** What came and is not a line yet is forgotten. */
  clear(): void {
    this.rest = '';
  }
}
