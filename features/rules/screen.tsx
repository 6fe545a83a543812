import { askOrSetUp } from '../server/ask';
import { Devices } from './devices';
import { KnownFuses } from './known-fuses';
import { RulesForm } from './rules-form';
import { Temperatures } from './temperatures';

export async function RulesScreen() {
  const { rules, halls, meter, fuses } = await askOrSetUp('rules');
  return (
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
  );
}
