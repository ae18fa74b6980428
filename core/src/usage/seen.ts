import { DAY_MS, HOUR_MS, msOf } from '../time';
import type { Because } from '../workbook';
import type { Foretold } from './channel';
import type { Observed } from './model';

/** Somebody said what it was, or it cannot be use: it is not learnt as prints are. */
export const explained = ({ because, heavier }: Observed): boolean =>
  heavier === true || (because !== null && because !== 'drawsMore' && because !== 'unknown');

export const cartridgeOf = ({ cartridgeId, slotId }: Observed): string => cartridgeId ?? slotId;

export const daysOf = ({ from, to }: Observed): number => Math.max(0.04, (msOf(to) - msOf(from)) / DAY_MS);

/** Nobody said what it was, or said that they do not know: its causes are looked for. */
export const isOpen = (because: Because | null): boolean => because === null || because === 'unknown';

/** Weighings within this time are one weigh-in. */
export const ONE_WEIGH_IN_MS = 12 * HOUR_MS;

/** Evidence beside what its channel was foretold to draw, apart from the printer's gain. */
export interface Seen {
  readonly one: Observed;
  readonly told: Foretold;
}

/** Beyond this a single channel disagrees with all others: its entry is wrong, or it leaks. */
export const ODD_SIGMA = 5;
