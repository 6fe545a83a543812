import { notFound } from 'next/navigation';
import { askOrSetUp } from '../server/ask';
import { HandBack } from './hand-back';
import { WalkBack } from './walk-back';

export async function HandBackScreen() {
  return <HandBack data={await askOrSetUp('handBack')} />;
}

export async function WalkBackScreen({ id }: { id: string }) {
  return <WalkBack data={(await askOrSetUp('vehicle', id)) ?? notFound()} />;
}
