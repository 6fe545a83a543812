import { liveHostile, liveSeason } from './live';

/** In the suite seasons are few and short, and the pages that are slow to make are left to the bench. */
const DAYS = 24;

describe('whatever is on record, every page answers', () => {
  it.each([1, 2, 3, 4])('an ordinary season, seed %i', async (seed) => {
    const lived = await liveSeason(seed, DAYS, DAYS, false);
    expect(lived).toMatchObject({ failures: [], breaches: [], noPlan: [], troubled: 0 });
    expect(lived.taken).toBeGreaterThan(50);
  });

  it.each([1, 2])('entries that nobody would make, seed %i', async (seed) => {
    const lived = await liveHostile(seed, 120, 120, seed === 1);
    expect(lived).toMatchObject({ failures: [], breaches: [], noPlan: [] });
    expect(lived.taken).toBeGreaterThan(20);
  });
});
