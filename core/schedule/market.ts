/** What the rest of the season leaves to one battery, and at which prices. */
export interface Market {
  /** By round: minutes of coming there at all. Infinite: closed. */
  readonly entry: Float64Array;
  /** By round: minutes that are left for its jobs. */
  readonly room: Float64Array;
  /** By round: what a minute of jobs costs. */
  readonly minute: Float64Array | null;
  /** Chargers that it may hang on. */
  readonly chargers: readonly number[];
  /** By charger (in that order) and round: a channel is free from that round to the next. */
  readonly open: readonly Uint8Array[];
  /** Likewise, what that costs. */
  readonly price: readonly Float64Array[] | null;
  /**
   * By two chargers and round: what hanging on the first one from then on may cost more at most than
   * on the second one. Null: what hangs on one is not compared with what hangs on another.
   */
  readonly dearer: readonly (readonly Float64Array[])[] | null;
  /** By round: which of them are worth beginning a charge on. */
  readonly offers: readonly (readonly number[])[];
}
