/** Letters that say what is on a picture. */
export const MAX_CAPTION = 120;
