import { SHARED_SCATTER } from '../usage';

/** The part of the scatter that a day's pictures share, as a share of its standard deviation. */
export const SHARED_SD = Math.sqrt(SHARED_SCATTER);
