import { cartridgeViews } from '../advice';
import { find, factsOf, type Snapshot } from '../ledger';
import { ONE_SIDED, quantileOf } from '../numeric';
import type { InkSupply } from './inkLasts';
import { rhythmOf } from './rhythm';

/** So many refills back show how much a cartridge usually takes. */
export const USUAL_FILLS = 8;
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

/** What a chamber is filled with, and its last top-ups, ml. */
interface Chamber {
  readonly cartridgeId: string;
  readonly inkId: string;
  readonly topUps: number[];
  run: string | undefined;
}

/**
 * Until the next bottle of an ink is needed: the first top-up of all seated cartridges that none of its bottles
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
  const due = coming.map((one) => ({ ...one, month: one.firstMonths }));
  const bottles = [...sure].sort((a, b) => a - b).map((left) => ({ left }));
  for (;;) {
    const next = due.reduce<(typeof due)[number] | null>((a, b) => (a && a.month <= b.month ? a : b), null);
    if (!next || next.month > MOST_MONTHS) return MOST_MONTHS;
    const bottle = bottles.find(({ left }) => left >= next.ml);
    if (!bottle) return next.month;
    bottle.left -= next.ml;
    next.month += next.everyMonths;
  }
}

/** The coming top-ups of each ink. All of them together take what the ink's stock says that it goes by: each its share of it. */
function topUpsOf(
  book: Snapshot,
  at: string,
  supplies: readonly InkSupply[],
): ReadonlyMap<string, readonly TopUps[]> {
  const views = new Map(cartridgeViews(book, at).views.map((view) => [view.body.cartridge.id, view]));
  const using = [...chambersOf(book).values()].flatMap(({ cartridgeId, inkId, topUps }) => {
    const view = views.get(cartridgeId);
    const seat = view?.state.seat;
    if (!view || !seat || view.state.rejected) return [];
    // A body of three inks is used, and filled, by thirds.
    const parts = view.body.type.chambers;
    const last = topUps.slice(-USUAL_FILLS);
    // Of one or two it is not known yet what is usual.
    while (last.length < FEW_FILLS) last.push((USUAL_SHARE * view.targetMl) / parts);
    const soon = quantileOf(last, EARLY)!;
    const rhythm = rhythmOf(book, seat.printerId, at);
    const channel = rhythm?.channels.find(({ slot }) => slot.id === seat.slotId);
    return [
      {
        inkId,
        soon,
        ml: quantileOf(last, MUCH)!,
        above: Math.max(0, ((view.ink?.value ?? 0) - view.targetMl) / parts + soon),
        weight: channel ? (channel.meanMl + channel.changeMl) / parts : 0,
      },
    ];
  });
  return new Map(
    supplies.map(({ ink, perMonth }): [string, readonly TopUps[]] => {
      const mine = using.filter(({ inkId, soon }) => inkId === ink.id && soon > 0);
      const whole = mine.reduce((sum, { weight }) => sum + weight, 0);
      return [
        ink.id,
        mine.flatMap(({ soon, ml, above, weight }) => {
          const pace = perMonth * (whole > 0 ? weight / whole : 1 / mine.length);
          return pace > 0 ? [{ firstMonths: above / pace, ml, everyMonths: soon / pace }] : [];
        }),
      ];
    }),
  );
}

/** By cartridge and chamber what it was filled with last, and what its top-ups took since; its first filling is none. */
function chambersOf(book: Snapshot): ReadonlyMap<string, Chamber> {
  const chambers = new Map<string, Chamber>();
  for (const { bottleId, cartridgeId, chamber, ml, occasion, run } of factsOf(book, 'filled')) {
    const inkId = find(book.context, 'bottle', bottleId)?.inkId;
    if (inkId === undefined) continue;
    const key = `${cartridgeId} ${chamber}`;
    const before = chambers.get(key);
    if (!before || before.inkId !== inkId) chambers.set(key, { cartridgeId, inkId, topUps: [], run });
    else if (run !== undefined && run === before.run) {
      // One top-up may go in by several loads.
      const last = before.topUps.pop();
      if (last !== undefined) before.topUps.push(last + ml.value);
    } else if (occasion !== 'first') {
      before.topUps.push(ml.value);
      before.run = run;
    }
  }
  return chambers;
}
