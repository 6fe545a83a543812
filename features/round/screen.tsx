import { askOrSetUp } from '../server/ask';
import { Round } from './round';

export async function RoundScreen() {
  return <Round text={await askOrSetUp('round')} />;
}
