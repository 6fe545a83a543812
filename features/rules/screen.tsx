import { askOrSetUp } from '../server/ask';
import { AntdTheme } from '../theme/antd-theme';
import { Devices } from './devices';
import { KnownFuses } from './known-fuses';
import { RulesForm } from './rules-form';
import { Temperatures } from './temperatures';

export async function RulesScreen() {
  const { rules, halls, meter, fuses } = await askOrSetUp('rules');
  return (
    // Fifty controls: their theme is one for all.
    <AntdTheme>
      <RulesForm
        data={rules}
        devices={
          <>
            <Devices meter={meter} />
            <Temperatures halls={halls} />
            <KnownFuses known={fuses} />
          </>
        }
      />
    </AntdTheme>
  );
}
