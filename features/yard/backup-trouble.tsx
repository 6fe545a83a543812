import { phrase } from '../words/phrase';
import { Caution } from '../ui/caution';

/** That the work of days is in one file alone: loud, above everything else. */
export const BackupTrouble = ({ words }: { readonly words: string }) => (
  <Caution>{phrase`${words} Look at the machine that runs this: is its disk full, is the stick plugged in? ${(<code>./ember keep</code>)} makes one now, and ${(<code>./ember doctor</code>)} says what is wrong.`}</Caution>
);
