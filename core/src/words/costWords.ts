import type { Cause } from '../account';
import type { Scenario } from '../cost';
import type { PurchaseKind } from '../workbook';

/** Where ink went. */
export const CAUSE_WORDS: Record<Cause, string> = {
  printed: 'Prints',
  cleaned: 'Cleaning',
  change: 'Cartridge changes',
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
