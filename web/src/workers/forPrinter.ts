import type { Slot } from '@hiraeth/core/workbook';

/** Channels of a printer that a picture is measured for. */
export interface ForPrinter {
  readonly id: string;
  readonly slots: readonly Slot[];
}
