import { may } from './gate';
import { iceIn } from './ice';
import {
  FACTORS,
  LAWS_OF_THE_TRADE,
  bodyJoined,
  contextOfSituation,
  pairsOfEachAct,
  type Situation,
} from './laws.fixture';

const NOW = Date.parse('2027-01-14T09:00:00Z');
const trials = [...pairsOfEachAct()];
const asked = trials.map((one) => {
  const answer = may(contextOfSituation(one), one.act);
  const touches = answer.steps.map((step) => step.touches);
  return {
    one,
    answer,
    touches,
    hands: touches.filter((touch) => /post|block|body/.test(touch)),
    posts: touches.filter((touch) => /post|block/.test(touch)),
    words: answer.steps.map(({ say, why, caution }) => `${say} ${why} ${caution}`).join(' '),
  };
});
type Asked = (typeof asked)[number];

/** The situations of which something does not hold; of a test that passes there are none. */
const unlike = (holds: (one: Asked) => boolean, among: (one: Situation) => boolean = () => true) =>
  asked
    .filter((all) => among(all.one) && !holds(all))
    .map(({ one, answer }) => [one, answer.because]);

describe('the gate, over each act in every pair of what a battery may meet', () => {
  it('meets every level of every factor, every law, and much that is allowed', () => {
    expect(trials.length).toBeGreaterThan(9000);
    const levels = new Set(
      trials.flatMap((one) => Object.entries(one).map(([a, i]) => `${a}=${i}`)),
    );
    for (const [factor, those] of Object.entries(FACTORS)) {
      for (const level of those) expect(levels).toContain(`${factor}=${level}`);
    }
    for (const { law, holds } of LAWS_OF_THE_TRADE) {
      expect([law, trials.some(holds)]).toEqual([law, true]);
    }
    expect(asked.filter(({ answer }) => answer.allowed).length).toBeGreaterThan(trials.length / 5);
  });

  // Common practice throughout: the table of laws beside this test.
  it('refuses what a law of the trade forbids, names it, and refuses nothing else', () => {
    expect(
      unlike(({ one, answer }) => {
        const against = LAWS_OF_THE_TRADE.filter(({ holds }) => holds(one));
        const codes = answer.because.map(({ code }) => code as string);
        const known = new Set(against.flatMap((law) => law.codes));
        return (
          answer.allowed === (against.length === 0) &&
          against.every((law) => law.codes.some((code) => codes.includes(code))) &&
          codes.every((code) => known.has(code))
        );
      }),
    ).toEqual([]);
  });

  it('gives no order of hands for what must not be done, and one for what may', () => {
    expect(
      unlike(({ answer }) => answer.steps.length > 0 === (answer.allowed || answer.overridable)),
    ).toEqual([]);
    expect(
      unlike(({ answer }) => answer.because.every(({ words }) => words.endsWith('.'))),
    ).toEqual([]);
  });

  it('names the body only where the battery is joined to it, and no post of a vehicle in a string', () => {
    expect(
      unlike(
        ({ touches, words }) => !touches.includes('body') && !/bare metal/.test(words),
        (one) => !bodyJoined(one),
      ),
    ).toEqual([]);
    expect(
      unlike(
        ({ posts, words }) =>
          posts.every((touch) => touch.startsWith('block-')) &&
          !/connected to the body/.test(words),
        (one) => one.block !== 'alone',
      ),
    ).toEqual([]);
  });

  it('takes the earthed post off first and puts it on last, whichever it is', () => {
    const isEarthed = (touch: string | undefined, { earth }: Situation) =>
      touch === undefined || touch.includes(earth);
    expect(
      unlike(
        ({ one, posts }) => isEarthed(posts[0], one),
        ({ act, lead }) => (act === 'disconnect' || act === 'take-out') && lead === 'on',
      ),
    ).toEqual([]);
    expect(
      unlike(
        ({ one, posts }) => isEarthed(posts.at(-1), one),
        ({ act }) => act === 'reconnect',
      ),
    ).toEqual([]);
    expect(
      unlike(
        ({ one, posts }) => posts.length === 0 || !isEarthed(posts[0], one),
        ({ act }) => act === 'charge' || act === 'maintain' || act === 'jump',
      ),
    ).toEqual([]);
    expect(
      unlike(({ one, words }) => {
        const other = one.earth === 'negative' ? 'positive' : 'negative';
        return !new RegExp(
          `${other} clamp (to bare|off the body)|the ${other} is connected to the body`,
          'i',
        ).test(words);
      }),
    ).toEqual([]);
  });

  it('lets the mains come last when it goes on, and first when it comes off', () => {
    expect(
      unlike(
        ({ touches, hands }) =>
          hands.length === 0 ||
          touches.lastIndexOf('mains') > touches.findLastIndex((touch) => hands.includes(touch)),
        ({ act }) => act === 'charge' || act === 'maintain',
      ),
    ).toEqual([]);
    expect(
      unlike(
        ({ touches, hands }) =>
          hands.length === 0 ||
          touches.indexOf('mains') < touches.findIndex((touch) => hands.includes(touch)),
        ({ act }) => act === 'take-off-charge',
      ),
    ).toEqual([]);
  });

  it('keeps hands out of a generator that may start', () => {
    expect(
      unlike(
        ({ touches, hands }) => {
          if (hands.length === 0) return true;
          const first = touches.indexOf(hands[0]!);
          const off = touches.indexOf('controller');
          return off >= 0 && off < first && touches.lastIndexOf('controller') > first;
        },
        ({ vehicle, place, block }) =>
          vehicle === 'generator' && place === 'vehicle' && block === 'alone',
      ),
    ).toEqual([]);
  });
});

describe('a battery that was thawed', () => {
  const hour = 3_600_000;
  const yard = [-30, -6, 0].map((hours) => ({
    ...{ at: NOW + hours * hour, value: -14, measured: true },
  }));
  const ice = (thawedAt: number | null, capacityAh = 60) =>
    iceIn({
      ...{ now: NOW, thawedAt, celsius: yard, soc: { value: 10, low: 5, high: 15 } },
      facts: { chemistry: 'flooded', capacityAh },
    });

  it('may be charged where it froze, for as long as it is surely warm; then it is asked anew', () => {
    expect(ice(null)).toMatchObject({ certain: true });
    expect(ice(NOW - 0.5 * hour)).toBeNull();
    expect(ice(NOW - 1.9 * hour)).toBeNull();
    expect(ice(NOW - 2.1 * hour)).toMatchObject({ certain: true });
    // A small one is cold again sooner.
    expect(ice(NOW - 1.1 * hour, 4)).toMatchObject({ certain: true });
    expect(ice(NOW - 0.9 * hour, 4)).toBeNull();
    // What it was before it was thawed does not count.
    expect(ice(NOW)).toBeNull();
  });
});
