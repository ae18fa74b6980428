/** Evidence that contradicts what was foretold, and that nobody has explained. */
export interface Contradiction {
  readonly code: 'levelOff' | 'sensorOff' | 'fadedOff' | 'ranDryOff' | 'massOff' | 'gaugeAhead';
  readonly factId: string;
  readonly at: string;
  /** Ink that was foretold, and what the evidence says; for a gauge ink used. */
  readonly expectedMl: number;
  readonly foundMl: number;
  readonly u: number;
}

/** Beyond this many u, evidence contradicts. */
export const CONTRADICTS_SIGMA = 3;

/** Below this, ml, nothing contradicts: drops on a wall, a reading between two steps. */
export const LEAST_OFF_ML = 0.5;
