import fc from 'fast-check';
import { CHEMISTRY_IDS } from '../battery/chemistries';
import { CRANKING_STANDARDS } from '../battery/ratings';
import { doubtsOfFit, type FitFacts } from './fits';

const battery = (
  chemistry: FitFacts['chemistry'],
  capacityAh: number,
  coldCrankingAmps: number | null = null,
  crankingStandard: FitFacts['details']['crankingStandard'] = 'sae',
): FitFacts => ({ chemistry, capacityAh, details: { coldCrankingAmps, crankingStandard } });

describe('whether a new battery fits', () => {
  // Common practice: capacity matched, larger where the tray allows.
  it('matches the capacity, or has more', () => {
    expect(doubtsOfFit(battery('agm', 70), battery('agm', 80), 'starter')).toEqual([]);
    expect(doubtsOfFit(battery('agm', 70), battery('agm', 60), 'starter')).toEqual([
      '60 Ah in the place of 70 Ah: capacity is matched, or larger where the tray allows.',
    ]);
  });

  // Common practice: AGM or EFB where start-stop asks for it.
  it('gives nothing less to what came with EFB or AGM, and lithium only as the makers allow', () => {
    const doubts = (old: FitFacts['chemistry'], fresh: FitFacts['chemistry']) =>
      doubtsOfFit(battery(old, 70), battery(fresh, 70), 'starter').join(' ');
    expect(doubts('agm', 'flooded')).toMatch(/stops its engine by itself/);
    expect(doubts('efb', 'flooded')).toMatch(/stops its engine by itself/);
    expect(doubts('flooded', 'agm')).toBe('');
    expect(doubts('efb', 'agm')).toBe('');
    expect(doubts('agm', 'lfp')).toMatch(/makers of vehicle and battery allow/);
  });

  it('compares cranking amps by one standard, and only of a starter', () => {
    const old = battery('agm', 70, 680, 'sae');
    expect(doubtsOfFit(old, battery('agm', 70, 650, 'en'), 'starter')).toEqual([]);
    expect(doubtsOfFit(old, battery('agm', 70, 680, 'ca'), 'starter').join()).toMatch(
      /544 A of cranking power by SAE in the place of 680 A/,
    );
    expect(doubtsOfFit(old, battery('agm', 70, 300), 'leisure')).toEqual([]);
    expect(doubtsOfFit(old, battery('agm', 70, null), 'starter')).toEqual([]);
  });

  it('never doubts the same again', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...CHEMISTRY_IDS),
        fc.double({ min: 0.5, max: 2000, noNaN: true }),
        fc.option(fc.integer({ min: 10, max: 3000 }), { nil: null }),
        fc.constantFrom(...CRANKING_STANDARDS),
        (chemistry, ah, amps, standard) => {
          const one = battery(chemistry, ah, amps, standard);
          expect(doubtsOfFit(one, one, 'starter')).toEqual([]);
        },
      ),
    );
  });
});
