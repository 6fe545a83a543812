import { requireSite } from '../site/current';
import { Themed } from '../theme/themed';
import { layUpData } from './load';
import { LayUpWizard } from './wizard';

export function LayUpScreen({ bay }: { bay: string | undefined }) {
  return (
    <Themed>
      <LayUpWizard data={layUpData(requireSite(), bay)} />
    </Themed>
  );
}
