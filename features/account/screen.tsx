import { askOrSetUp } from '../server/ask';
import { Account } from './account';

export async function AccountScreen() {
  return <Account data={await askOrSetUp('account')} />;
}
