import { dayName, toDay } from '../../core/day';
import { requireSite } from '../site/current';
import { LayUpForm } from './form';
import { Themed } from '../theme/themed';

export function LayUpScreen({ bay }: { bay: string | undefined }) {
  const loaded = requireSite();
  const taken = new Set(loaded.stays.map((stay) => stay.bay.id));
  const halls = loaded.halls.map((hall) => ({
    name: hall.name,
    bays: loaded.bays
      .filter((one) => one.hallId === hall.id && !taken.has(one.id))
      .map(({ id, mark }) => ({ id, mark })),
  }));
  const wanted = loaded.bays.find((one) => one.mark === bay && !taken.has(one.id));
  const end = toDay(loaded.site.seasonEnd);
  return (
    <Themed>
      <LayUpForm
        key={`${loaded.stays.length}-${wanted?.id ?? ''}`}
        halls={halls}
        bayId={wanted?.id ?? null}
        today={dayName(loaded.today)}
        collectOn={dayName(Math.max(end, loaded.today + 1))}
      />
    </Themed>
  );
}
