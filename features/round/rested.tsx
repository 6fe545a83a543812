import { t } from '../../core/language';
import { phrase } from '../words/phrase';
import { Chooser } from '../ui/chooser';
import { RESTS } from './round-data';

/** For how long it had been left alone when it was read. */
export const Rested = ({ at, onPick }: { at: number; onPick: (at: number) => void }) => (
  <label>{phrase`rested ${(
    <Chooser
      size="small"
      value={at}
      aria-label={t`Rested for`}
      options={RESTS.map(({ label }, i) => ({ value: i, label }))}
      onChange={onPick}
    />
  )}`}</label>
);
