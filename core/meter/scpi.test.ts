import fc from 'fast-check';
import { LineReader, parseError, parseIdentity, parseSample } from './scpi';
import { holdingOf, type VoltsSample } from './steady';

// The answers below are written down from the published grammar, not from our own stand-in.
describe('what a meter answers', () => {
  // IEEE 488.2, 8.7.2 to 8.7.4: NR1, NR2, NR3.
  it.each([
    ['12', 12],
    ['+12', 12],
    ['-3', -3],
    ['12.65', 12.65],
    ['+.5', 0.5],
    ['1.', 1],
    ['+1.26500000E+01', 12.65],
    ['-1.2E-03', -0.0012],
    ['1.2 E -3', 0.0012],
    ['12.65,+1.0E+00', 12.65],
    ['  12.65\r', 12.65],
  ])('%j is the number %d', (line, value) => {
    expect(parseSample(line)).toEqual({ ok: true, value });
  });

  // SCPI-1999, 7.2.1.4 and 7.2.1.5.
  it('infinity is over-range, not a number is not one', () => {
    expect(parseSample('9.9E37')).toEqual({ ok: false, reason: 'over-range' });
    expect(parseSample('+9.90000000E+37')).toEqual({ ok: false, reason: 'over-range' });
    expect(parseSample('-9.9E+37')).toEqual({ ok: false, reason: 'over-range' });
    expect(parseSample('9.91E37')).toEqual({ ok: false, reason: 'not-a-number' });
  });

  it.each(['', 'OL', '12.6 V', '0x10', '1e', 'Infinity', '--3', '12;13'])(
    '%j is no number',
    (line) => expect(parseSample(line)).toEqual({ ok: false, reason: 'unreadable' }),
  );

  it('any number that is written in the standard’s forms is read back', () => {
    fc.assert(
      fc.property(fc.double({ min: -1e6, max: 1e6, noNaN: true }), (value) => {
        const read = parseSample(value.toExponential(9).toUpperCase());
        expect(read.ok && Math.abs(read.value - value) <= 1e-8 * Math.abs(value) + 1e-12).toBe(
          true,
        );
      }),
    );
  });

  // SCPI-1999, 21.8: number, comma, string; IEEE 488.2, 8.8: a quote within is doubled.
  it('errors of the queue', () => {
    expect(parseError('0,"No error"')).toEqual({ code: 0, text: 'No error' });
    expect(parseError('-113,"Undefined header"')).toEqual({ code: -113, text: 'Undefined header' });
    expect(parseError('+201,"Lead ""A"" off;see manual"')).toEqual({
      code: 201,
      text: 'Lead "A" off;see manual',
    });
    expect(parseError('No error')).toBeNull();
    expect(parseError('-113,Undefined header')).toBeNull();
  });

  // IEEE 488.2, 10.14.3: four fields, 0 for what is not known.
  it('who it is', () => {
    expect(parseIdentity('MAKER,MODEL 7,0,1.02\r')).toEqual({
      maker: 'MAKER',
      model: 'MODEL 7',
      serial: '0',
      firmware: '1.02',
    });
    expect(parseIdentity('A,B,C,1.0,rev 2')!.firmware).toBe('1.0,rev 2');
    expect(parseIdentity('A,B')).toBeNull();
  });
});

describe('lines out of a stream', () => {
  it('are the same however the pieces are cut', () => {
    fc.assert(
      fc.property(
        fc.array(fc.stringMatching(/^[A-Z0-9.,+-]{0,12}$/), { minLength: 1, maxLength: 8 }),
        fc.array(fc.integer({ min: 1, max: 9 }), { minLength: 1, maxLength: 30 }),
        (lines, cuts) => {
          const text = lines.map((line) => `${line}\r\n`).join('');
          const reader = new LineReader();
          const got: string[] = [];
          for (let at = 0, k = 0; at < text.length; k++) {
            const size = cuts[k % cuts.length]!;
            got.push(...reader.push(text.slice(at, at + size)));
            at += size;
          }
          expect(got).toEqual(lines);
        },
      ),
    );
  });

  it('one that never ends is given up', () => {
    expect(() => new LineReader(16).push('x'.repeat(17))).toThrow(/without an end/);
  });
});

describe('a probe that is held', () => {
  const held = (seconds: number, volts: (t: number) => number): VoltsSample[] =>
    Array.from({ length: seconds * 10 }, (_, i) => ({ at: i * 100, volts: volts(i / 10) }));
  const wobble = (t: number) => 0.001 * Math.sin(37 * t);

  it('is steady after two and a half seconds, and its value is their mean', () => {
    expect(holdingOf(held(1, () => 12.5))).toMatchObject({ kind: 'moving' });
    const holding = holdingOf(held(4, (t) => 12.52 + wobble(t)));
    expect(holding.kind).toBe('steady');
    expect(holding.kind === 'steady' && holding.volts).toBeCloseTo(12.52, 2);
  });

  it('is not steady while the contact moves', () => {
    expect(holdingOf(held(4, (t) => 12.5 + 0.05 * Math.sin(5 * t)))).toEqual({
      kind: 'moving',
      share: 0,
    });
  });

  it('loose and reversed probes are told apart', () => {
    expect(holdingOf(held(4, wobble)).kind).toBe('loose');
    expect(holdingOf(held(4, () => -12.5)).kind).toBe('reversed');
    expect(holdingOf([])).toEqual({ kind: 'waiting' });
  });

  it('surface charge that goes away shows as a fall', () => {
    const holding = holdingOf(held(20, (t) => 12.9 - 0.0004 * t + wobble(t)));
    expect(holding.kind).toBe('falling');
    expect(holding.kind === 'falling' && holding.millivoltsPerMinute).toBeCloseTo(24, 0);
    expect(holdingOf(held(20, (t) => 12.7 - 0.00001 * t + wobble(t))).kind).toBe('steady');
  });
});
