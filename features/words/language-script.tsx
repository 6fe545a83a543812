import { ENGLISH, languageTag } from '../../core/language';

export { languageTag };

/** What a page in another language than English needs before anything in it is said anew. */
export function LanguageScript() {
  const tag = languageTag();
  // Not deferred: it has to be there before the page comes alive.
  // eslint-disable-next-line @next/next/no-sync-scripts
  return tag === ENGLISH ? null : <script src={`/api/words/${tag}`} />;
}
