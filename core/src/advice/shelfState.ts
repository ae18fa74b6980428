import { isNewAndDry, type Book } from '../ledger';
import type { CartridgeView } from './cartridgeView';

/** From this share of its target on a cartridge on the shelf is as good as full. */
const READY = 0.8;

/** What a cartridge outside its printer waits for: a look, its rest, its turn, or ink. */
export function shelfState(book: Book, view: CartridgeView): 'rejected' | 'rests' | 'ready' | 'dry' | 'fill' {
  if (view.state.rejected) return 'rejected';
  if (view.restUntil !== null) return 'rests';
  if (view.ink && view.ink.value > READY * view.targetMl) return 'ready';
  return isNewAndDry(book, view.body.cartridge.id) ? 'dry' : 'fill';
}
