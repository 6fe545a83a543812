import fc from 'fast-check';
import { dataOf, textOf } from './page-text';

describe('the data of a page as text', () => {
  it('comes back as it was: quotes, backslashes, lines, nothing', () => {
    const json = fc.jsonValue({ stringUnit: 'grapheme' });
    const whole = (value: unknown): unknown =>
      JSON.parse(
        JSON.stringify(value, (_, one: unknown) =>
          typeof one === 'number' && !Number.isInteger(one) ? Number(one.toPrecision(6)) : one,
        ),
      );
    fc.assert(
      fc.property(json, (value) => {
        expect(dataOf(textOf({ value }))).toEqual(whole({ value }));
      }),
    );
    const said = `He said "it's dead", and left \\ "'"`;
    expect(dataOf(textOf({ said }))).toEqual({ said });
  });

  it('knows infinity, and takes nobody for it', () => {
    const said = [Infinity, '1e999', '\u0001', 'a\u0001b', String.raw`"\u0001"`];
    expect(dataOf(textOf(said))).toEqual(said.map((one) => (one === '\u0001' ? '' : one)));
  });
});
