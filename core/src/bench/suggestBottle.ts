import { all, bottleRemaining, inkOfBottle, type Ledger } from '../ledger';

/** Less than this in a bottle is not worth opening it for, ml. */
const LEAST_ML = 2;

/**
 * The bottle that a person would reach for: of this shade and class, an open one before a sealed one, and of those the fullest.
 *
 * @returns its id; null when none has ink left
 */
export function suggestBottle(ledger: Ledger, shade: string, inkClass: string): string | null {
  const { context, state } = ledger;
  const [best] = all(context, 'bottle')
    .filter((bottle) => {
      const ink = inkOfBottle(context, bottle.id);
      return ink?.shade === shade && ink.inkClass === inkClass && !state.bottles[bottle.id]?.retired;
    })
    .map(({ id }) => ({
      id,
      open: Boolean(state.bottles[id]?.openedAt),
      left: bottleRemaining(context, state, id)!.now.value,
    }))
    .filter((bottle) => bottle.left > LEAST_ML)
    .sort((a, b) => Number(b.open) - Number(a.open) || b.left - a.left);
  return best?.id ?? null;
}
