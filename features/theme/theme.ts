/** Day or lamp as the attendant chose it; without a choice the system decides. */
export const THEME_COOKIE = 'velvet-theme';
export type ThemeChoice = 'day' | 'lamp';

export const themeOf = (cookie: string | undefined): ThemeChoice | undefined =>
  cookie === 'day' || cookie === 'lamp' ? cookie : undefined;
