import { askOrSetUp } from '../server/ask';
import { Bring } from './bring';

export async function BringScreen() {
  return <Bring data={await askOrSetUp('bring')} />;
}
