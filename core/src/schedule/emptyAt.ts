import { emptyAtReading, readableActAt, type EmptyAt } from '../gauge';
import { bodyOf, find, isGaugeOff, netByHand, slotFor, type Ledger } from '../ledger';
import { ONE_SIDED } from '../quantity';

export interface CartridgeEmptyAt extends EmptyAt {
  /** The reading to act at as this printer can show it, 0 to 1. */
  readonly shownActAt: number;
  /** Ink still there when the printer reads 0, ml; null when it is empty before. */
  readonly leftAtZeroMl: number | null;
  /** In one sentence. */
  readonly sentence: string;
}

/**
 * At which reading of the printer's gauge this cartridge comes to its reserve: from the last reading at a known content, what
 * was put in by hand since, and the counter's learnt bias.
 *
 * @returns null when it has no chip, its gauge is off or shows no level, or nothing is known to compare with
 */
export function emptyAt(ledger: Ledger, cartridgeId: string): CartridgeEmptyAt | null {
  const { context, state } = ledger;
  const body = bodyOf(context, cartridgeId);
  const cartridge = state.cartridges[cartridgeId];
  const { anchor } = cartridge ?? {};
  const chipMl = cartridge?.chip.volumeMl;
  if (!body || !cartridge || !anchor || !chipMl || isGaugeOff(cartridge)) return null;
  const home = slotFor(context, body.cartridge);
  const place = cartridge.location ?? (home ? { printerId: home.printer.id, slotId: home.slot.id } : null);
  const printer = find(context, 'printer', place?.printerId);
  const counter = place ? state.printers[place.printerId]?.slots[place.slotId]?.counter : undefined;
  if (!printer || !counter || ['invisible', 'lampForAll', 'optical'].includes(printer.gauge.display))
    return null;
  const fill = {
    value: anchor.ml + netByHand(cartridge) - anchor.netMl,
    u: Math.hypot(anchor.u, Math.sqrt(cartridge.handled.variance)),
  };
  const k = { value: counter.k, u: Math.sqrt(counter.variance) };
  const counted = Math.max(0, fill.value - body.type.reserveMl) / k.value;
  // What the print heads draw scatters about the counter's mean, besides the doubt of k itself.
  const scatter = Math.sqrt(counter.noise * counted) / (k.value * chipMl);
  const plain = emptyAtReading(fill, chipMl, body.type.reserveMl, k, anchor.reading);
  const u = Math.hypot(plain.reading.u, scatter);
  const reading = { ...plain.reading, u };
  const actAt = reading.value + ONE_SIDED * u;
  const shownActAt = readableActAt(printer.gauge, actAt);
  const leftAtZeroMl = reading.value < 0 ? -reading.value * k.value * chipMl : null;
  return {
    reading,
    actAt,
    shownActAt,
    leftAtZeroMl,
    sentence: sentenceFor(reading.value, shownActAt, leftAtZeroMl),
  };
}

function sentenceFor(reading: number, shown: number, left: number | null): string {
  const percent = (fraction: number): string => `${Math.round(fraction * 100)}\u00a0%`;
  if (left !== null)
    return `At 0\u00a0% on the printer about ${left.toFixed(1)} ml above the reserve are still inside${shown > 0 ? `; to be sure weigh it at ${percent(shown)}` : ''}.`;
  if (reading >= 1) return 'Whatever the printer says, this cartridge is at its reserve: top it up.';
  return `At ${percent(Math.max(0, reading))} on the printer this cartridge is empty: top it up at ${percent(shown)}.`;
}
