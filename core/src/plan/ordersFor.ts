import { MONTH_MS, DAY_MS } from '../time';
import { all, factsOf, find, settingsOf, slotFor, type Snapshot } from '../ledger';
import { ONE_SIDED } from '../numeric';
import { nextBottle } from './nextBottle';
import { RHYTHM_DRIFT } from './rhythm';
import { DUE } from '../workbook';
import { inkLasts } from './inkLasts';

/** A size in which an ink was bought. */
export interface BottleSize {
  readonly volumeMl: number;
  /** Minor units a ml, as it was last bought; null: nobody knows. */
  readonly minorPerMl: number | null;
  /** How long one lasts at the use so far, months. */
  readonly months: number;
}

/** Something to be ordered, and by when. */
export type Order = { readonly by: string } & (
  | {
      readonly kind: 'ink';
      readonly inkId: string;
      readonly name: string;
      /** The size to buy: the cheapest a ml that is used up before it ages, else the smallest. */
      readonly volumeMl: number;
      readonly sizes: readonly BottleSize[];
      readonly leftMl: number;
      readonly perMonthMl: number;
    }
  | { readonly kind: 'chips'; readonly name: string; readonly left: number; readonly perMonth: number }
  | { readonly kind: 'again'; readonly name: string; readonly everyDays: number }
);

export type InkOrder = Extract<Order, { kind: 'ink' }>;

const DELIVERY_DAYS = 21;
const LOOK_DAYS = 7;
const MOST_DAYS = 36_500;

/**
 * What has to be ordered by when: inks by their use, stock and age; chips that are used up; and what is bought again and
 * again, by its own rhythm.
 *
 * @param at UTC instant
 * @param printerId inks and chips of this printer alone; absent: of all
 * @returns the soonest first
 */
export function ordersFor(book: Snapshot, at: string, printerId?: string): Order[] {
  const now = Date.parse(at);
  // Somebody looks once a week; what is under way when the pace quickens must still come in time.
  const delivery = settingsOf(book.context).deliveryDays ?? DELIVERY_DAYS;
  const early = (delivery * (1 + ONE_SIDED * RHYTHM_DRIFT) + LOOK_DAYS) * DAY_MS;
  const byWhen = (ms: number): string =>
    new Date(now + Math.max(0, Math.min(ms - early, MOST_DAYS * DAY_MS))).toISOString();
  return [
    ...inkOrders(book, at, printerId, byWhen),
    ...chipOrders(book, now, printerId, byWhen),
    ...againOrders(book, now, byWhen),
  ].sort((a, b) => (a.by < b.by ? -1 : a.by > b.by ? 1 : 0));
}

function inkOrders(
  book: Snapshot,
  at: string,
  printerId: string | undefined,
  byWhen: (ms: number) => string,
): Order[] {
  const slots = printerId === undefined ? null : (find(book.context, 'printer', printerId)?.slots ?? []);
  const bottles = all(book.context, 'bottle');
  const supplies = inkLasts(book, at);
  const needed = nextBottle(book, at, supplies);
  return supplies.flatMap(({ ink, left, perMonth }): Order[] => {
    const mine =
      !slots || slots.some((slot) => slot.shades.includes(ink.shade) && slot.inkClass === ink.inkClass);
    const months = needed.get(ink.id);
    if (!mine || months === undefined) return [];
    // One of each volume: the bottle that came last has today's price.
    const sizes = new Map<number, BottleSize>();
    for (const { inkId, volumeMl, priceMinor } of bottles)
      if (inkId === ink.id)
        sizes.set(volumeMl, {
          volumeMl,
          minorPerMl: priceMinor === null ? null : priceMinor / volumeMl,
          months: volumeMl / perMonth,
        });
    const choice = [...sizes.values()].sort((a, b) => a.volumeMl - b.volumeMl);
    const fresh = choice.filter((size) => size.months <= DUE.bottleMonths);
    const best = fresh.reduce((a, b) => (price(b) < price(a) ? b : a), fresh[0] ?? choice[0]!);
    return [
      {
        kind: 'ink',
        inkId: ink.id,
        name: ink.name,
        by: byWhen(months * MONTH_MS),
        volumeMl: best.volumeMl,
        sizes: choice,
        leftMl: left.value,
        perMonthMl: perMonth,
      },
    ];
  });
}

const price = (size: BottleSize): number => size.minorPerMl ?? Infinity;

/** Chips that are put on anew each time, where their count was noted when they were bought. */
function chipOrders(
  book: Snapshot,
  now: number,
  printerId: string | undefined,
  byWhen: (ms: number) => string,
): Order[] {
  const bought = factsOf(book, 'purchased').filter(
    ({ what, count }) => what === 'chips' && count !== undefined,
  );
  const first = bought[0];
  // One stock for all printers; told to those that use them up.
  const uses = all(book.context, 'cartridge').some(
    (cartridge) =>
      cartridge.chip?.strategy === 'newEachTime' &&
      (printerId === undefined || slotFor(book.context, cartridge)?.printer.id === printerId),
  );
  if (!first || !uses) return [];
  const used = factsOf(book, 'chipReplaced').filter((fact) => fact.at >= first.at).length;
  const months = Math.max(1, (now - Date.parse(first.at)) / MONTH_MS);
  const left = Math.max(0, bought.reduce((sum, { count }) => sum + count!, 0) - used);
  const perMonth = used / months;
  return perMonth > 0
    ? [
        {
          kind: 'chips',
          name: bought.at(-1)!.name,
          by: byWhen((left / perMonth) * MONTH_MS),
          left,
          perMonth,
        },
      ]
    : [];
}

/** What was bought under one name at least twice comes again after the mean of its intervals. */
function againOrders(book: Snapshot, now: number, byWhen: (ms: number) => string): Order[] {
  const times = new Map<string, number[]>();
  for (const fact of factsOf(book, 'purchased'))
    if (fact.what === 'consumables')
      times.set(fact.name, [...(times.get(fact.name) ?? []), Date.parse(fact.at)]);
  return [...times].flatMap(([name, at]): Order[] => {
    const [first = 0] = at;
    const last = at.at(-1) ?? 0;
    const span = last - first;
    if (at.length < 2 || span < DAY_MS) return [];
    const every = span / (at.length - 1);
    return [{ kind: 'again', name, by: byWhen(last + every - now), everyDays: Math.round(every / DAY_MS) }];
  });
}
