import { useEffect } from 'react';
import { takeScanned } from '../find/scanned';
import type { Walk } from './use-walk';

/** A card that is scanned in the round goes to its stop, where it is one. */
export function useScannedStop({ views, pickStop }: Pick<Walk, 'views' | 'pickStop'>): void {
  useEffect(() =>
    takeScanned((path) => {
      const at = views.findIndex(({ vehicle }) => path === `/vehicle/${vehicle.id}`);
      if (at >= 0) pickStop(at);
      return at >= 0;
    }),
  );
}
