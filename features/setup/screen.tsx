import { redirect } from 'next/navigation';
import { dayOf, partsOf } from '../../core/day';
import { now } from '../server/clock';
import { isUnused, readSite } from '../../store/site';
import { installation } from '../server/here';
import { db } from '../server/store';
import { SetupForm } from './form';

/** The first storage season that is not over: October to April. */
function nextSeason(): { start: string; end: string } {
  const { year, month } = partsOf(dayOf(now(), 'UTC'));
  const start = month < 4 ? year - 1 : year;
  return { start: `${start}-10-15`, end: `${start + 1}-04-30` };
}

export function SetupScreen({ name }: { readonly name: string }) {
  if (readSite(db()) && !isUnused(db())) redirect('/site');
  const season = nextSeason();
  return (
    <SetupForm
      name={name}
      season={season}
      timeZones={Intl.supportedValuesOf('timeZone')}
      canDemo={installation().demo !== null}
    />
  );
}
