export interface Pooled {
  /** Log of used over foretold, all channels together. */
  readonly value: number;
  readonly variance: number;
}
