import type { Scanned } from '../ledger';

/** A code that leads nowhere here, and what it is. */
export function unknownCodeWords({ what, text }: Extract<Scanned, { known: false }>): string {
  const shown = text.length > 40 ? `${text.slice(0, 40)}…` : text;
  return what === null
    ? `“${shown}” is no label of Hiraeth: another code was scanned, such as a maker’s own.`
    : `This is the label of a ${what} “${shown}” that is not in this workbook. Open the workbook it belongs to, or print it a new label.`;
}
