import { find, type Book } from '../ledger';
import type { FactDraft } from '../workbook';
import type { Marker } from './markers';

/**
 * What a polled answer adds to the log: a reading for each mapped marker whose figure changed since the last one in the
 * workbook. Asked twice, it adds nothing twice; whatever was missed while nobody asked comes with the next answer.
 *
 * @param ledger the workbook
 * @param printerId whose slots
 * @param map slot id by marker name
 * @returns drafts of `gaugeRead`, by network; empty when nothing changed
 */
export function changedReadings(
  ledger: Book,
  printerId: string,
  map: Readonly<Record<string, string>>,
  markers: readonly Marker[],
): FactDraft[] {
  const printer = find(ledger.context, 'printer', printerId);
  const slots = ledger.state.printers.get(printerId)?.slots;
  return markers.flatMap((marker): FactDraft[] => {
    const slotId = Object.hasOwn(map, marker.name) ? map[marker.name] : undefined;
    if (slotId === undefined || marker.level === null || !printer?.slots.some((slot) => slot.id === slotId))
      return [];
    const cartridgeId = slots?.get(slotId)?.cartridgeId;
    if (!cartridgeId) return [];
    const last = ledger.state.cartridges.get(cartridgeId)?.gauge?.fraction;
    if (last !== undefined && last !== null && Math.abs(last - marker.level) < 0.0005) return [];
    return [{ kind: 'gaugeRead', printerId, slotId, fraction: marker.level, by: 'network' }];
  });
}
