import { redirect } from 'next/navigation';
import { Pair } from './pair';
import { isSigned } from './who';

export function PairScreen() {
  // Nobody signs in where the machine itself is the key.
  if (!isSigned()) redirect('/yard');
  return <Pair />;
}
