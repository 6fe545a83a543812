/** One visit to a battery; the charger it is hung on, if it is. */
export interface PathVisit {
  readonly round: number;
  readonly jobs: number;
  readonly charger: number;
}

/** All that is done for one battery, and what that leaves wanting. */
export interface Path {
  readonly visits: readonly PathVisit[];
  /** What it costs at the prices it was found for, penalties in it, and what it costs besides time. */
  readonly cost: number;
  readonly penalty: number;
}
