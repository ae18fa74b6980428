import type { InkNow } from '../ledger';
import { COVERAGE } from '../numeric';

/** Content known no worse than this (± at 95 %) can tell where a sensor switches, ml. */
const KNOWN_ML = 0.6;

/** Is the content of a cartridge known well enough to say where its sensor switches? */
export const teachesSwitch = (ink: InkNow | null): ink is InkNow =>
  ink !== null && !ink.contradiction && COVERAGE * ink.u <= KNOWN_ML;
