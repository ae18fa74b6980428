import { printerCost, quoteOutcome, savedBeforeLasting } from '../cost';
import { listOf } from '../exposure';
import {
  all,
  bodyOf,
  cartridgeOf,
  densityInside,
  inkNow,
  lotsIn,
  mixesOf,
  padMl,
  type Book,
  type BottleState,
  type Snapshot,
} from '../ledger';
import { USUAL_FILLS } from '../plan';
import type { Uncertain } from '../quantity';
import type { DraftOf, Fact, FactKind, FactOf } from '../workbook';

type Carried = DraftOf<'carriedOver'>;

/** The next workbook: what it takes over entry by entry, and the balances with which it begins. */
export interface Closing {
  readonly kept: readonly Fact[];
  readonly carried: Carried;
}

/** What still says something after years: prices, promises, measured things, looks at the head. */
const LASTING: ReadonlySet<FactKind> = new Set([
  'purchased',
  'quoted',
  'chipReplaced',
  'densityMeasured',
  'squeezeCalibrated',
  'nozzleChecked',
  'headReplaced',
  'shadeMeasured',
  'shadeGraded',
  'profiled',
  'causeDenied',
  'retired',
  'noted',
]);

/**
 * Closes a workbook at an instant, so that another goes on from there with balances in place of the past: what is in every cartridge
 * and bottle, of which lots, chips and seats as they stand; what was said of things, bought and measured comes along entry by entry.
 * How fast a channel draws is learnt anew from the weigh-ins since. Nothing is taken from the workbook that is closed.
 *
 * @param then the book as it stood at that instant: folded from all that happened up to it
 * @param facts all counting entries, in order, those after the instant too
 * @param at UTC instant; what happened at it exactly belongs to the closed one
 * @param closed what the closed one is called
 */
export function closeBefore(then: Snapshot, facts: readonly Fact[], at: string, closed: string): Closing {
  const planned = plannedIn(then);
  return {
    kept: keptOf(then, facts, at, planned),
    carried: {
      kind: 'carriedOver',
      at,
      closed,
      cartridges: all(then.context, 'cartridge').flatMap(({ id }) => cartridgeAt(then, id, at)),
      printers: all(then.context, 'printer').flatMap(({ id }) => printerAt(then, id, at)),
      bottles: [...then.state.bottles].map(([id, state]) => bottleAt(id, state)),
      planned,
    },
  };
}

/** Planned jobs of which some are left to print. */
const plannedIn = ({ state }: Book): Carried['planned'] =>
  [...state.planned].flatMap(([plannedId, { job, printed }]) =>
    job && printed < job.copies ? [{ plannedId, printed }] : [],
  );

function keptOf(then: Snapshot, facts: readonly Fact[], at: string, planned: Carried['planned']): Fact[] {
  const open = new Set(planned.map(({ plannedId }) => plannedId));
  // Of each thing what was said of it last: it holds at all times.
  const defined = new Map<string, FactOf<'defined'>>();
  for (const fact of facts)
    if (fact.kind === 'defined') {
      const key = `${fact.entity.entity}/${fact.entity.id}`;
      const before = defined.get(key);
      if (!before || before.id < fact.id) defined.set(key, fact);
    }
  const lastly = new Set([...defined.values()].map(({ id }) => id));
  const fills = lastFills(facts, at);
  return facts.filter((fact) => {
    if (fact.kind === 'defined') return lastly.has(fact.id);
    if (fact.at > at || LASTING.has(fact.kind) || fills.has(fact)) return true;
    // Of a promise that is being kept, how it came out stands in the closed one.
    if (fact.kind === 'editionPriced') return quoteOutcome(then, fact, at) === null;
    if (fact.kind === 'jobPlanned') return open.has(fact.id);
    if (fact.kind === 'snoozed') return fact.until > at;
    return fact.kind === 'weighed' && fact.what === 'reference';
  });
}

/**
 * The last fills of each cartridge, and the one before them: how much it usually takes is told by them. What they poured is in the
 * balances.
 */
function lastFills(facts: readonly Fact[], at: string): ReadonlySet<Fact> {
  const kept = new Set<Fact>();
  const runs = new Map<string, Set<string>>();
  for (const fact of facts.filter((one) => one.at <= at).reverse()) {
    if (fact.kind !== 'filled') continue;
    const mine = runs.get(fact.cartridgeId) ?? new Set();
    runs.set(fact.cartridgeId, mine.add(fact.run ?? fact.id));
    if (mine.size <= USUAL_FILLS + 1) kept.add(fact);
  }
  return kept;
}

function cartridgeAt(then: Snapshot, cartridgeId: string, at: string): Carried['cartridges'] {
  const state = cartridgeOf(then, cartridgeId);
  // Retired, it is kept as that; of one whose type is not there nothing is known.
  if (!state || state.retired) return [];
  const ink = inkNow(then, cartridgeId, at);
  const { belief } = state.known;
  return [
    {
      cartridgeId,
      ink: ink && {
        ml: ink.value,
        u: scaleDoubt(then, cartridgeId, ink, at),
        tareMl: belief.tareMl,
        tareU: Math.sqrt(belief.tareVar),
        together: belief.cov,
      },
      mixes: mixesOf(then, cartridgeId, at).map(lotsIn),
      seat: state.seat && {
        printerId: state.seat.printerId,
        slotId: state.seat.slotId,
        since: state.installedAt ?? state.seat.at,
      },
      fills: state.fills,
      ranDry: state.ranDry,
      lastFillAt: state.lastFillAt,
      agitatedAt: state.agitatedAt,
      outSince: state.outSince,
      weighed: state.lastWeighed,
      head: state.head,
      restedG: state.restedG,
      wetMl: state.wetMl,
      ports: state.ports,
      gauge: state.gauge,
      chip: state.chip,
      signal: state.signal,
      rejected: state.rejected,
    },
  ];
}

/** What the density's own doubt adds is added again whenever it is asked: it is not carried. */
function scaleDoubt(then: Book, cartridgeId: string, { value, u }: Uncertain, at: string): number {
  const body = bodyOf(then.context, cartridgeId);
  if (!body) return u;
  const density = densityInside(then, body, at);
  return Math.sqrt(Math.max(0, u ** 2 - (value * (density.u / density.value)) ** 2));
}

function printerAt(then: Snapshot, printerId: string, at: string): Carried['printers'] {
  const state = then.state.printers.get(printerId);
  if (!state) return [];
  const cost = printerCost(then, printerId, at);
  return [
    {
      printerId,
      padMl: padMl(then, printerId),
      savedMinor: cost ? savedBeforeLasting(then, cost) : null,
      lastPrintAt: state.lastPrintAt,
      movedAt: state.movedAt,
      profiles: listOf(state.profiles).map(({ factId, inside }) => ({
        profileId: factId,
        inside: [...inside].map(([slotId, mixes]) => ({ slotId, mixes: mixes.map(lotsIn) })),
      })),
      blackInLine: state.blackInLine,
    },
  ];
}

const bottleAt = (
  bottleId: string,
  { outMl, outVar, spiltMl, openedAt, firstFilledAt, weighed, firstWeighed }: BottleState,
): Carried['bottles'][number] => ({
  bottleId,
  outMl: { value: Math.max(0, outMl), u: Math.sqrt(outVar) },
  spiltMl,
  openedAt,
  firstFilledAt,
  weighed: weighed && { ...weighed, outMl: Math.max(0, weighed.outMl) },
  firstWeighed: firstWeighed && { ...firstWeighed, outMl: Math.max(0, firstWeighed.outMl) },
});
