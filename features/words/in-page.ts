import { speakAs } from '../../core/language';
import { languageOf, type Catalogue } from './language-of';

// In a page or a worker of it, before anything is said: the catalogue follows in the same script.
(
  globalThis as typeof globalThis & { velvetEmberSpeak: (tag: string, said: Catalogue) => void }
).velvetEmberSpeak = (tag, said) => {
  const language = languageOf(tag, said);
  speakAs(() => language);
};
