import type { Draft } from './draft';
import type { LayUpData } from './lay-up-data';

/** What each step of laying up is given. */
export interface StepProps {
  readonly draft: Draft;
  readonly data: LayUpData;
  /** What is wrong with a field, or undefined. */
  readonly problem: (path: string) => string | undefined;
  readonly change: (patch: Partial<Draft>) => void;
  /** Keeps the draft on the server at once. */
  readonly saveNow: () => Promise<void>;
}
