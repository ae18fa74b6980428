import { cartridgeViews } from '../advice';
import { find, factsOf, type Snapshot } from '../ledger';
import { ONE_SIDED, quantileOf } from '../numeric';
import { MONTH_MS, DAY_MS } from '../time';
import type { InkSupply } from './inkLasts';
import { rhythmOf } from './rhythm';

/** So many refills back show how much a cartridge usually takes. */
const USUAL_FILLS = 8;
/** Of these the ones that came early tell when, the ones that took much how much: a set goes out by whichever is low first. */
const EARLY = 0.25;
const MUCH = 0.75;
/** Of fewer the rest are as large as a usual one: so much of what it is filled up to. */
const FEW_FILLS = 3;
const USUAL_SHARE = 0.75;
/** Looked ahead no further than this, months. */
const MOST_MONTHS = 240;

/** One seated cartridge's next top-ups of an ink: when the first is, how much each takes, how long it lasts. */
interface TopUps {
  readonly firstMonths: number;
  readonly ml: number;
  readonly everyMonths: number;
}

/**
 * Until the next bottle of an ink is needed: the first top-up, of all seated cartridges at their own pace, that none of its bottles
 * surely holds as a whole any more. A set on the shelf is filled when the other comes out, not when it is used up itself.
 *
 * @param supplies of the inks, see `inkLasts`
 * @param at UTC instant, not before the last fact
 * @returns months by ink; inks that nobody uses are left out
 */
export function nextBottle(
  book: Snapshot,
  at: string,
  supplies: readonly InkSupply[],
): ReadonlyMap<string, number> {
  const topUps = topUpsOf(book, at, supplies);
  return new Map(
    supplies.flatMap(({ ink, bottles, perMonth, months }): [string, number][] => {
      if (months === null) return [];
      // A bottle that is short on the day is no help.
      const sure = bottles.map(({ value, u }) => Math.max(0, value - ONE_SIDED * u));
      const coming = topUps.get(ink.id) ?? [];
      return [
        [
          ink.id,
          coming.length > 0 ? firstUnserved(coming, sure) : sure.reduce((a, b) => a + b, 0) / perMonth,
        ],
      ];
    }),
  );
}

/** Goes from top-up to top-up, the emptiest bottle that still holds one first. */
function firstUnserved(coming: readonly TopUps[], sure: readonly number[]): number {
  const next = coming.map(({ firstMonths }) => firstMonths);
  const left = [...sure].sort((a, b) => a - b);
  for (;;) {
    const month = Math.min(...next);
    if (month > MOST_MONTHS) return MOST_MONTHS;
    const i = next.indexOf(month);
    const { ml, everyMonths } = coming[i]!;
    const bottle = left.findIndex((one) => one >= ml);
    if (bottle === -1) return month;
    left[bottle]! -= ml;
    next[i] = month + everyMonths;
  }
}

function topUpsOf(
  book: Snapshot,
  at: string,
  supplies: readonly InkSupply[],
): ReadonlyMap<string, readonly TopUps[]> {
  const refills = new Map<string, { readonly inkIds: Set<string>; readonly ml: number[] }>();
  const begun = new Set<string>();
  for (const { bottleId, cartridgeId, chamber, ml, occasion } of factsOf(book, 'filled')) {
    const inkId = find(book.context, 'bottle', bottleId)?.inkId;
    const mine = refills.get(cartridgeId) ?? { inkIds: new Set(), ml: [] };
    refills.set(cartridgeId, mine);
    if (inkId !== undefined) mine.inkIds.add(inkId);
    // The first filling of a body is no top-up.
    const part = `${cartridgeId} ${chamber}`;
    if (occasion !== 'first' && begun.has(part)) mine.ml.push(ml.value);
    begun.add(part);
  }
  const found = new Map<string, TopUps[]>();
  for (const { body, state, ink, targetMl } of cartridgeViews(book, at).views) {
    const { seat } = state;
    const mine = refills.get(body.cartridge.id);
    if (!seat || !mine || state.rejected) continue;
    // A body of three inks is used, and filled, by thirds.
    const parts = Math.max(1, mine.inkIds.size);
    const last = mine.ml.slice(-USUAL_FILLS * parts);
    // Of one or two it is not known yet what is usual.
    while (last.length < FEW_FILLS) last.push((USUAL_SHARE * targetMl) / parts);
    const soon = quantileOf(last, EARLY)!;
    const ml = quantileOf(last, MUCH)!;
    const rhythm = rhythmOf(book, seat.printerId, at);
    const slot = rhythm?.printer.slots.findIndex(({ id }) => id === seat.slotId) ?? -1;
    const perDay = slot >= 0 ? rhythm!.meanMl[slot]! + rhythm!.changeMl[slot]! : null;
    for (const inkId of mine.inkIds) {
      const supply = supplies.find((one) => one.ink.id === inkId);
      const pace =
        perDay !== null && perDay > 0 ? (perDay * (MONTH_MS / DAY_MS)) / parts : (supply?.perMonth ?? 0);
      if (!(pace > 0) || !(soon > 0)) continue;
      const above = Math.max(0, ((ink?.value ?? 0) - targetMl) / parts + soon);
      found.set(inkId, [
        ...(found.get(inkId) ?? []),
        { firstMonths: above / pace, ml, everyMonths: soon / pace },
      ]);
    }
  }
  return found;
}
