import type { Metadata } from 'next';
import { PrintSeason } from '../../../features/season/print';

export const metadata: Metadata = { title: 'Season, to print' };

export default function Page() {
  return <PrintSeason />;
}
