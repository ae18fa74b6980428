import { DAY_MS, MONTH_MS } from '../time';
import { all, bottleRemaining, composition, mixesOf, type Snapshot } from '../ledger';
import type { Uncertain } from '../quantity';
import type { Ink } from '../workbook';

export interface InkSupply {
  readonly ink: Ink;
  /** In all its bottles that are not used up, ml. */
  readonly left: Uncertain;
  /** What is left in each of them, ml. */
  readonly bottles: readonly Uncertain[];
  /** Used since its first fill: out of its bottles, and not in a cartridge any more; ml a month. */
  readonly perMonth: number;
  /** How long it lasts at that; null where hardly any was taken yet. */
  readonly months: number | null;
}

const LEAST_PER_MONTH = 0.5;
/** A pace is read from a fortnight at least. */
const LEAST_MONTHS = 14 / (MONTH_MS / DAY_MS);

/**
 * How long each ink lasts at its use so far, soonest gone first; inks without a bottle are left out.
 *
 * @param ledger facts and what is true now
 * @param at UTC instant
 */
export function inkLasts(ledger: Snapshot, at: string): InkSupply[] {
  const { context, state } = ledger;
  const inside = insideByLot(ledger, at);
  return all(context, 'ink')
    .flatMap((ink): InkSupply[] => {
      const bottles = all(context, 'bottle').filter((bottle) => bottle.inkId === ink.id);
      if (bottles.length === 0) return [];
      const each: Uncertain[] = [];
      let out = 0;
      let first = at;
      for (const { id } of bottles) {
        const mine = state.bottles.get(id);
        if (mine?.firstFilledAt && mine.firstFilledAt < first) first = mine.firstFilledAt;
        // What was poured into cartridges and is still in them was not used: a first filling is no use. What was spilt is gone, and
        // says nothing of how fast it goes.
        const gone = (inside.get(id) ?? 0) + (mine?.spiltMl ?? 0);
        out += Math.max(0, (mine?.outMl ?? 0) - gone);
        if (mine?.retired) continue;
        each.push(bottleRemaining(ledger, id)!.now);
      }
      const months = Math.max(LEAST_MONTHS, (Date.parse(at) - Date.parse(first)) / MONTH_MS);
      const value = each.reduce((sum, one) => sum + one.value, 0);
      const perMonth = out / months;
      return [
        {
          ink,
          left: { value, u: Math.hypot(...each.map(({ u }) => u)) },
          bottles: each,
          perMonth,
          months: perMonth > LEAST_PER_MONTH ? value / perMonth : null,
        },
      ];
    })
    .sort((a, b) => (a.months ?? Infinity) - (b.months ?? Infinity) || a.left.value - b.left.value);
}

/** What is in all cartridges now, by the bottle that it came from, ml. */
function insideByLot(ledger: Snapshot, at: string): ReadonlyMap<string, number> {
  const inside = new Map<string, number>();
  for (const { id } of all(ledger.context, 'cartridge'))
    for (const mix of mixesOf(ledger, id, at))
      for (const { lot, fraction } of composition(mix))
        inside.set(lot, (inside.get(lot) ?? 0) + fraction * Math.max(0, mix.ml));
  return inside;
}
