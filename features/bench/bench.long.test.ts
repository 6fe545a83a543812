import type { AddressInfo } from 'node:net';
import type { Server } from 'node:net';
import { BenchWorld } from '../../simulators/bench-world';
import { startAt, startOfKnown } from '../../simulators/start-world';
import { random } from '../../simulators/random';
import { GOOD_MANNERS, serveMeter, type Manners } from '../../simulators/scpi-meter';
import { writeMeter } from '../../store/devices';
import { readEntriesOf } from '../../store/entries';
import { readBatteryStates } from '../../store/states';
import { readTracesOf } from '../../store/traces';
import { answer, demoSite, request, site } from '../server/demo-server.fixture';
import { here } from '../server/here';
import { db } from '../server/store';
import type { VoltsSample } from '../../core/meter/steady';
import { watchedStarts, type WatchedStart } from './crank-state';
import { BenchHub, hub } from './hub';
import { benchData } from './load';
import { resumeBench } from './resume';
import { getStream, getTrace, postBench, postTrace } from './routes';
import { postFuses, postKnownFuses, postMeter } from './settings-routes';
import { Message, TraceReply } from './wire';

demoSite();

const BATTERY = 'battery-001';
const PACE = 40;
let server: Server;
let manners: Manners = GOOD_MANNERS;
let world: BenchWorld;
const begun = Date.now();

beforeAll(async () => {
  process.env.EMBER_PACE = String(PACE);
  const battery = {
    id: BATTERY,
    volts: 12.5,
    surfaceVolts: 0,
    surfaceHours: 1,
    start: startAt(
      startOfKnown(
        { ratedAmps: 680, capacityAh: 75, isSmall: false, ageYears: 2, left: 1 },
        random(5),
      ),
      0.95,
      5,
    ),
    draw: {
      standing: [{ ma: 15, circuit: 0 }],
      units: [{ ma: 300, circuit: 1, sleepsAfter: 12, fadeSeconds: 0 }],
      reporters: [],
      faults: [],
      driftPerHour: 0,
    },
    fuses: [],
  };
  world = new BenchWorld(
    { batteries: [battery] },
    () => ((Date.now() - begun) / 1000) * PACE,
    random(3),
    undefined,
    // A start is watched at its own pace.
    () => Date.now() / 1000,
  );
  server = await serveMeter(world, 0, () => manners);
  writeMeter(db(), {
    name: 'Meter',
    host: '127.0.0.1',
    port: (server.address() as AddressInfo).port,
  });
});
afterAll(async () => {
  if (hub().running) hub().end();
  await new Promise<void>((done) => server.close(() => done()));
});

const until = async (is: () => boolean, what: string) => {
  for (let i = 0; i < 800 && !is(); i++) await new Promise((later) => setTimeout(later, 10));
  if (!is()) throw new Error(`never: ${what}`);
};
const ask = (body: unknown) => answer(postBench(request(body)));

describe('the bench', () => {
  it('reads volts while somebody listens, and rests when nobody does', async () => {
    const heard: Message[] = [];
    world.act({ do: 'go-to', batteryId: BATTERY });
    world.act({ do: 'probes', on: 'posts' });
    const leave = hub().subscribe((message) => heard.push(Message.parse(message)));
    await until(() => heard.some(({ kind }) => kind === 'volts'), 'a voltage');
    const volts = heard.find((one) => one.kind === 'volts');
    expect(volts?.kind === 'volts' && volts.value).toBeCloseTo(12.5, 1);
    leave();
    await until(() => hub().status.state === 'resting', 'rest');
  });

  it('sees a start between two breaths: more than ten answers a second reach who listens', async () => {
    world.act({ do: 'go-to', batteryId: BATTERY });
    world.act({ do: 'probes', on: 'posts' });
    const samples: VoltsSample[] = [];
    const leave = hub().subscribe((message) => {
      if (message.kind === 'volts' && message.value !== null)
        samples.push({ at: message.at, volts: message.value });
    });
    await until(() => samples.length > 16, 'a second at rest');
    world.act({ do: 'crank' });
    const starts = () => watchedStarts(samples, { cells: 6, nominalVolts: 12 });
    await until(() => starts().length > 0, 'a start');
    const [{ found }] = starts() as [WatchedStart];
    expect(found.ran).toBe(true);
    expect(found.restVolts).toBeCloseTo(12.5, 1);
    expect(found.restVolts - found.leastVolts).toBeGreaterThan(1);
    leave();
    await until(() => hub().status.state === 'resting', 'rest');
  });

  it('a test is recorded sample by sample, and goes on where it was after a restart', async () => {
    world.act({ do: 'jumper', on: true });
    world.act({ do: 'clamp', on: false });
    world.act({ do: 'series', on: true });
    expect((await ask({ do: 'start', batteryId: BATTERY })).status).toBe(200);
    expect(await ask({ do: 'start', batteryId: BATTERY })).toMatchObject({ status: 409 });
    world.act({ do: 'jumper', on: false });
    await ask({ do: 'jumper-off' });
    await until(() => hub().trace().seconds.length > 20, 'twenty samples');
    const before = hub().trace();

    // The process dies without a word; another one opens the same file.
    const again = new BenchHub();
    expect(again.running).toEqual(hub().running);
    const kept = again.trace();
    expect([...kept.seconds.slice(0, before.seconds.length)]).toEqual([...before.seconds]);
    await until(() => again.trace().seconds.length > kept.seconds.length + 5, 'more samples');
    const whole = [...again.trace().seconds];
    expect(whole).toEqual([...new Set(whole)].sort((a, b) => a - b));
    // Two hubs on one file are only this test's: the second one hands back.
    again.end();
    hub().end();
  });

  it('a meter that hangs up in mid-line costs no sample twice, and the test goes on', async () => {
    await ask({ do: 'start', batteryId: BATTERY });
    await until(() => hub().trace().seconds.length > 5, 'five samples');
    manners = { ...GOOD_MANNERS, hangUpShare: 2 };
    await until(() => hub().status.state === 'lost', 'a loss');
    manners = GOOD_MANNERS;
    const lost = hub().trace().seconds.length;
    await until(() => hub().trace().seconds.length > lost + 5, 'samples after the loss');
    const reply = TraceReply.parse(await getTrace().json());
    expect(reply.seconds).toEqual([...new Set(reply.seconds)].sort((a, b) => a - b));
    expect(await ask({ do: 'discard' })).toMatchObject({ status: 200 });
    expect(hub().running).toBeNull();
  });

  it('asks for what was pulled before it ends, and for patience while it is awake', async () => {
    await ask({ do: 'start', batteryId: BATTERY });
    await ask({ do: 'jumper-off' });
    await until(() => hub().trace().seconds.length > 12, 'samples');
    await ask({ do: 'pull', circuit: 'F3' });
    expect(await ask({ do: 'pull', circuit: 'F3' })).toMatchObject({ status: 409 });
    expect(await ask({ do: 'put-back', circuit: 'F9' })).toMatchObject({ status: 409 });
    expect((await ask({ do: 'finish', steps: [], evenAwake: true })).reason).toMatch(
      /Still out: F3/,
    );
    // Nor does the hunt begin anew with a fuse out.
    expect((await ask({ do: 'anew' })).reason).toMatch(/Still out: F3/);
    await ask({ do: 'put-back', circuit: 'F3' });
    await ask({ do: 'anew' });
    expect((await ask({ do: 'finish', steps: [], evenAwake: false })).reason).toMatch(
      /still awake/,
    );
    expect((await ask({ do: 'finish', steps: ['meter'], evenAwake: true })).status).toBe(200);
    const state = readBatteryStates(db(), BATTERY).get(BATTERY)!;
    expect(state.drawMa).toBeCloseTo(15, 0);
    const draw = readEntriesOf(db(), 'battery', BATTERY)
      .filter((entry) => entry.kind === 'draw')
      .at(-1)!;
    expect(draw.data).toMatchObject({ source: 'meter' });
    const [trace] = readTracesOf(db(), state.vehicleId!, 1);
    expect(draw.kind === 'draw' && draw.data.traceId).toBe(trace!.id);
    expect(trace!.marks.map(({ kind }) => kind)).toEqual([
      'jumper-off',
      'pull',
      'put-back',
      'anew',
    ]);
  });

  it('the stream says at once where things stand, and ends with its reader', async () => {
    const gone = new AbortController();
    const reply = getStream(new Request('http://127.0.0.1/api', { signal: gone.signal }));
    expect(reply.headers.get('content-type')).toBe('text/event-stream');
    const reader = reply.body!.getReader();
    const { value } = await reader.read();
    const [line] = new TextDecoder().decode(value).split('\n\n');
    expect(Message.parse(JSON.parse(line!.replace('data: ', ''))).kind).toBe('status');
    gone.abort();
    while (!(await reader.read()).done);
    await until(() => hub().status.state === 'resting', 'rest');
  });

  it('after a restart a test that was left in the middle is taken up without a browser', async () => {
    await ask({ do: 'start', batteryId: BATTERY });
    const { running } = hub();
    const before = hub();
    here().held.delete('bench');
    resumeBench();
    expect(hub()).not.toBe(before);
    expect(hub().running).toEqual(running);
    await until(() => hub().trace().seconds.length > 0, 'samples');
    before.end();
    hub().end();
  });

  it('refuses nonsense and changes nothing', async () => {
    expect(await ask({ do: 'dance' })).toMatchObject({ status: 400 });
    expect(await ask({ do: 'jumper-off' })).toMatchObject({ status: 409 });
    expect(await ask({ do: 'start', batteryId: 'nobody' })).toMatchObject({ status: 404 });
    expect(hub().running).toBeNull();
  });
});

describe('a draw from a file', () => {
  it('is judged, recorded and kept with its trace', async () => {
    const seconds = Array.from({ length: 1500 }, (_, i) => i);
    const amps = seconds.map((t) => (t < 30 ? 0.3 : 0.024));
    const posted = await answer(postTrace(request({ batteryId: 'battery-002', seconds, amps })));
    expect(posted.status).toBe(200);
    const state = readBatteryStates(db(), 'battery-002').get('battery-002')!;
    expect(state.drawMa).toBeCloseTo(24, 0);
    const wrong = { batteryId: 'battery-002', seconds: [0, 1, 1, 2, 3], amps: [1, 1, 1, 1, 1] };
    expect((await answer(postTrace(request(wrong)))).reason).toMatch(/times must rise/);
  });
});

describe('what the bench is told', () => {
  it('fuse lists are kept per model, and checked', async () => {
    const list = [
      {
        fuse: 'F1',
        feeds: 'radio',
        amps: 15,
        kind: 'blade',
        load: 'audio',
        main: null,
        milliohms: null,
      },
    ];
    const pick = benchData(site(), BATTERY).subject!;
    const posted = await answer(postFuses(request({ model: pick.vehicle.name, list })));
    expect(posted.status).toBe(200);
    expect(benchData(site(), BATTERY).subject!.fuses).toEqual(list);
    const twice = await answer(postFuses(request({ model: 'x', list: [...list, ...list] })));
    expect(twice).toMatchObject({ status: 400 });
    expect(twice.reason).toMatch(/twice/);
  });

  it('resistances of fuses as the house knows them, none of them twice', async () => {
    const known = { kind: 'blade', amps: 10, milliohms: 7.1 };
    expect((await answer(postKnownFuses(request([known])))).status).toBe(200);
    expect(benchData(site(), null).knownFuses).toEqual([known]);
    const twice = await answer(postKnownFuses(request([known, known])));
    expect(twice).toMatchObject({ status: 400 });
    expect(twice.reason).toMatch(/twice/);
    const wrong = await answer(postKnownFuses(request([{ ...known, milliohms: 0 }])));
    expect(wrong.reason).toMatch(/milliohms: at least/);
    expect(benchData(site(), null).knownFuses).toEqual([known]);
  });

  it('a meter’s address is refused where it is none', async () => {
    const refused = await answer(
      postMeter(request({ name: 'M', host: 'no such host', port: 5025 })),
    );
    expect(refused).toMatchObject({ status: 400, field: 'host' });
  });

  it('those that lose far more than is explained come first to the bench', () => {
    const { picks } = benchData(site(), null);
    const falling = picks.filter(({ why }) => why.startsWith('falls'));
    expect(falling.map(({ bayMark }) => bayMark)).toContain('B4');
    expect(falling.length).toBeLessThan(8);
  });
});
