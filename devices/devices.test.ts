import { createServer, type AddressInfo, type Server, type Socket } from 'node:net';
import { MeterLoop, type MeterSample, type MeterStatus } from './meter';
import { LinkTrouble, ScpiLink } from './scpi-link';

// Devices here are scripts of plain lines: our own stand-in would make the same mistakes.
let server: Server | null = null;
let sockets: Socket[] = [];

/** A port on which each line that comes is answered by a script; undefined: no answer. */
function scripted(answer: (line: string, socket: Socket) => string | undefined): Promise<number> {
  return new Promise((ready) => {
    server = createServer((socket) => {
      sockets.push(socket);
      socket.on('error', () => undefined);
      let rest = '';
      socket.on('data', (piece) => {
        const lines = (rest + piece.toString('latin1')).split('\n');
        rest = lines.pop()!;
        for (const line of lines) {
          const text = answer(line, socket);
          if (text !== undefined) socket.write(text);
        }
      });
    });
    server.listen(0, '127.0.0.1', () => ready((server!.address() as AddressInfo).port));
  });
}
async function hangUp(): Promise<void> {
  for (const socket of sockets) socket.destroy();
  sockets = [];
  const closing = server;
  server = null;
  if (closing) await new Promise((done) => closing.close(done));
}
afterEach(hangUp);

const trouble = (asked: Promise<unknown>) =>
  asked.then(
    () => 'no trouble',
    (error: Error) => (error instanceof LinkTrouble ? error.message : `wrong: ${error.message}`),
  );

describe('a link', () => {
  it('ends its lines with a line feed, and takes an answer in pieces', async () => {
    const heard: string[] = [];
    const port = await scripted((line, socket) => {
      heard.push(line);
      socket.write('+1.2');
      setTimeout(() => socket.write('5E+01\r\n'), 30);
      return undefined;
    });
    const link = await ScpiLink.open('127.0.0.1', port, 1000);
    expect(await link.ask('READ?', 1000)).toBe('+1.25E+01');
    expect(heard).toEqual(['READ?']);
    link.close();
  });

  it('says who does not answer, and who is not there', async () => {
    const port = await scripted(() => undefined);
    const link = await ScpiLink.open('127.0.0.1', port, 1000);
    expect(await trouble(link.ask('READ?', 80))).toMatch(/No answer to READ\? within 0.08 s/);
    // What came now would be taken for another answer: the link is dead.
    expect(link.isDead).toBe(true);
    expect(await trouble(link.ask('READ?', 80))).toMatch(/No answer/);
    await hangUp();
    expect(await trouble(ScpiLink.open('127.0.0.1', port, 500))).toMatch(/No meter at/);
  });

  it('a hang-up in mid-line is no answer', async () => {
    const port = await scripted((_, socket) => {
      socket.write('+1.25E');
      socket.destroy();
      return undefined;
    });
    const link = await ScpiLink.open('127.0.0.1', port, 1000);
    expect(await trouble(link.ask('READ?', 1000))).toMatch(/hung up|broke/);
  });

  it('an answer that nobody asked for ends it', async () => {
    const port = await scripted(() => '1\n2\n');
    const link = await ScpiLink.open('127.0.0.1', port, 1000);
    expect(await link.ask('READ?', 1000)).toBe('1');
    await new Promise((later) => setTimeout(later, 30));
    expect(await trouble(link.ask('READ?', 1000))).toMatch(/nobody asked for/);
  });
});

describe('the loop that reads a meter', () => {
  const until = async (is: () => boolean) => {
    for (let i = 0; i < 400 && !is(); i++) await new Promise((later) => setTimeout(later, 10));
    expect(is()).toBe(true);
  };
  const loopAt = (port: number) => {
    const samples: MeterSample[] = [];
    const said: MeterStatus[] = [];
    const loop = new MeterLoop(
      () => ({ host: '127.0.0.1', port }),
      (sample) => samples.push(sample),
      (status) => said.push(status),
    );
    return { loop, samples, said };
  };
  const good = (read: () => string) => (line: string) => {
    if (line === '*IDN?') return 'M,T,0,1\n';
    if (line === 'SYST:ERR?') return '0,"No error"\n';
    return line === 'READ?' ? read() : undefined;
  };

  it('sets it up, reads it, and tells over-range from a number', async () => {
    const heard: string[] = [];
    const answers = good(() =>
      heard.filter((one) => one === 'READ?').length > 1 ? '9.9E37\n' : '0.5\n',
    );
    const port = await scripted((line) => {
      heard.push(line);
      return answers(line);
    });
    const { loop, samples, said } = loopAt(port);
    loop.start('amps');
    await until(() => samples.length >= 2);
    loop.stop();
    expect(heard.slice(0, 5)).toEqual(['*IDN?', '*CLS', 'CONF:CURR:DC', 'SYST:ERR?', 'READ?']);
    expect(samples[0]).toMatchObject({ quantity: 'amps', value: 0.5, over: false });
    expect(samples[1]).toMatchObject({ value: null, over: true });
    expect(said.some((one) => one.state === 'reading')).toBe(true);
  });

  it('changes from volts to amps without a new connection', async () => {
    const heard: string[] = [];
    const answers = good(() => '1\n');
    const port = await scripted((line) => {
      heard.push(line);
      return answers(line);
    });
    const { loop, samples } = loopAt(port);
    loop.start('volts');
    await until(() => samples.length >= 1);
    loop.start('amps');
    await until(() => samples.some(({ quantity }) => quantity === 'amps'));
    loop.stop();
    expect(heard.filter((line) => line === '*IDN?')).toHaveLength(1);
  });

  it('says what is wrong: a refusal, nonsense, something that is no meter', async () => {
    const problems: [string, (line: string) => string | undefined, RegExp][] = [
      [
        'refuses',
        (line) => (line === '*IDN?' ? 'M,T,0,1\n' : '-113,"Undefined header"\n'),
        /refuses CONF:VOLT:DC: Undefined header/,
      ],
      ['nonsense', good(() => 'hello\n'), /“hello”, which is no number/],
      ['no meter', () => 'HTTP/1.1 400 Bad Request\n', /is no meter/],
    ];
    for (const [, answer, reason] of problems) {
      const port = await scripted((line) =>
        line.startsWith('CONF') || line === '*CLS' ? undefined : answer(line),
      );
      const { loop, said } = loopAt(port);
      loop.start('volts');
      await until(() => said.some((one) => one.state === 'lost'));
      const lost = said.find((one) => one.state === 'lost');
      expect(lost?.state === 'lost' && lost.why).toMatch(reason);
      loop.stop();
      await hangUp();
    }
  });

  it('comes back by itself when the meter does', async () => {
    const answers = good(() => '12.5\n');
    const port = await scripted(answers);
    const { loop, samples, said } = loopAt(port);
    loop.start('volts');
    await until(() => samples.length >= 2);
    for (const socket of sockets) socket.destroy();
    await until(() => said.some((one) => one.state === 'lost'));
    const before = samples.length;
    await until(() => samples.length > before + 1);
    loop.stop();
  });
});
