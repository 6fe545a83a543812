import { Socket } from 'node:net';
import { LineReader, TERMINATOR } from '../core/meter/scpi';

/** Why a question to a device has no answer; told to the attendant as it is. */
export class LinkTrouble extends Error {}

interface Waiting {
  readonly answer: (line: string) => void;
  readonly fail: (why: LinkTrouble) => void;
}

/**
 * One TCP connection to a device that speaks in lines: a question is sent, and the next line is
 * its answer. One question at a time; a link that failed is dead, and a new one is opened.
 */
export class ScpiLink {
  private readonly reader = new LineReader();
  private waiting: Waiting | null = null;
  private dead: LinkTrouble | null = null;

  private constructor(private readonly socket: Socket) {
    socket.setNoDelay(true);
    socket.setEncoding('latin1');
    socket.on('data', (piece: string) => this.received(piece));
    socket.on('error', (error) => this.die(`The meter’s connection broke: ${error.message}.`));
    socket.on('close', () => this.die('The meter hung up.'));
  }

  static open(host: string, port: number, milliseconds: number): Promise<ScpiLink> {
    return new Promise((opened, failed) => {
      const socket = new Socket();
      const give = (why: string) => {
        socket.destroy();
        failed(new LinkTrouble(why));
      };
      const timer = setTimeout(() => give(`Nothing answers at ${host}:${port}.`), milliseconds);
      socket.once('error', (error) => {
        clearTimeout(timer);
        give(`No meter at ${host}:${port}: ${error.message}.`);
      });
      socket.connect(port, host, () => {
        clearTimeout(timer);
        socket.removeAllListeners('error');
        opened(new ScpiLink(socket));
      });
    });
  }

  get isDead(): boolean {
    return this.dead !== null;
  }

  /** Sends a line that has no answer. */
  tell(line: string): void {
    if (this.dead) throw this.dead;
    this.socket.write(line + TERMINATOR, 'latin1');
  }

  /**
   * Sends a line and waits for one. An answer that does not come in time ends the link: what
   * came later would be taken for the answer to the next question.
   */
  ask(line: string, milliseconds: number): Promise<string> {
    if (this.dead) return Promise.reject(this.dead);
    if (this.waiting) return Promise.reject(new LinkTrouble('One question at a time.'));
    return new Promise((answered, failed) => {
      const timer = setTimeout(
        () => this.die(`No answer to ${line} within ${milliseconds / 1000} s.`),
        milliseconds,
      );
      this.waiting = {
        answer: (text) => {
          clearTimeout(timer);
          answered(text);
        },
        fail: (why) => {
          clearTimeout(timer);
          failed(why);
        },
      };
      this.socket.write(line + TERMINATOR, 'latin1');
    });
  }

  close(): void {
    this.die('The connection was closed here.');
  }

  private received(piece: string): void {
    let lines: string[];
    try {
      lines = this.reader.push(piece);
    } catch (error) {
      this.die(`The meter sent ${(error as Error).message}.`);
      return;
    }
    for (const line of lines) {
      const { waiting } = this;
      // A line that nobody asked for: what it answers is not known any more.
      if (!waiting) return this.die('The meter sent what nobody asked for.');
      this.waiting = null;
      waiting.answer(line);
    }
  }

  private die(why: string): void {
    if (this.dead) return;
    this.dead = new LinkTrouble(why);
    this.socket.destroy();
    const { waiting } = this;
    this.waiting = null;
    waiting?.fail(this.dead);
  }
}
