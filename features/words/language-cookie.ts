/** Which language a browser asks for; without it, the first of its own that is here. */
export const LANGUAGE_COOKIE = 'velvet-language';
