import { isNewAndDry, type Book } from '../ledger';
import type { CartridgeView } from './cartridgeView';

/** From this share of its target on a cartridge on the shelf is as good as full. */
const READY = 0.8;

export type ShelfState = 'rejected' | 'wet' | 'rests' | 'ready' | 'dry' | 'fill';

/** What a cartridge outside its printer waits for: a look, to be dry, its rest, its turn, or ink. */
export function shelfState(book: Book, view: CartridgeView): ShelfState {
  if (view.state.rejected) return 'rejected';
  if (view.wetMl !== null) return 'wet';
  if (view.restUntil !== null) return 'rests';
  if (view.ink && view.ink.value > READY * view.targetMl) return 'ready';
  return isNewAndDry(book, view.body.cartridge.id) ? 'dry' : 'fill';
}
