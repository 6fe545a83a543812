/** A device's side of SCPI-1999: headers, parameters, the error queue. Knows no meter. */

/** Handles one header; answers for a query, nothing for a command. Throws `ScpiError`. */
export type Handler = (parameters: readonly string[]) => string | void;

/** An error of the standard's list (SCPI-1999, 21.8). */
export class ScpiError extends Error {
  constructor(
    readonly code: number,
    readonly text: string,
  ) {
    super(`${code},"${text}"`);
  }
}

export const UNDEFINED_HEADER = () => new ScpiError(-113, 'Undefined header');
export const SYNTAX_ERROR = () => new ScpiError(-102, 'Syntax error');
export const PARAMETER_NOT_ALLOWED = () => new ScpiError(-108, 'Parameter not allowed');
export const DATA_OUT_OF_RANGE = () => new ScpiError(-222, 'Data out of range');
export const ILLEGAL_PARAMETER = () => new ScpiError(-224, 'Illegal parameter value');
const QUEUE_OVERFLOW = new ScpiError(-350, 'Queue overflow');
const MAX_ERRORS = 16;

/**
 * A node as the standard writes it: `CONFigure`, its short form in capitals. Optional nodes stand
 * in square brackets: `[:DC]`, `SYSTem:ERRor[:NEXT]?`.
 */
interface Node {
  readonly short: string;
  readonly long: string;
  readonly optional: boolean;
}

interface Command {
  readonly nodes: readonly Node[];
  readonly query: boolean;
  readonly handler: Handler;
}

function nodesOf(pattern: string): Node[] {
  return [...pattern.matchAll(/(\[?):?([A-Za-z]+)\]?/g)].map(([, open, name]) => ({
    short: name!.replace(/[a-z]+$/, ''),
    long: name!.toUpperCase(),
    optional: open === '[',
  }));
}

const fits = (node: Node, word: string) => word === node.short || word === node.long;

/** Whether words are a path through the nodes, optional ones left out or not. */
function matches(nodes: readonly Node[], words: readonly string[]): boolean {
  if (nodes.length === 0) return words.length === 0;
  const [node, ...rest] = nodes;
  if (words.length > 0 && fits(node!, words[0]!) && matches(rest, words.slice(1))) return true;
  return node!.optional && matches(rest, words);
}

/** An instrument that takes program messages and answers with response messages. */
export class ScpiDevice {
  private readonly commands: Command[] = [];
  private readonly common = new Map<string, Handler>();
  private readonly errors: ScpiError[] = [];

  constructor() {
    this.on('SYSTem:ERRor[:NEXT]?', () => {
      const error = this.errors.shift();
      return error ? error.message : '0,"No error"';
    });
    this.on('SYSTem:VERSion?', () => '1999.0');
    this.onCommon('*CLS', () => void (this.errors.length = 0));
    this.onCommon('*OPC?', () => '1');
    this.onCommon('*OPC', () => undefined);
    this.onCommon('*STB?', () => (this.errors.length ? '4' : '0'));
  }

  on(pattern: string, handler: Handler): void {
    const query = pattern.endsWith('?');
    this.commands.push({ nodes: nodesOf(pattern.replace('?', '')), query, handler });
  }

  onCommon(header: string, handler: Handler): void {
    this.common.set(header, handler);
  }

  fail(error: ScpiError): void {
    if (this.errors.length < MAX_ERRORS) this.errors.push(error);
    else this.errors[MAX_ERRORS - 1] = QUEUE_OVERFLOW;
  }

  /**
   * One program message: units with `;` between them. A unit that begins with `:` starts at the
   * root; another one starts where the last one's path ended, one node up (SCPI-1999, 6.2.4); a
   * common command leaves the path as it is. Answers of all queries, `;` between them, or null.
   */
  message(line: string): string | null {
    const answers: string[] = [];
    let path: string[] = [];
    for (const unit of splitOutsideQuotes(line, ';')) {
      const text = unit.trim();
      if (text === '') continue;
      try {
        const { answer, parent } = this.unit(text, path);
        if (parent) path = parent;
        if (answer !== undefined) answers.push(answer);
      } catch (error) {
        if (!(error instanceof ScpiError)) throw error;
        this.fail(error);
        // After a command error the rest of the message is not trusted.
        if (error.code > -200 && error.code <= -100) break;
      }
    }
    return answers.length ? answers.join(';') : null;
  }

  private unit(text: string, path: readonly string[]) {
    const match = /^(\S+)(?:\s+(.*))?$/s.exec(text)!;
    const header = match[1]!.toUpperCase();
    const parameters = match[2] ? splitOutsideQuotes(match[2], ',').map((one) => one.trim()) : [];
    if (header.startsWith('*')) {
      const handler = this.common.get(header);
      if (!handler) throw UNDEFINED_HEADER();
      return { answer: handler(parameters) ?? undefined, parent: null };
    }
    if (!/^:?[A-Z][A-Z0-9_]*(:[A-Z][A-Z0-9_]*)*\??$/.test(header)) throw SYNTAX_ERROR();
    const query = header.endsWith('?');
    const words = header.replace(/^:/, '').replace(/\?$/, '').split(':');
    const full = header.startsWith(':') ? words : [...path, ...words];
    const command = this.commands.find((one) => one.query === query && matches(one.nodes, full));
    if (!command) throw UNDEFINED_HEADER();
    return { answer: command.handler(parameters) ?? undefined, parent: full.slice(0, -1) };
  }
}

function splitOutsideQuotes(text: string, mark: string): string[] {
  const parts: string[] = [];
  let quote = '';
  let from = 0;
  for (let i = 0; i < text.length; i++) {
    const c = text[i]!;
    if (quote) {
      if (c === quote) quote = '';
    } else if (c === '"' || c === "'") quote = c;
    else if (c === mark) {
      parts.push(text.slice(from, i));
      from = i + 1;
    }
  }
  parts.push(text.slice(from));
  return parts;
}

/** Numeric response data in NR3 form, as bench meters send it. */
export function nr3(value: number): string {
  if (Number.isNaN(value)) return '9.91E+37';
  if (!Number.isFinite(value)) return value > 0 ? '9.9E+37' : '-9.9E+37';
  const [mantissa, exponent] = Math.abs(value).toExponential(8).split('e') as [string, string];
  const sign = value < 0 ? '-' : '+';
  const power = Number(exponent);
  return `${sign}${mantissa}E${power < 0 ? '-' : '+'}${String(Math.abs(power)).padStart(2, '0')}`;
}
