/** Marks in place of a reserve. */
export const UNKNOWN = -1;
export const HELD = -2;
export const CHARGING = -3;
/** Never charged again: no reserve to speak of. */
export const CONDEMNED = -4;
