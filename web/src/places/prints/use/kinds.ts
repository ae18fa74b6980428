import { ALWAYS } from '@hiraeth/core/account';
import { printedIn } from '@hiraeth/core/cost';
import { all, find, modelOf, type LogSnapshot } from '@hiraeth/core/ledger';
import type { Uncertain } from '@hiraeth/core/quantity';
import type { Printer } from '@hiraeth/core/workbook';
import { coefficientPerDm2 } from '@hiraeth/core/usage';

/** A kind of picture, and what it takes. */
export interface Kind {
  readonly id: string;
  readonly name: string;
  /** By slot, in the order of the printer; ml a dm². */
  readonly uses: readonly Uncertain[];
}

export const short = (name: string): string => name.replace(/ \(.*/, '');

/** What of a printer is shown, as a chart and as a table. */
export interface UseShown {
  readonly printer: Printer;
  readonly kinds: readonly Kind[];
  /** Units of what is shown in one ml a dm². */
  readonly scale: number;
  readonly unit: string;
}

/** The kinds that this printer printed, most printed first. */
export function kindsOf(ledger: LogSnapshot, printerId: string, at: string): Kind[] {
  const model = modelOf(ledger, printerId);
  const printer = find(ledger.context, 'printer', printerId);
  if (!model || !printer) return [];
  const area = new Map<string, number>();
  for (const one of printedIn(ledger, printerId, ALWAYS, at))
    if (one.subjectId !== null) area.set(one.subjectId, (area.get(one.subjectId) ?? 0) + one.dm2);
  return all(ledger.context, 'subject')
    .filter(({ id }) => area.has(id))
    .sort((a, b) => area.get(b.id)! - area.get(a.id)!)
    .map(({ id, name }) => ({
      id,
      name: short(name),
      uses: printer.slots.map((slot) => coefficientPerDm2(model, slot.id, id)),
    }));
}
