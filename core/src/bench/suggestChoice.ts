import { targetOf } from '../fill';
import { bodyOf, densityInside, inkNow, scaleFor, slotFor, toolsInUse, type Book } from '../ledger';
import { dosedParts, type RunChoice } from './beginRun';
import { occasionOf } from './occasionOf';
import { suggestBottle } from './suggestBottle';
import { suggestSyringe } from './suggestSyringe';

/**
 * A run as a person would choose it, from the log alone: the type's method, the occasion, the open bottles of its shades, the
 * scale that carries it, the syringe that gives its dose in one load, weighed unless its printer's school is another or no scale is
 * at hand.
 *
 * @param part what was chosen by hand; it goes before what the log suggests
 * @param at UTC instant
 * @returns undefined when the cartridge or its type is not in the workbook
 */
export function suggestChoice(
  book: Book,
  cartridgeId: string,
  at: string,
  part: Partial<RunChoice> = {},
): RunChoice | undefined {
  const { context } = book;
  const body = bodyOf(context, cartridgeId);
  if (!body) return undefined;
  const { cartridge, type, maxG, emptyG } = body;
  const method = part.method ?? type.method;
  const density = densityInside(book, body, at);
  const { targetG } = targetOf({ type, emptyG, density, maxG, ownTargetG: cartridge.targetG, method });
  const targetMl = (targetG - emptyG.value) / density.value;
  const roomMl = (targetMl - (inkNow(book, cartridgeId, at)?.value ?? 0)) / dosedParts(type);
  const scaleId = part.scaleId !== undefined ? part.scaleId : (scaleFor(book, maxG)?.id ?? null);
  return {
    cartridgeId,
    method,
    occasion: part.occasion ?? occasionOf(book, cartridgeId),
    bottleIds: Array.from(
      { length: type.chambers },
      (_, chamber) =>
        part.bottleIds?.[chamber] ??
        suggestBottle(book, cartridge.shades[chamber] ?? cartridge.shades[0]!, cartridge.inkClass) ??
        '',
    ),
    scaleId,
    syringeId:
      part.syringeId !== undefined
        ? part.syringeId
        : (suggestSyringe(toolsInUse(book, 'syringe'), roomMl)?.id ?? null),
    squeezeMl: part.squeezeMl ?? null,
    // Where no scale is at hand nothing can be weighed, whatever the school.
    byScale:
      part.byScale ??
      (scaleId !== null && (slotFor(context, cartridge)?.printer.schools.stopAt ?? 'mass') === 'mass'),
    ...(part.dosesMl ? { dosesMl: part.dosesMl } : {}),
  };
}
