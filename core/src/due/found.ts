import type { CartridgeView } from '../advice';
import { printersInUse, slotFor, type Snapshot } from '../ledger';
import type { HeadReason } from '../nozzle';
import type { FactKind, Printer } from '../workbook';

export type DueCode =
  | 'topUp'
  | 'topUpSet'
  | 'rotate'
  | 'weighIn'
  | 'nozzleCheck'
  | 'agitate'
  | 'rested'
  | 'bottleOld'
  | 'padFull'
  | 'profile'
  | 'order'
  | 'print'
  | 'dose'
  | 'retire'
  | 'weighEmpty'
  | 'density'
  | 'scaleStep';

export interface DueSubject {
  readonly kind: 'printer' | 'cartridge' | 'bottle' | 'ink' | 'job' | 'scale';
  readonly id: string;
  readonly name: string;
}

/** What one rule found to be done, now or later. */
export interface Found {
  readonly code: DueCode;
  readonly subject: DueSubject;
  /** Milliseconds since 1970. */
  readonly dueMs: number;
  /** Of a printer's: those that it is to be done to. */
  readonly cartridgeIds?: readonly string[];
  /** Facts that do it. */
  readonly doneBy: readonly FactKind[];
  /** Days, a share or ml, as its words need them. */
  readonly figure?: number | null;
  /** Of a head: why, as its own page says it. */
  readonly head?: HeadReason;
  /** Labels of cartridges of which nobody knows what is in them. */
  readonly unknown?: readonly string[];
  /** False: no scale is at hand, and what asks for a weight asks for a look. */
  readonly hasScale?: boolean;
  /** It cannot wait. */
  readonly isPressing?: boolean;
}

/** What a rule is asked: the workbook at an instant. */
export interface Asked {
  readonly book: Snapshot;
  /** UTC instant, and the same in milliseconds since 1970. */
  readonly at: string;
  readonly now: number;
}

/** One kind of thing to do. */
export type Rule = (asked: Asked) => readonly Found[];

/** The same of each printer that holds cartridges. */
export type PrinterRule = (
  asked: Asked,
  printer: Printer,
  here: readonly CartridgeView[],
) => readonly Found[];

export const ofPrinter = ({ id, name }: Printer): DueSubject => ({ kind: 'printer', id, name });

/** A cartridge by its label; of a room with several printers, with the one that it belongs to. */
export function ofCartridge(book: Snapshot, { body: { cartridge } }: CartridgeView): DueSubject {
  const several = printersInUse(book).length > 1;
  const printer = several ? slotFor(book.context, cartridge)?.printer.name : undefined;
  return {
    kind: 'cartridge',
    id: cartridge.id,
    name: printer ? `${cartridge.label} (${printer})` : cartridge.label,
  };
}
