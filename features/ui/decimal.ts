/** A figure as people type it, with a point or a comma; NaN where nothing is typed, or no number. */
export const decimal = (text: string): number =>
  text.trim() === '' ? NaN : Number(text.trim().replace(',', '.'));
