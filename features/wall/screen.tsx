import { notFound } from 'next/navigation';
import { isCalendarAddress } from '../../store/calendar-addresses';
import { askOrSetUp } from '../server/ask';
import { db } from '../server/store';
import { Wall } from './wall';

/** For whoever is in. */
export const WallScreen = async () => <Wall data={await askOrSetUp('wall')} />;

/** For a screen on which nobody signs in: it knows the address of somebody's calendar. */
export async function WallAtAddress({ secret }: { readonly secret: string }) {
  if (!isCalendarAddress(db(), secret)) notFound();
  return <WallScreen />;
}
