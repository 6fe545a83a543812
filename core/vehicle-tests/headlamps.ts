import { t } from '../language';
import { z } from 'zod';
import type { TestAnswer } from './test-answer';

/** What the headlamps did, without any tool. */
export const HeadlampsSeen = z.strictObject({
  lamps: z.enum(['filament', 'other']),
  before: z.enum(['bright', 'dim']),
  /** Once the engine runs, beside before. */
  running: z.enum(['same', 'brighter', 'much-brighter']),
});
export type HeadlampsSeen = z.infer<typeof HeadlampsSeen>;

export type HeadlampsFinding = 'well' | 'low' | 'unclear';

/** What filament lamps tell before and after a start; others are regulated and tell nothing. */
export function judgeHeadlamps(seen: HeadlampsSeen): TestAnswer<HeadlampsFinding> {
  const is = (found: HeadlampsFinding, ...say: string[]): TestAnswer<HeadlampsFinding> => ({
    found,
    isWell: found === 'well',
    say,
    health: null,
  });
  if (seen.lamps === 'other')
    return is('unclear', t`Lamps without a filament keep their brightness: they tell nothing.`);
  if (seen.running === 'much-brighter' || (seen.before === 'dim' && seen.running === 'brighter'))
    return is(
      'low',
      t`Dim before and much brighter after: the battery is low. Charge it, then read it at rest.`,
    );
  if (seen.before === 'bright' && seen.running === 'same')
    return is(
      'well',
      t`Alike before and after: probably well. It says nothing of the cold, nor of its age.`,
    );
  return is('unclear', t`Neither one nor the other: a voltmeter decides.`);
}
