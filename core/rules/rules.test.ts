import { DEFAULT_RULES, RulePatch, Rules, applyPatch } from './rules';

describe('house rules', () => {
  it('have defaults that are rules themselves', () => {
    expect(Rules.parse(DEFAULT_RULES)).toEqual(DEFAULT_RULES);
  });

  it('change by what a patch names, and by nothing else', () => {
    const patched = applyPatch(DEFAULT_RULES, {
      lineSocPct: { agm: 70 },
      roundWeekdays: ['fri', 'tue'],
    });
    expect(patched.lineSocPct).toEqual({ ...DEFAULT_RULES.lineSocPct, agm: 70 });
    expect(patched.roundWeekdays).toEqual(['tue', 'fri']);
    expect(patched.restHours).toBe(DEFAULT_RULES.restHours);
  });

  it.each([
    [{ roundWeekdays: [] }, 'at least one weekday'],
    [{ lineSocPct: { agm: 5 } }, 'under 10 %'],
    [{ scale: { agm: 'published' } }, 'not one for agm'],
    [{ restHours: 0 }, '>=1'],
    [{ colour: 'red' }, 'colour'],
  ])('refuse %j', (patch, words) => {
    const parsed = RulePatch.safeParse(patch);
    expect(parsed.success).toBe(false);
    expect(parsed.error!.issues[0]!.message).toContain(words);
  });
});

test('a change of the rules says what it says, and no rule has a usual value in it', () => {
  expect(RulePatch.parse({})).toEqual({});
  expect(RulePatch.parse({ restHours: 8 })).toEqual({ restHours: 8 });
});
