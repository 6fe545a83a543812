import { t } from '../../core/language';

/** An id tells by this device’s clock when it was made (UUIDv7). */
const madeAt = (id: string) => parseInt(id.replaceAll('-', '').slice(0, 12), 16);

/** `5 waiting, the oldest for 40 min`. */
export const waitingWords = (count: number, oldest: string, now: number): string =>
  t`${count} waiting, ${sinceWords(oldest, now) || t`since just now`}`;

/** `the oldest for 40 min`; nothing where it is not a minute yet. */
export function sinceWords(oldest: string, now: number): string {
  const minutes = Math.floor((now - madeAt(oldest)) / 60_000);
  if (minutes < 1) return '';
  return minutes < 120
    ? t`the oldest for ${minutes} min`
    : t`the oldest for ${Math.floor(minutes / 60)} h`;
}
