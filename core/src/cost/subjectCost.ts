import type { Uncertain } from '../quantity';
import { find, type Context, type LedgerState } from '../ledger';
import { predictUse } from '../usage';
import type { PrinterCost } from './printerCost';

export interface SubjectCost {
  readonly subjectId: string;
  /** Ink that reaches paper for one print of this size, all channels. */
  readonly ml: Uncertain;
  /** Ink on paper alone, at refill and original price; and with the printer's waste and overheads shared by area. */
  readonly refillMinor: Uncertain;
  readonly originalMinor: Uncertain | null;
}

/**
 * What one print costs: learnt use of the subject per dm² × area × price per ml, raised by the printer's share of ink that
 * never reaches paper, chips, consumables and kit (`overhead`, spread by area).
 *
 * @param cost of the printer to date, from `printerCost`
 * @param size of the print, mm
 * @returns minor units with u; original is null when a slot has no original price
 */
export function subjectCost(
  context: Context,
  ledger: LedgerState,
  cost: PrinterCost,
  subjectId: string,
  size: { readonly widthMm: number; readonly heightMm: number },
): SubjectCost {
  const printer = find(context, 'printer', cost.printerId);
  const state = ledger.printers[cost.printerId];
  const area = (size.widthMm * size.heightMm) / 10_000;
  let ml = 0;
  let variance = 0;
  let refill = 0;
  let refillVar = 0;
  let original = 0;
  let originalVar = 0;
  for (const channel of cost.channels) {
    const slot = state?.slots[channel.slotId];
    if (!slot || !printer) continue;
    const use = predictUse(slot.model, { [`area:${subjectId}`]: area }, printer.draws);
    ml += use.value;
    variance += use.u ** 2;
    refill += use.value * (channel.refillMinorPerMl ?? 0);
    refillVar += (use.u * (channel.refillMinorPerMl ?? 0)) ** 2;
    original += use.value * (channel.originalMinorPerMl ?? 0);
    originalVar += (use.u * (channel.originalMinorPerMl ?? 0)) ** 2;
  }
  const onPaper = (side: 'refillMinorPerMl' | 'originalMinorPerMl'): number =>
    cost.channels.reduce(
      (sum, channel) => sum + Math.max(0, channel.drawnMl.value - channel.wasteMl) * (channel[side] ?? 0),
      0,
    );
  const overhead = (total: number, paper: number): number =>
    cost.areaDm2 > 0 ? Math.max(0, total - paper) / cost.areaDm2 : 0;
  return {
    subjectId,
    ml: { value: ml, u: Math.sqrt(variance) },
    refillMinor: {
      value: refill + area * overhead(cost.refill.minor, onPaper('refillMinorPerMl')),
      u: Math.sqrt(refillVar),
    },
    originalMinor:
      cost.savedMinor === null
        ? null
        : {
            value: original + area * overhead(cost.original.minor, onPaper('originalMinorPerMl')),
            u: Math.sqrt(originalVar),
          },
  };
}
