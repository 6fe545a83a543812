/** What the attendant said so far of where a battery is to hang. */
export interface Wish {
  readonly id: string | null;
  readonly why: string;
}
export const NO_WISH: Wish = { id: null, why: '' };
