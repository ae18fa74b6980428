import { bottleRemaining, type Book } from '../ledger';
import { COVERAGE } from '../numeric';
import type { Cause } from './causes';
import { inkAccount, type InkAccount } from './inkAccount';
import { ALWAYS } from './printerMonths';

export type GapCode = 'moreThanWentIn' | 'leaked' | 'notLogged' | 'missing';

export interface Balance {
  readonly printerId: string;
  /** All in ml. */
  readonly startMl: number;
  readonly addedMl: number;
  readonly printedMl: number;
  /** By cleanings, and by purges of a line that two blacks share. */
  readonly cleanedMl: number;
  readonly changesMl: number;
  readonly idleMl: number;
  /** Drawn out by hand: to the bin, rinsed out, or back into a bottle. */
  readonly drawnOutMl: number;
  readonly primedMl: number;
  readonly spiltMl: number;
  readonly onHandMl: number;
  /** What went in less all of the above. */
  readonly gapMl: number;
  /** Expanded uncertainty of the gap, about 95 %. */
  readonly gapU: number;
  /** The gap's known parts, ml: leaked while nothing drew, and drawn beyond what was logged. */
  readonly leakedMl: number;
  readonly notLoggedMl: number;
  /** What a gap beyond its U most likely is; null within it. */
  readonly gap: GapCode | null;
}

/**
 * Ink that went into a printer's cartridges against where it went: `start + added = printed + cleaned + changes + idle + primed
 * + drawn out + spilt + on hand + gap`. The same account as the cost, added up.
 *
 * @param account of any period
 */
export function balanceOf(account: InkAccount): Balance {
  const sum = (cause: Cause): number =>
    account.channels.reduce(
      (all, channel) =>
        all + channel.entries.reduce((ml, entry) => ml + (entry.cause === cause ? entry.ml : 0), 0),
      0,
    );
  const total = (of: 'openingMl' | 'filledMl' | 'returnedMl' | 'onHandMl'): number =>
    account.channels.reduce((all, channel) => all + channel[of], 0);
  const books = {
    startMl: total('openingMl'),
    addedMl: total('filledMl'),
    printedMl: sum('printed'),
    cleanedMl: sum('cleaned') + sum('switched'),
    changesMl: sum('change'),
    idleMl: sum('idle'),
    drawnOutMl: sum('drawnOut') + sum('flushed') + total('returnedMl'),
    primedMl: sum('primed'),
    spiltMl: sum('spilt') - spiltFromBottles(account),
    onHandMl: total('onHandMl'),
  };
  const gapMl =
    books.startMl +
    books.addedMl -
    (books.printedMl +
      books.cleanedMl +
      books.changesMl +
      books.idleMl +
      books.drawnOutMl +
      books.primedMl +
      books.spiltMl +
      books.onHandMl);
  const variance = account.channels.reduce(
    (all, channel) => all + channel.drawnOwnU ** 2 + channel.onHandU ** 2,
    0,
  );
  const gapU = COVERAGE * Math.sqrt(variance);
  const leakedMl = sum('leaked');
  const notLoggedMl = sum('notLogged');
  return {
    printerId: account.printerId,
    ...books,
    gapMl,
    gapU,
    leakedMl,
    notLoggedMl,
    gap: nameOf(gapMl, gapU, leakedMl, notLoggedMl),
  };
}

/** Ink balance of a printer to date; undefined when there is none. */
export function balance(book: Book, printerId: string, at: string): Balance | undefined {
  const account = inkAccount(book, printerId, ALWAYS, at);
  return account && balanceOf(account);
}

const spiltFromBottles = (account: InkAccount): number =>
  account.channels.reduce((sum, channel) => sum + channel.spiltBesideMl, 0);

function nameOf(gapMl: number, gapU: number, leakedMl: number, notLoggedMl: number): GapCode | null {
  if (Math.abs(gapMl) <= gapU) return null;
  if (gapMl < 0) return 'moreThanWentIn';
  if (leakedMl > 0.3 * gapMl) return 'leaked';
  return notLoggedMl > 0.3 * gapMl ? 'notLogged' : 'missing';
}

/** Gap of one bottle between the log and the scale, or null when it was not weighed. */
export function bottleGap(book: Book, bottleId: string): { gapMl: number; gapU: number } | null {
  const content = bottleRemaining(book, bottleId);
  return content && content.gapMl !== null ? { gapMl: content.gapMl, gapU: COVERAGE * content.gapU } : null;
}
