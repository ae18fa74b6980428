import { listOf } from '../exposure';
import { composition, find, inkOfBottle, mixesOf, sparedSlots, type Book, type Mix } from '../ledger';
import { shadeSeries } from './shadeSets';

type Against = 'lot' | 'original';

export type ReprofileReason =
  | { readonly code: 'noProfile' }
  /** Share of the ink that is not what the profile was made with: another ink, or another lot of it. */
  | { readonly code: 'foreign'; readonly slot: string; readonly share: number }
  | { readonly code: 'lot'; readonly slot: string; readonly share: number }
  | { readonly code: 'measured'; readonly against: Against; readonly mean: number; readonly p95: number }
  | { readonly code: 'measuredSame'; readonly against: Against; readonly mean: number }
  | { readonly code: 'unchanged' };

export interface Reprofile {
  readonly verdict: 'never' | 'notYet' | 'soon' | 'now';
  readonly paperId: string | null;
  readonly profile: { readonly name: string; readonly at: string } | null;
  readonly why: readonly ReprofileReason[];
  /** Sheets printed since the profile was made. */
  readonly printsSince: number;
}

/** From this share of another ink on a colour drifts; another lot of the same ink matters less. */
const FOREIGN = 0.1;
const LOT = 0.5;
const SOON_MEAN = 1;
const NOW_MEAN = 2;

/**
 * Whether a printer is to be profiled anew for a paper: by how far the ink in its channels changed since, and by what was
 * measured. Nothing is said on a lot change that measuring found to be within its noise.
 *
 * @param at UTC instant
 * @param paperId null: the newest profile of any paper
 */
export function reprofile(
  book: Book,
  printerId: string,
  at: string,
  paperId: string | null = null,
): Reprofile {
  const state = book.state.printers.get(printerId);
  const printer = find(book.context, 'printer', printerId);
  const profile = state
    ? listOf(state.profiles).findLast((one) => paperId === null || one.paperId === paperId)
    : undefined;
  const printsSince = state
    ? listOf(state.timeline).reduce(
        (sum, event) =>
          sum +
          ((event.type === 'job' || event.type === 'image') && profile && event.at > profile.at
            ? event.copies
            : 0),
        0,
      )
    : 0;
  if (!state || !printer || !profile)
    return { verdict: 'never', paperId, profile: null, why: [{ code: 'noProfile' }], printsSince: 0 };
  const why: ReprofileReason[] = [];
  // The black that its paper does not take prints none of its colours.
  const spared = sparedSlots(book.context, printerId, profile.paperId);
  for (const slot of printer.slots) {
    if (spared.includes(slot.id)) continue;
    const cartridgeId = state.slots.get(slot.id)?.cartridgeId;
    if (!cartridgeId) continue;
    const now = sharesOf(mixesOf(book, cartridgeId, at));
    const then = sharesOf(profile.inside.get(slot.id) ?? []);
    const inks = new Set([...then.keys()].map((lot) => inkOfBottle(book.context, lot)?.id ?? lot));
    let foreign = 0;
    let otherLot = 0;
    for (const [lot, share] of now) {
      const ink = inkOfBottle(book.context, lot)?.id ?? lot;
      if (!inks.has(ink)) foreign += share;
      else otherLot += Math.max(0, share - (then.get(lot) ?? 0));
    }
    if (foreign >= FOREIGN) why.push({ code: 'foreign', slot: slot.name, share: foreign });
    else if (otherLot >= LOT) why.push({ code: 'lot', slot: slot.name, share: otherLot });
  }
  const measured = shadeSeries(book, printerId)
    .filter((series) => series.paperId === profile.paperId)
    .flatMap((series) => series.againstLot ?? series.againstOriginal ?? [])
    .find(({ to }) => to.at > profile.at);
  const foreign = why.some(({ code }) => code === 'foreign');
  let verdict: Reprofile['verdict'] = foreign ? 'now' : why.length > 0 ? 'soon' : 'notYet';
  if (measured) {
    const { mean, p95, verdict: seen } = measured.found;
    const against = measured.from.ink === 'original' ? 'original' : 'lot';
    if (seen === 'same') {
      verdict = foreign ? 'soon' : 'notYet';
      why.push({ code: 'measuredSame', against, mean });
    } else {
      why.push({ code: 'measured', against, mean, p95 });
      verdict = mean >= NOW_MEAN ? 'now' : mean >= SOON_MEAN ? 'soon' : verdict;
    }
  }
  if (why.length === 0) why.push({ code: 'unchanged' });
  return {
    verdict,
    paperId: profile.paperId,
    profile: { name: profile.name, at: profile.at },
    why,
    printsSince,
  };
}

/** Shares by lot of all that is in a cartridge. */
function sharesOf(mixes: readonly Mix[]): Map<string, number> {
  const all = new Map<string, number>();
  for (const mix of mixes)
    for (const { lot, fraction } of composition(mix))
      all.set(lot, (all.get(lot) ?? 0) + fraction / mixes.length);
  return all;
}
