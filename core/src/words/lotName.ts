import { bottleName, type Book } from '../ledger';
import { CLASS_NAMES } from '../definition';

/** A lot in words: ink name and lot of a bottle, or what stood in before the log began. */
export function lotName({ context }: Pick<Book, 'context'>, lot: string): string {
  const name = bottleName(context, lot);
  if (name !== null) return name;
  if (lot === 'original') return 'original ink';
  if (lot === 'flush') return CLASS_NAMES.flushFluid;
  return 'ink of an unknown lot';
}
