/** What a test at the vehicle says. */
export interface TestAnswer<Found extends string> {
  readonly found: Found;
  /** Nothing is wrong, as far as this test can say. */
  readonly isWell: boolean;
  /** What it means and what to do: sentences. */
  readonly say: readonly string[];
  /** What it says of the battery's cranking power; null: nothing. */
  readonly health: { readonly share: number; readonly sd: number } | null;
}
