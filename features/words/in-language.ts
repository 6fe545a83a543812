import { language } from '../../core/language';

/** The name that a worker is given, by which it knows the language of its page. */
export const inLanguage = (): string => language()?.tag ?? '';
