import { parseDay, type Day } from '../../core/day';

/** Carries the `day` of the address to the frame, which is rendered without knowing it. */
export const DAY_HEADER = 'x-ember-day';

/** Says of an address that its screen stands alone, without rail and ribbon. */
export const BARE_HEADER = 'x-ember-bare';

/** The day that an address asks for, kept within the season; today where it names none. */
export function chosenDay(
  name: string | null,
  { today, from, to }: { today: Day; from: Day; to: Day },
): Day {
  const wanted = parseDay(name ?? '');
  return wanted === null || wanted < from || wanted > to ? today : wanted;
}
