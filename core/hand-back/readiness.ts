import { t } from '../language';
import { shortDay, type Day } from '../day';

/** Whether it is ready on the day, in the same words wherever it is said. */
export type Readiness =
  | { readonly kind: 'ready' }
  | { readonly kind: 'by'; readonly day: Day }
  /** Its owner comes before it can be ready. */
  | { readonly kind: 'late'; readonly day: Day }
  | { readonly kind: 'replace'; readonly why: string };

/** A readiness in a word or two, as it stands in a list. */
export function readinessWords(readiness: Readiness, near: Day): string {
  switch (readiness.kind) {
    case 'ready':
      return t`Ready`;
    case 'by':
      return t`Will be ready by ${shortDay(readiness.day, near)}`;
    case 'late':
      return t`Not ready before ${shortDay(readiness.day, near)}`;
    case 'replace':
      return t`Not without a replacement`;
  }
}
