import { toDay } from '../day';
import { reading } from '../record/record.fixture';
import { lookBack } from './looking-back';
import { context } from './plan.fixture';

const FROM = toDay('2026-11-01');
const TO = toDay('2027-01-14');

describe('looking back on a stay', () => {
  const thirsty = context({
    standing: { state: { drawMa: 60, readings: [reading('2027-01-11', 12.45)] } },
  });

  it('says what would have cost less, through the same days', () => {
    const back = lookBack(thirsty, 'connected-recharged', FROM, TO)!;
    expect(back.used.id).toBe('connected-recharged');
    expect(back.best.id).not.toBe('connected-recharged');
    expect(back.saves).toBeCloseTo(back.used.total - back.best.total, 9);
    expect(back.saves).toBeGreaterThan(0);
    expect(back.best.obstacles).toEqual([]);
    expect(back.used.kept.days).toBe(TO - FROM);
  });

  it('says nothing where it was kept in the best way', () => {
    const { best } = lookBack(thirsty, 'connected-recharged', FROM, TO)!;
    expect(lookBack(thirsty, best.id, FROM, TO)).toBeNull();
  });

  it('of one that had to be ready at any time, counts every day under its line', () => {
    const ready = lookBack(thirsty, 'connected-recharged', FROM, TO, true);
    expect(ready?.used.kept.days).toBeGreaterThan(TO - FROM);
  });
});
