import { askOrSetUp } from '../server/ask';
import { LayUpWizard } from './wizard';

export async function LayUpScreen({ bay }: { bay: string | undefined }) {
  return <LayUpWizard data={await askOrSetUp('layUp', bay ?? null)} />;
}
