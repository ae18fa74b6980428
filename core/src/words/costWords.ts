import type { Cause } from '../account';
import type { PrinterCost, Scenario, Tax } from '../cost';
import type { PurchaseKind } from '../workbook';

/** Tax of a quote; `money` puts an amount in words. */
export const taxWords = (
  { percent, on, minor }: Tax,
  totalMinor: number,
  money: (minor: number) => string,
): string =>
  on === 'in'
    ? `${money(minor)} of it are ${percent} % tax`
    : `with ${percent} % tax ${money(totalMinor + minor)}`;

/** How the workbook's prices stand, to be said beside a price. */
export const PRICES_WORDS = { withTax: 'with tax', withoutTax: 'without tax' } as const;

/** Where ink went. */
export const CAUSE_WORDS: Record<Cause, string> = {
  printed: 'Prints',
  cleaned: 'Cleaning',
  change: 'Cartridge changes',
  switched: 'Switches between blacks',
  idle: 'Idle days',
  notLogged: 'Not logged',
  primed: 'Primed by hand',
  drawnOut: 'Drawn out',
  spilt: 'Spilt',
  binned: 'Leftovers binned',
  flushed: 'Flushed',
  leaked: 'Leaked',
  unexplained: 'Unexplained',
};

/** What a saving may depend on. */
export const LEVER_WORDS: Record<keyof Scenario, string> = {
  inkPrice: 'Price of the ink',
  originalPrice: 'Price of originals',
  printed: 'How much you print',
  waste: 'Cleaning, changes and idle days',
  lost: 'Ink lost by hand',
  equipment: 'Kit, chips and consumables',
};

/** What was bought, or done at a price. */
export const PURCHASE_WORDS: Record<PurchaseKind, string> = {
  bottle: 'a bottle of ink',
  kit: 'a kit: cartridges, resetter, syringes',
  chips: 'chips',
  consumables: 'needles, gloves, towels',
  cartridges: 'empty cartridges, a second set',
  tools: 'a resetter, syringes, a scale',
  work: 'working time',
  disposal: 'disposal',
  emptiesSold: 'emptied cartridges, sold',
  paper: 'paper',
  electricity: 'electricity',
  wear: 'the printer or its head: wear',
  originals: 'original cartridges',
};

/**
 * What a cost lacks since nobody can know it: prints of ink that was never weighed, as a whole or in some channels.
 *
 * @param day how a date is written
 */
export function unknownInkWords(
  { uncounted, unweighed, copies }: Pick<PrinterCost, 'uncounted' | 'unweighed' | 'copies'>,
  day: (at: string) => string = (at) => at.slice(0, 10),
): string[] {
  const { copies: left, lastAt } = uncounted;
  const never = unweighed.filter((one) => one.copies === copies).map(({ name }) => name);
  return [
    ...(lastAt === null
      ? []
      : [
          `${left === 1 ? `A print of ${day(lastAt)} is` : `${left} prints are`} left out${left === 1 ? '' : `, the last of ${day(lastAt)}`}: what was in the printer then was never weighed.`,
        ]),
    ...(never.length === 0
      ? []
      : [
          `${never.join(', ')} ${never.length === 1 ? 'is left out: its cartridge was' : 'are left out: their cartridges were'} never weighed.`,
        ]),
    ...unweighed.flatMap((one) =>
      one.copies === copies
        ? []
        : [`${one.name} lacks ${one.copies} of ${copies} prints: what it held then was never weighed.`],
    ),
  ];
}
