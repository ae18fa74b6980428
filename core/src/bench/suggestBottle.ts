import { all, bottleRemaining, inkOfBottle, type Book } from '../ledger';

/** Less than this in a bottle is not worth opening it for, ml. */
const LEAST_ML = 2;

/**
 * The bottle that a person would reach for: of this shade and class, an open one before a sealed one, and of those the fullest.
 *
 * @returns its id; null when none has ink left
 */
export function suggestBottle(book: Book, shade: string, inkClass: string): string | null {
  const { context, state } = book;
  const [best] = all(context, 'bottle')
    .filter((bottle) => {
      const ink = inkOfBottle(context, bottle.id);
      return ink?.shade === shade && ink.inkClass === inkClass && !state.bottles.get(bottle.id)?.retired;
    })
    .map(({ id }) => ({
      id,
      open: Boolean(state.bottles.get(id)?.openedAt),
      left: bottleRemaining(book, id)!.now.value,
    }))
    .filter((bottle) => bottle.left > LEAST_ML)
    .sort((a, b) => Number(b.open) - Number(a.open) || b.left - a.left);
  return best?.id ?? null;
}
