import { decided } from './answers';
import type { CartridgeRun } from './run';

/** Is it filled in small parts, with a look after each, because nobody knows what is inside? */
export const isInParts = (run: CartridgeRun): boolean => decided(run, 'contents') === 'parts' && !run.byScale;
