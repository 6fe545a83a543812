import {
  COMMANDS,
  parseError,
  parseIdentity,
  parseSample,
  type Identity,
} from '../core/meter/scpi';
import { LinkTrouble, ScpiLink } from './scpi-link';

export type Quantity = 'volts' | 'amps';

export type MeterStatus =
  | { readonly state: 'none' }
  | { readonly state: 'resting' }
  | { readonly state: 'connecting' }
  | { readonly state: 'reading'; readonly identity: Identity; readonly quantity: Quantity }
  | { readonly state: 'lost'; readonly why: string };

export interface MeterSample {
  /** UTC milliseconds at which the answer came. */
  readonly at: number;
  readonly quantity: Quantity;
  /** Volts or amps; null where the meter gave no number. */
  readonly value: number | null;
  readonly over: boolean;
}

const OPEN_MS = 2500;
/** A bench meter may take a second and more for a slow, precise reading. */
const ANSWER_MS = 4000;
/** More than ten answers a second: slower, and a start falls between them. */
const BETWEEN_MS = 80;
const TRY_AGAIN_MS = 1500;

/** Reads a meter again and again while somebody wants it, and connects anew when it is lost. */
export class MeterLoop {
  private running = false;
  private wanted: Quantity = 'volts';
  private stopped: Promise<void> = Promise.resolve();
  private link: ScpiLink | null = null;
  status: MeterStatus = { state: 'resting' };

  constructor(
    private readonly address: () => { host: string; port: number } | null,
    private readonly onSample: (sample: MeterSample) => void,
    private readonly onStatus: (status: MeterStatus) => void,
  ) {}

  start(quantity: Quantity): void {
    this.wanted = quantity;
    if (this.running) return;
    this.running = true;
    this.stopped = this.stopped.then(() => this.run());
  }

  /** Lets the meter rest; the connection is closed. */
  stop(): void {
    this.running = false;
    this.link?.close();
  }

  /** The address has changed: what is connected is let go, and the new one is sought. */
  reconnect(): void {
    this.link?.close();
  }

  private say(status: MeterStatus): void {
    this.status = status;
    this.onStatus(status);
  }

  private async run(): Promise<void> {
    while (this.running) {
      const address = this.address();
      if (!address) {
        this.say({ state: 'none' });
        await later(TRY_AGAIN_MS);
        continue;
      }
      // A meter that was lost stays so in the words until it answers again.
      if (this.status.state !== 'lost') this.say({ state: 'connecting' });
      try {
        await this.readFrom(address);
      } catch (error) {
        // A mistake of ours must not take the server along; it is told where mistakes are told.
        if (!(error instanceof LinkTrouble)) console.error(error);
        if (this.running) this.say({ state: 'lost', why: (error as Error).message });
      }
      this.link?.close();
      this.link = null;
      if (this.running) await later(TRY_AGAIN_MS);
    }
    this.say({ state: 'resting' });
  }

  private async readFrom({ host, port }: { host: string; port: number }): Promise<void> {
    const link = await ScpiLink.open(host, port, OPEN_MS);
    this.link = link;
    const named = await link.ask(COMMANDS.identify, ANSWER_MS);
    const identity = parseIdentity(named);
    if (!identity)
      throw new LinkTrouble(`What answers there is no meter: “${named.slice(0, 60)}”.`);
    let quantity: Quantity | null = null;
    while (this.running) {
      const begun = Date.now();
      if (quantity !== this.wanted) {
        quantity = this.wanted;
        link.tell(COMMANDS.clear);
        link.tell(COMMANDS[quantity]);
        const error = parseError(await link.ask(COMMANDS.error, ANSWER_MS));
        if (!error) throw new LinkTrouble('The meter does not say whether it understood.');
        if (error.code !== 0)
          throw new LinkTrouble(`The meter refuses ${COMMANDS[quantity]}: ${error.text}.`);
        this.say({ state: 'reading', identity, quantity });
      }
      const answer = await link.ask(COMMANDS.read, ANSWER_MS);
      const sample = parseSample(answer);
      if (!sample.ok && sample.reason === 'unreadable') {
        throw new LinkTrouble(`The meter sent “${answer.slice(0, 40)}”, which is no number.`);
      }
      this.onSample({
        at: Date.now(),
        quantity,
        value: sample.ok ? sample.value : null,
        over: !sample.ok && sample.reason === 'over-range',
      });
      await later(Math.max(0, BETWEEN_MS - (Date.now() - begun)));
    }
  }
}

const later = (ms: number) => new Promise<void>((done) => setTimeout(done, ms));
