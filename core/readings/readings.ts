/** What was read in a place: moments, ms since 1970, rising; and °C, one for each. */
export interface Readings {
  at_ms: Float64Array;
  celsius: Float64Array;
  /** 1 for each that a hand has told; absent where none was. */
  byHand?: Uint8Array;
}
