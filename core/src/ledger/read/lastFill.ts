import type { Uncertain } from '../../quantity';
import { find } from '../define/context';
import type { Snapshot } from '../Ledger';
import { factsAbout } from './factsAbout';

/** A fill as one thing, however many loads and chambers it had. */
export interface LastFill {
  readonly at: string;
  readonly ml: Uncertain;
  /** Lots that it was of, each once. */
  readonly lots: readonly string[];
}

/**
 * A cartridge's last fill, all of its loads together.
 *
 * @returns null: it was never filled
 */
export function lastFill(book: Snapshot, cartridgeId: string): LastFill | null {
  // The newest first.
  const fills = factsAbout(book, cartridgeId).flatMap((fact) => (fact.kind === 'filled' ? [fact] : []));
  const [last] = fills;
  if (!last) return null;
  const loads = last.run === undefined ? [last] : fills.filter(({ run }) => run === last.run);
  return {
    at: last.at,
    ml: {
      value: loads.reduce((sum, { ml }) => sum + ml.value, 0),
      u: Math.hypot(...loads.map(({ ml }) => ml.u)),
    },
    // A bottle without a lot has none to be named.
    lots: [...new Set(loads.map(({ bottleId }) => find(book.context, 'bottle', bottleId)?.lot ?? ''))].filter(
      (lot) => lot !== '',
    ),
  };
}
