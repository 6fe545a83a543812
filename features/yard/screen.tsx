import { askOrSetUp } from '../server/ask';
import { Yard } from './yard';

export async function YardScreen() {
  return <Yard text={await askOrSetUp('yard')} />;
}
