import type { Body } from '../ledger';

/** An empty mass that only a kind tells is known to worse than this, g. */
const POOR_TARE_G = 1;

/** Is its empty mass only its kind's, so that a weight says little of the ink until its own is known? */
export const hasPoorTare = ({ emptyIsOwn, emptyG }: Body): boolean => !emptyIsOwn && emptyG.u > POOR_TARE_G;
