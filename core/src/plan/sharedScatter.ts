/** The part of the scatter that a day's pictures share, as a share of its standard deviation. */
export const SHARED_SCATTER = 0.7;
