import { t } from '../../features/words/page-words';
import type { Metadata } from 'next';
import { RulesScreen } from '../../features/rules/screen';

export const generateMetadata = (): Metadata => ({ title: t`Rules` });

export default function Page() {
  return <RulesScreen />;
}
