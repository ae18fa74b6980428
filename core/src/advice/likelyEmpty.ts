import { find, type Book } from '../ledger';
import { normalCdf } from '../numeric';
import { slotView } from './adviceFor';

export interface LikelyEmpty {
  readonly slotId: string;
  readonly name: string;
  readonly cartridgeId: string;
  /** That it is this one, given that exactly one is at its end; null: nothing is known of its ink. */
  readonly probability: number | null;
}

/** However full one seems, something may be wrong with it. */
const LEAST = 1e-6;

/**
 * A printer with one lamp for all, or none, only says that one of its cartridges is empty: which it is, by the log. Each has its own
 * probability p of standing at its reserve; that it is the one has the odds p / (1 − p) among all.
 *
 * @param at UTC instant
 * @returns the likeliest first; those of which nothing is known stand at the end
 */
export function likelyEmpty(book: Book, printerId: string, at: string): LikelyEmpty[] {
  const printer = find(book.context, 'printer', printerId);
  const rows = (printer?.slots ?? []).flatMap(({ id, name }) => {
    const view = slotView(book, printerId, id, at)?.cartridge;
    if (!view) return [];
    const { ink, reserveMl } = view;
    const p = ink ? normalCdf((reserveMl - ink.value) / Math.max(1e-3, ink.u)) : null;
    const odds = p === null ? null : Math.max(LEAST, p) / Math.max(LEAST, 1 - p);
    return [{ slotId: id, name, cartridgeId: view.body.cartridge.id, odds, ml: ink?.value ?? 0 }];
  });
  const total = rows.reduce((sum, { odds }) => sum + (odds ?? 0), 0);
  return rows
    .sort((a, b) => (b.odds ?? -1) - (a.odds ?? -1) || a.ml - b.ml)
    .map(({ slotId, name, cartridgeId, odds }) => ({
      slotId,
      name,
      cartridgeId,
      probability: odds === null || total <= 0 ? null : odds / total,
    }));
}
