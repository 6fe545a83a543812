import { liveHostile, liveSeason } from './live';

const none = { failures: [], breaches: [], noPlan: [], troubled: 0 };

describe('whatever is on record, every page answers', () => {
  it.each([1, 2, 3, 4, 5, 6, 7, 8, 9, 10])('an ordinary season, seed %i', async (seed) => {
    const lived = await liveSeason(seed, 60, 12);
    expect(lived).toMatchObject(none);
    expect(lived.taken).toBeGreaterThan(100);
  });

  it.each([1, 2, 3, 4])('entries that nobody would make, seed %i', async (seed) => {
    const lived = await liveHostile(seed, 150, 30);
    expect(lived).toMatchObject({ failures: [], breaches: [], noPlan: [] });
    expect(lived.taken).toBeGreaterThan(30);
  });
});
