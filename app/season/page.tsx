import type { Metadata } from 'next';
import { SeasonScreen } from '../../features/season/screen';

export const metadata: Metadata = { title: 'Season' };

export default function Page() {
  return <SeasonScreen />;
}
