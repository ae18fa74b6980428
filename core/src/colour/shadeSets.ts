import { listOf } from '../exposure';
import type { Book } from '../ledger';
import type { FactOf, MeasureCondition } from '../workbook';
import { compareShades, type ShadeComparison } from './compareShades';
import type { Patch } from './parsePatches';

/** One measuring of a chart, as the log has it. */
export interface ShadeSet {
  readonly factId: string;
  readonly at: string;
  readonly ink: 'original' | 'refill';
  readonly chart: string;
  readonly paperId: string | null;
  readonly condition: MeasureCondition;
  readonly illuminant: string;
  readonly observer: string;
  readonly filter: string | null;
  readonly lots: readonly { readonly slotId: string; readonly bottleId: string }[];
  readonly display: { readonly where: string; readonly months: number } | null;
  readonly patches: readonly Patch[];
}

/** Sets that may be compared: one chart and paper, measured under the same condition, illuminant, observer and filter. */
export interface ShadeSeries {
  readonly chart: string;
  readonly paperId: string | null;
  readonly condition: MeasureCondition;
  readonly illuminant: string;
  readonly observer: string;
  readonly filter: string | null;
  readonly sets: readonly ShadeSet[];
  /** The newest refill against the newest original; null where one of them is missing. */
  readonly againstOriginal: {
    readonly from: ShadeSet;
    readonly to: ShadeSet;
    readonly found: ShadeComparison;
  } | null;
  /** The newest refill against the one before it that was printed with another lot. */
  readonly againstLot: {
    readonly from: ShadeSet;
    readonly to: ShadeSet;
    readonly found: ShadeComparison;
  } | null;
  /** By place of display: mean ΔE00 from the freshest print, by months. */
  readonly fading: readonly {
    readonly where: string;
    readonly points: readonly { readonly months: number; readonly mean: number; readonly worst: number }[];
  }[];
}

/**
 * What was measured of a printer's shades, in series that may be compared: conditions are never mixed.
 *
 * @returns the series with the newest measuring first
 */
export function shadeSeries(book: Book, printerId: string): ShadeSeries[] {
  const state = book.state.printers.get(printerId);
  if (!state) return [];
  const groups = new Map<string, ShadeSet[]>();
  for (const fact of listOf(state.patches)) {
    const set = setOf(fact);
    const { chart, paperId, condition, illuminant, observer, filter } = set;
    const key = JSON.stringify([chart, paperId, condition, illuminant, observer, filter]);
    groups.set(key, [...(groups.get(key) ?? []), set]);
  }
  return [...groups.values()].map(seriesOf).sort((a, b) => (a.sets.at(-1)!.at < b.sets.at(-1)!.at ? 1 : -1));
}

function seriesOf(sets: readonly ShadeSet[]): ShadeSeries {
  const { chart, paperId, condition, illuminant, observer, filter } = sets[0]!;
  // What has faded on a wall says nothing of the ink that is in the printer now.
  const fresh = sets.filter(({ display }) => display === null || display.months === 0);
  const refill = fresh.findLast(({ ink }) => ink === 'refill');
  const original = fresh.findLast(({ ink }) => ink === 'original');
  const before =
    refill && fresh.findLast((set) => set.ink === 'refill' && set.at < refill.at && otherLots(set, refill));
  return {
    chart,
    paperId,
    condition,
    illuminant,
    observer,
    filter,
    sets,
    againstOriginal: pair(original, refill),
    againstLot: pair(before, refill),
    fading: fadingOf(sets),
  };
}

function pair(from: ShadeSet | undefined, to: ShadeSet | undefined): ShadeSeries['againstOriginal'] {
  const found = from && to ? compareShades(from.patches, to.patches) : null;
  return from && to && found ? { from, to, found } : null;
}

const otherLots = (a: ShadeSet, b: ShadeSet): boolean =>
  JSON.stringify([...a.lots].sort(bySlot)) !== JSON.stringify([...b.lots].sort(bySlot));
const bySlot = (a: { slotId: string }, b: { slotId: string }): number => (a.slotId < b.slotId ? -1 : 1);

function fadingOf(sets: readonly ShadeSet[]): ShadeSeries['fading'] {
  const places = new Map<string, ShadeSet[]>();
  for (const set of sets)
    if (set.display) places.set(set.display.where, [...(places.get(set.display.where) ?? []), set]);
  return [...places].flatMap(([where, shown]) => {
    const byAge = [...shown].sort((a, b) => a.display!.months - b.display!.months);
    const [first, ...rest] = byAge;
    if (!first || rest.length === 0) return [];
    return [
      {
        where,
        points: byAge.flatMap((set) => {
          const found = compareShades(first.patches, set.patches);
          return found
            ? [{ months: set.display!.months, mean: found.mean, worst: found.worst[0]!.deltaE }]
            : [];
        }),
      },
    ];
  });
}

const setOf = (fact: FactOf<'shadeMeasured'>): ShadeSet => ({
  factId: fact.id,
  at: fact.at,
  ink: fact.ink,
  chart: fact.chart,
  paperId: fact.paperId ?? null,
  condition: fact.condition,
  illuminant: fact.illuminant,
  observer: fact.observer ?? '2',
  filter: fact.filter ?? null,
  lots: fact.lots ?? [],
  display: fact.display ?? null,
  patches: fact.patches,
});
