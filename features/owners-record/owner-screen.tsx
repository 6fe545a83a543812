import { notFound } from 'next/navigation';
import { vehicleOfLink } from '../../store/owner-links';
import { RecordScreen } from '../print/record-screen';
import { db } from '../server/store';

/** The record of the vehicle that a link leads to, for its owner: read only, and no more than that. */
export function OwnerScreen({ secret }: { readonly secret: string }) {
  return <RecordScreen id={vehicleOfLink(db(), secret) ?? notFound()} forOwner />;
}
