import type { Ink } from '../../workbook';
import { all } from '../define/context';
import type { Book } from '../Ledger';
import { printersInUse } from './printersInUse';

/**
 * The ink that the printers' slots ask for: what a bottle of a new ink most likely holds.
 *
 * @param shade of this shade; without one, the first that no ink of the workbook has yet
 * @returns undefined where no printer in use asks for any (or for that shade)
 */
export function inkWanted(book: Book, shade?: Ink['shade']): Pick<Ink, 'shade' | 'inkClass'> | undefined {
  const wanted = printersInUse(book).flatMap(({ slots }) =>
    slots.flatMap(({ shades, inkClass }) => shades.map((one) => ({ shade: one, inkClass }))),
  );
  const known = new Set(all(book.context, 'ink').map((ink) => `${ink.shade}/${ink.inkClass}`));
  const open = wanted.filter((one) => !known.has(`${one.shade}/${one.inkClass}`));
  return shade === undefined
    ? (open[0] ?? wanted[0])
    : [...open, ...wanted].find((one) => one.shade === shade);
}
