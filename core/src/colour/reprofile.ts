import { listOf } from '../exposure';
import {
  composition,
  find,
  inkOfBottle,
  mixesOf,
  sparedSlots,
  type Book,
  type Mix,
  type ProfileLine,
} from '../ledger';
import type { Printer } from '../workbook';
import { compareShades, type ShadeComparison } from './compareShades';
import { mainLots } from './mainLots';
import { shadeSeries, type ShadeSet } from './shadeSets';

type Lot = ShadeSet['lots'][number];
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
 * Whether a printer is to be profiled anew for a paper: by how far the ink in its channels changed since, and by patches that
 * were measured of what was inside when the profile was made and of what is inside now, whatever either lot is called. A change
 * of lot that measuring found to be within its noise asks for nothing.
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
  const measured = thenAndNow(book, printer, profile, at);
  const foreign = why.some(({ code }) => code === 'foreign');
  let verdict: Reprofile['verdict'] = foreign ? 'now' : why.length > 0 ? 'soon' : 'notYet';
  if (measured) {
    const { mean, p95, verdict: seen } = measured.found;
    const { against } = measured;
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

interface ThenAndNow {
  readonly against: Against;
  readonly found: ShadeComparison;
}

/**
 * Patches measured nearest to the making of the profile, before or after, against the newest ones: both of what was in the
 * channels at either time, or they say nothing of the profile.
 */
function thenAndNow(book: Book, printer: Printer, profile: ProfileLine, at: string): ThenAndNow | null {
  const now = mainLots(book, printer, at);
  const inside = printer.slots.flatMap(({ id }) => {
    const most = [...sharesOf(profile.inside.get(id) ?? [])].sort((a, b) => b[1] - a[1])[0];
    return most && book.context.entities.has(most[0]) ? [{ slotId: id, bottleId: most[0] }] : [];
  });
  const made = Date.parse(profile.at);
  const away = ({ at: measured }: ShadeSet): number => Math.abs(Date.parse(measured) - made);
  for (const { paperId, sets } of shadeSeries(book, printer.id)) {
    if (paperId !== profile.paperId) continue;
    const fresh = sets.filter(({ display }) => display === null || display.months === 0);
    const then = fresh.filter((set) => isOf(set, inside)).sort((a, b) => away(a) - away(b))[0];
    const newest = fresh.findLast((set) => set.at > profile.at && set !== then && isOf(set, now));
    if (!then || !newest || newest.at <= then.at) continue;
    const found = compareShades(then.patches, newest.patches);
    if (found) return { against: then.ink === 'original' ? 'original' : 'lot', found };
  }
  return null;
}

/** That patches were printed with what channels held; what a measuring does not name is not known to have been another. */
function isOf({ ink, lots }: ShadeSet, held: readonly Lot[]): boolean {
  if (ink === 'original') return held.length === 0;
  return lots.every(({ slotId, bottleId }) =>
    held.some((lot) => lot.slotId === slotId && lot.bottleId === bottleId),
  );
}

/** Shares by lot of all that is in a cartridge. */
function sharesOf(mixes: readonly Mix[]): Map<string, number> {
  const all = new Map<string, number>();
  for (const mix of mixes)
    for (const { lot, fraction } of composition(mix))
      all.set(lot, (all.get(lot) ?? 0) + fraction / mixes.length);
  return all;
}
