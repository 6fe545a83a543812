import { t } from '../../features/words/page-words';
import type { Metadata } from 'next';
import { PiecesScreen } from '../../features/pieces/screen';

export const generateMetadata = (): Metadata => ({ title: t`Pieces` });

export default function Page() {
  return <PiecesScreen />;
}
