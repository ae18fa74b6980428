import { sensorReading } from '../advice';
import { sensorContent } from '../gauge';
import { bodyOf, cartridgeOf, find, type Book } from '../ledger';
import type { FactDraft, Slot } from '../workbook';
import type { Act, ChipDoing } from './act';
import { fitChip, switchGaugeOff } from './handwork';

/**
 * What the printer's gauge shows of a slot, as somebody read it.
 *
 * @param fraction 0 to 1
 */
export const readGauge = (printerId: string, slot: Slot, fraction: number): Act => ({
  facts: [{ kind: 'gaugeRead', printerId, slotId: slot.id, fraction, by: 'person' }],
  done: { code: 'gaugeRead', slot: slot.name, fraction },
});

/** Readings that the printer itself gave. */
export const takeReadings = (facts: readonly FactDraft[]): Act => ({
  facts,
  done: { code: 'readingsTaken', count: facts.length },
});

/** What a printer signalled of a slot, or what was done about the chip of the cartridge that stands in it. */
export function tellChip(
  book: Book,
  printerId: string,
  slot: Slot,
  cartridgeId: string,
  doing: ChipDoing,
): Act {
  const told = (fact: FactDraft): Act => ({ facts: [fact], done: { code: 'chip', slot: slot.name, doing } });
  switch (doing) {
    case 'reset':
    case 'resetFailed':
      return told({ kind: 'chipReset', cartridgeId, worked: doing === 'reset' });
    case 'newChip': {
      const before = cartridgeOf(book, cartridgeId)?.chip.volumeMl;
      const volumeMl = before ?? find(book.context, 'cartridge', cartridgeId)?.chip?.volumeMl ?? null;
      return fitChip(cartridgeId, slot, volumeMl);
    }
    case 'off':
      return switchGaugeOff(printerId, slot);
    case 'ranDry':
      return told({ kind: 'fadedOrRanDry', cartridgeId, ranDry: true });
    default:
      return told({ kind: 'chipSignalled', printerId, slotId: slot.id, signal: doing });
  }
}

/** Chips that were set to full, one after the other. */
export const resetChips = (cartridgeIds: readonly string[]): Act => ({
  facts: cartridgeIds.map((cartridgeId) => ({ kind: 'chipReset', cartridgeId, worked: true })),
  done: { code: 'chipsReset', count: cartridgeIds.length },
});

/**
 * A sensor of a cartridge signalled: what then stands in it, by where this slot's own sensor switches once that was found.
 *
 * @param at UTC instant
 */
export function sensorSaid(book: Book, cartridgeId: string, sensor: 'optical' | 'float', at: string): Act {
  const own = sensor === 'float' ? sensorReading(book, cartridgeId, 'low', at)?.ml : null;
  const ml = own ?? sensorContent(bodyOf(book.context, cartridgeId)!.type, sensor);
  return {
    facts: [{ kind: 'sensorSignalled', cartridgeId, sensor, ml }],
    done: { code: 'sensorSaid', cartridgeId, sensor },
  };
}
