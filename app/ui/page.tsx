import type { Metadata } from 'next';
import { PiecesScreen } from '../../features/pieces/screen';

export const metadata: Metadata = { title: 'Pieces' };

export default function Page() {
  return <PiecesScreen />;
}
