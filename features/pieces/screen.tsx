import 'server-only';
import { notFound } from 'next/navigation';
import { hasOutside } from '../demo/outside-port';
import { Pieces } from './pieces';

/** What the screens are made of, side by side, for those who make them: in the demo alone. */
export function PiecesScreen() {
  if (!hasOutside()) notFound();
  return <Pieces />;
}
