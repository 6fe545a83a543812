import fc from 'fast-check';
import { dayName, instantAt, toDay } from '../day';
import type { BatteryState } from '../logbook/state';
import { at, standing } from '../record/record.fixture';
import { DEFAULT_RULES } from '../rules/rules';
import type { Terms } from '../stay/vehicle-facts';
import { agreedFor, replacingOf } from './consent';

const ASK = { consent: 'ask', priceLimit: null } as const;
const SWOLLEN: Partial<BatteryState> = {
  inspection: {
    at: at('2027-01-11'),
    seen: { answers: { walls: 'swollen' }, levels: null, note: '' },
  },
};
const question = (
  answer: NonNullable<BatteryState['question']>['answer'],
  price = 200,
): Partial<BatteryState> => ({
  question: { at: at('2027-01-12'), answerBy: '2027-01-19', price, answer },
});

describe('what was agreed about buying', () => {
  const buys = { price: 140, labour: 10 };
  const agreed = (consent: Terms['consent'], priceLimit: number | null) =>
    agreedFor(buys, { consent, priceLimit }, DEFAULT_RULES);

  it('over the limit it is a question to the owner, never a purchase', () => {
    expect(agreed('up-to', 150)).toMatchObject({ stands: 'agreed', may: true });
    expect(agreed('up-to', 149)).toMatchObject({ stands: 'ask', may: false });
    expect(agreed('up-to', 149).say).toMatch(/over the €149 agreed: ask its owner/);
    expect(agreed('ask', null).may).toBe(false);
    expect(agreed('never', 900).say).toMatch(/Its owner replaces it: tell them/);
  });

  it('a higher limit never forbids what a lower one allows, and no price passes its limit', () => {
    const money = fc.integer({ min: 0, max: 1000 });
    fc.assert(
      fc.property(money, money, money, (price, limit, more) => {
        const may = (priceLimit: number) =>
          agreedFor({ price, labour: 0 }, { consent: 'up-to', priceLimit }, DEFAULT_RULES).may;
        if (may(limit)) {
          expect(may(limit + more)).toBe(true);
          expect(price).toBeLessThanOrEqual(limit);
        }
      }),
    );
  });
});

describe('the question to an owner', () => {
  it('is asked two weeks before they come, and at once where the day is near or there is none', () => {
    const by = (collectDay: string | null) =>
      dayName(
        replacingOf(standing({ collectDay: collectDay === null ? null : toDay(collectDay) }), ASK)
          .consent.by!,
      );
    expect(by('2027-04-10')).toBe('2027-03-27');
    expect(by('2027-01-20')).toBe('2027-01-14');
    expect(by(null)).toBe('2027-01-14');
  });

  it('of a condemned one is asked before the frost that splits it', () => {
    const { wanted, consent, outBy } = replacingOf(standing({ state: SWOLLEN }), ASK);
    expect(wanted).toBe(true);
    // The hall of the fixture has frost every night.
    expect(outBy).toBe(toDay('2027-01-14'));
    expect(consent).toMatchObject({ stands: 'ask', by: outBy });
    expect(replacingOf(standing(), ASK)).toMatchObject({ wanted: false, outBy: null });
  });

  it('stands with its date until it is answered, and is asked once more when that is over', () => {
    const asked = replacingOf(standing({ state: { ...SWOLLEN, ...question(null) } }), ASK).consent;
    expect(asked).toMatchObject({ stands: 'asked', may: false, by: toDay('2027-01-19') });
    expect(asked.say).toMatch(
      /asked on Tue 12 Jan about €200; an answer is wanted by Tue 19 Jan\./,
    );
    const later = standing({
      now: instantAt(toDay('2027-01-22'), 9, 0, 'Europe/London'),
      state: { ...SWOLLEN, ...question(null) },
    });
    expect(replacingOf(later, ASK).consent.say).toMatch(/which is over: ask once more/);
  });

  it('a yes holds for what was asked, and not for much more; a no buys nothing', () => {
    const answered = (yes: boolean, price: number) =>
      replacingOf(
        standing({
          state: {
            ...SWOLLEN,
            ...question({ at: at('2027-01-13'), yes, said: 'the good one' }, price),
          },
        }),
        ASK,
      ).consent;
    expect(answered(true, 200)).toMatchObject({ stands: 'yes', may: true, by: null });
    expect(answered(true, 200).say).toMatch(/said yes on Wed 13 Jan.*“the good one”/);
    expect(answered(true, 20)).toMatchObject({ stands: 'ask', may: false });
    expect(answered(true, 20).say).toMatch(/said yes to €20; it comes to .* ask once more/);
    expect(answered(false, 200)).toMatchObject({ stands: 'no', may: false });
  });

  it('offers a day for the answer that leaves time to buy and fit it', () => {
    const offered = (collectDay: string) =>
      replacingOf(standing({ collectDay: toDay(collectDay) }), ASK).ask.answerBy;
    expect(offered('2027-04-10')).toBe('2027-01-21');
    expect(offered('2027-01-20')).toBe('2027-01-17');
    expect(offered('2027-01-15')).toBe('2027-01-15');
  });
});
