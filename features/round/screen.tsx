import { askOrSetUp } from '../server/ask';
import { Themed } from '../theme/themed';
import { Round } from './round';

export async function RoundScreen() {
  return (
    <Themed>
      <Round data={await askOrSetUp('round')} />
    </Themed>
  );
}
