import { emptyAtReading, readableActAt, showsFigure, type EmptyAt } from '../gauge';
import {
  bodyOf,
  cartridgeOf,
  counterOf,
  find,
  inkNow,
  isGaugeOff,
  openWalk,
  placeOf,
  type Book,
} from '../ledger';
import { ONE_SIDED } from '../numeric';

export interface CartridgeEmptyAt extends EmptyAt {
  /** The reading to act at as this printer can show it, 0 to 1. */
  readonly shownActAt: number;
  /** Ink above the reserve still there when the printer reads 0, ml; null when it is empty before. */
  readonly leftAtZeroMl: number | null;
}

/**
 * At which reading of the printer's gauge this cartridge comes to its reserve: from the last reading, the ink that was there
 * then by all evidence, and the counter's learnt bias: `g* = g − (V − V_r) / (k·V_cal)`.
 *
 * @returns null when it has no chip, its gauge is off or shows no level, or nothing is known to compare with
 */
export function emptyAt(book: Book, cartridgeId: string, at: string): CartridgeEmptyAt | null {
  const body = bodyOf(book.context, cartridgeId);
  const state = cartridgeOf(book, cartridgeId);
  const place = placeOf(book, cartridgeId);
  const read = openWalk(book, cartridgeId, at)?.read;
  const ink = inkNow(book, cartridgeId, at);
  const printer = find(book.context, 'printer', place?.printerId);
  if (!body || !state || !place || !read || !ink || !printer) return null;
  if (isGaugeOff(state) || !showsFigure(printer.gauge) || printer.gauge.display === 'optical') return null;
  const counter = counterOf(book, place.printerId, place.slotId);
  const { chipMl, fraction } = read.reading;
  const { reserveMl } = body.type;
  const k = { value: counter.k, u: Math.sqrt(counter.variance) };
  // What was topped up since without a reset lies below the chip's zero.
  const inkMl = read.ml + read.handMl;
  const counted = Math.max(0, inkMl - reserveMl) / k.value;
  // What the print heads draw scatters about the counter's mean, besides the doubt of k itself.
  const scatter = Math.sqrt(counter.noise * counted) / (k.value * chipMl);
  const plain = emptyAtReading({ value: inkMl, u: ink.u }, chipMl, reserveMl, k, fraction);
  const u = Math.hypot(plain.reading.u, scatter, read.reading.u);
  const reading = { ...plain.reading, u };
  const actAt = reading.value + ONE_SIDED * u;
  return {
    reading,
    actAt,
    shownActAt: readableActAt(printer.gauge, actAt),
    leftAtZeroMl: reading.value < 0 ? -reading.value * k.value * chipMl : null,
  };
}
