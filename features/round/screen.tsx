import { askOrSetUp } from '../server/ask';
import { Themed } from '../theme/themed';
import { Round } from './round';

export async function RoundScreen() {
  return (
    <Themed>
      <Round text={await askOrSetUp('round')} />
    </Themed>
  );
}
