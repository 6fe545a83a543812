import { askOrSetUp } from '../server/ask';
import { Themed } from '../theme/themed';
import { LayUpWizard } from './wizard';

export async function LayUpScreen({ bay }: { bay: string | undefined }) {
  return (
    <Themed>
      <LayUpWizard data={await askOrSetUp('layUp', bay ?? null)} />
    </Themed>
  );
}
