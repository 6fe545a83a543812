import { t } from '../../features/words/page-words';
import type { Metadata } from 'next';
import { PeopleScreen } from '../../features/access/people-screen';

export const generateMetadata = (): Metadata => ({ title: t`People` });

export default function Page() {
  return <PeopleScreen />;
}
