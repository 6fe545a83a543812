import { t } from '../../core/language';
import { climateFromDays } from '../../core/site/climate-from-days';
import { Climate, type RecordedDay } from '../../core/site/climate';

/** A climate table out of days that were recorded outdoors, or why there is none. */
export function ownClimate(
  days: readonly RecordedDay[],
  before: Climate,
): { readonly climate: Climate; readonly months: number } | { readonly why: string } {
  const { climate, months } = climateFromDays(days, before);
  if (months === 0)
    return { why: t`No month has twenty days in the file: a climate needs more of them.` };
  const read = Climate.safeParse(climate);
  return read.success
    ? { climate: read.data, months }
    : { why: t`A month of the file is warmer or colder than any place: other unit?` };
}
