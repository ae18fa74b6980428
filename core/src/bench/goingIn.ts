import { bodyOf, cartridgeOf, inkNow, isForShades, isNewAndDry, slotFor, type Book } from '../ledger';
import { atReserve } from '../usage';
import { DRY_ML, type Look, type Ports } from '../workbook';
import { portProblems, type PortProblem } from './portProblems';

/** Why a cartridge must not go into a printer as it is. */
export type GoingInProblem =
  | { readonly code: PortProblem }
  | { readonly code: 'neverFilled' }
  | { readonly code: 'nothingInside'; readonly ml: number }
  | { readonly code: 'wet'; readonly waterMl: number }
  | { readonly code: 'isRetired' }
  | { readonly code: 'rejected'; readonly found: Look }
  | { readonly code: 'notForSlot'; readonly shade: string; readonly slot: string }
  | { readonly code: 'chipWillStop' };

/**
 * What stops a cartridge at the printer's door: seen before it goes in, with what would mend it in `words/goingInWords`.
 *
 * @param at UTC instant
 * @param into the slot, where it is known; otherwise its own
 * @param ports as a run has them; otherwise as the log has them
 * @returns nothing when it may go in
 */
export function goingIn(
  book: Book,
  cartridgeId: string,
  at: string,
  into?: { readonly name: string; readonly shades: readonly string[] },
  ports?: Ports,
): GoingInProblem[] {
  const body = bodyOf(book.context, cartridgeId);
  const state = cartridgeOf(book, cartridgeId);
  if (!body || !state) return [];
  const { cartridge, type } = body;
  const found: GoingInProblem[] = [];
  if (state.retired) found.push({ code: 'isRetired' });
  if (state.rejected) found.push({ code: 'rejected', found: state.rejected.found });
  for (const code of portProblems(ports ?? state.ports, type.construction)) found.push({ code });
  const slot = into ?? slotFor(book.context, cartridge)?.slot;
  if (slot && !isForShades(slot, cartridge))
    found.push({ code: 'notForSlot', shade: cartridge.shades.join(', '), slot: slot.name });
  if ((state.wetMl ?? 0) > DRY_ML) found.push({ code: 'wet', waterMl: state.wetMl! });
  else if (isNewAndDry(book, cartridgeId)) found.push({ code: 'neverFilled' });
  else {
    const ink = inkNow(book, cartridgeId, at);
    if (ink && atReserve(ink, type.reserveMl)) found.push({ code: 'nothingInside', ml: ink.value });
  }
  // The chip's last word stands until it is reset, replaced, or left alone on purpose.
  const { machine } = state.chip;
  if (
    machine.phase === 'stopped' &&
    (machine.strategy === 'resetter' ||
      machine.strategy === 'contactBridge' ||
      machine.strategy === 'newEachTime')
  )
    found.push({ code: 'chipWillStop' });
  return found;
}
