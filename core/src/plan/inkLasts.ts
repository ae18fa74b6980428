import { MONTH_MS } from '../time';
import { all, bottleRemaining, factsOf, type Snapshot } from '../ledger';
import type { Uncertain } from '../quantity';
import type { Ink } from '../workbook';

export interface InkSupply {
  readonly ink: Ink;
  /** In all its bottles that are not used up, ml. */
  readonly left: Uncertain;
  /** Taken out of its bottles since the first fill, ml a month. */
  readonly perMonth: number;
  /** How long it lasts at that; null where hardly any was taken yet. */
  readonly months: number | null;
}

const LEAST_PER_MONTH = 0.5;

/**
 * How long each ink lasts at its use so far, soonest gone first; inks without a bottle are left out.
 *
 * @param ledger facts and what is true now
 * @param at UTC instant
 */
export function inkLasts(ledger: Snapshot, at: string): InkSupply[] {
  const { context, state } = ledger;
  const first = factsOf(ledger, 'filled')[0]?.at ?? at;
  const months = Math.max(1, (Date.parse(at) - Date.parse(first)) / MONTH_MS);
  return all(context, 'ink')
    .flatMap((ink): InkSupply[] => {
      const bottles = all(context, 'bottle').filter((bottle) => bottle.inkId === ink.id);
      if (bottles.length === 0) return [];
      let value = 0;
      let variance = 0;
      let out = 0;
      for (const { id } of bottles) {
        out += state.bottles.get(id)?.outMl ?? 0;
        if (state.bottles.get(id)?.retired) continue;
        const { now } = bottleRemaining(ledger, id)!;
        value += now.value;
        variance += now.u ** 2;
      }
      const perMonth = out / months;
      return [
        {
          ink,
          left: { value, u: Math.sqrt(variance) },
          perMonth,
          months: perMonth > LEAST_PER_MONTH ? value / perMonth : null,
        },
      ];
    })
    .sort((a, b) => (a.months ?? Infinity) - (b.months ?? Infinity) || a.left.value - b.left.value);
}
