import { language } from '../../core/language';

/** The tag of the language that a page is in. */
export const languageTag = (): string => language()?.tag ?? 'en';

/** What a page in another language than English needs before anything in it is said anew. */
export function LanguageScript() {
  const asked = language();
  // Not deferred: it has to be there before the page comes alive.
  // eslint-disable-next-line @next/next/no-sync-scripts
  return asked ? <script src={`/api/words/${asked.tag}`} /> : null;
}
