/** The session's token, and the key of the paired browser. */
export const SESSION_COOKIE = '__Host-ember-session';
export const PAIRED_COOKIE = '__Host-ember-paired';
