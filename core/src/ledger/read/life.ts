import { timelineIn } from '../define/timelineIn';
import { listOf } from '../../exposure';
import type { Uncertain } from '../../quantity';
import { bodyOf } from '../define/context';
import { isKnown } from '../fold/belief';
import { bareLot } from '../fold/chain';
import { densityOfMixes } from '../fold/density';
import type { Closed, Flow, LifePoint, UseInterval } from '../fold/state';
import { walk } from '../fold/walk';
import type { Book } from '../Ledger';
import { cartridgeOf, foretellBy, openWalk } from './inkNow';

export type LifeFlag = 'leak' | 'heavier' | 'surprise' | 'ranDry' | 'contradicts';

/** One line of a cartridge's life: the ink inside after an entry, and what was used since the weighing before. */
export interface LifeEntry extends LifePoint {
  /** By the evidence, where the entry closed an interval; and what was foretold for it. */
  readonly used: Uncertain | null;
  readonly foretold: Uncertain | null;
  readonly flag: LifeFlag | null;
}

/** Beyond this many standard deviations an interval is named. */
const SURPRISE_SIGMA = 5;
const LEAST_ML = 0.3;

/**
 * A cartridge's life, entry by entry: read from the closed chains and the open one.
 *
 * @param records forecasts of its printers' models, by fact id
 */
export function lifeOf(
  book: Book,
  cartridgeId: string,
  at: string,
  records: ReadonlyMap<string, { readonly foretold: Uncertain; readonly sigmas: number }>,
): LifeEntry[] {
  const state = cartridgeOf(book, cartridgeId);
  if (!state) return [];
  const entries: LifeEntry[] = [];
  for (const closed of listOf(state.closed)) {
    if (closed.end !== 'weighed') {
      entries.push(...pointsOf(book, cartridgeId, closed).map(unmarked));
      continue;
    }
    const record = records.get(closed.factId);
    entries.push(...closed.points.map(unmarked), {
      factId: closed.factId,
      at: closed.at,
      ml: closed.ml,
      u: closed.u,
      source: 'weighed',
      massG: closed.massG,
      gauge: null,
      used: closed.used,
      foretold: record?.foretold ?? null,
      flag: flagOf(closed, record),
    });
  }
  const open = openWalk(book, cartridgeId, at);
  if (open && isKnown(open.belief))
    for (const point of open.points)
      entries.push({
        ...point,
        used: null,
        foretold: null,
        flag: open.contradiction?.factId === point.factId ? 'contradicts' : null,
      });
  return entries;
}

export interface FlaggedEntry {
  readonly factId: string;
  readonly at: string;
  readonly flag: LifeFlag;
  readonly ml: number;
  readonly foretoldMl: number | null;
}

const unmarked = (point: LifePoint): LifeEntry => ({ ...point, used: null, foretold: null, flag: null });

/** What the evidence says of itself in one cartridge's life, without laying out the life. */
export function flagsOf(
  book: Book,
  cartridgeId: string,
  at: string,
  records: ReadonlyMap<string, { readonly foretold: Uncertain; readonly sigmas: number }>,
): readonly FlaggedEntry[] {
  const state = cartridgeOf(book, cartridgeId);
  if (!state) return [];
  const found: FlaggedEntry[] = [];
  for (const closed of listOf(state.closed)) {
    if (closed.end !== 'weighed') continue;
    // Where nothing was drawn nothing was foretold.
    const record = closed.draws.length > 0 ? records.get(closed.factId) : undefined;
    const flag = flagOf(closed, record);
    if (flag)
      found.push({
        factId: closed.factId,
        at: closed.at,
        flag,
        ml: Math.abs(closed.used.value),
        foretoldMl: record?.foretold.value ?? null,
      });
  }
  const off = openWalk(book, cartridgeId, at)?.contradiction;
  if (off)
    found.push({
      factId: off.factId,
      at: off.at,
      flag: 'contradicts',
      ml: off.foundMl,
      foretoldMl: off.expectedMl,
    });
  return found;
}

function flagOf(
  closed: Extract<Closed, { end: 'weighed' }>,
  record: { readonly sigmas: number } | undefined,
): LifeFlag | null {
  let gain: Flow | null = null;
  for (const flow of closed.flows)
    if (flow.cause === 'leaked') return 'leak';
    else if (flow.cause === 'unexplained') gain ??= flow;
  if (gain && gain.ml < -Math.max(LEAST_ML, 3 * closed.used.u)) return 'heavier';
  return record && Math.abs(record.sigmas) > SURPRISE_SIGMA ? 'surprise' : null;
}

/** A chain that ended without a weighing at both ends, by today's models. */
function pointsOf(
  book: Book,
  cartridgeId: string,
  closed: Exclude<Closed, { end: 'weighed' }>,
): readonly LifePoint[] {
  const body = bodyOf(book.context, cartridgeId)!;
  const density = densityOfMixes(book.context, body, closed.start.mixes);
  const { points } = walk({
    start: closed.start,
    happenings: closed.happenings,
    timelineOf: (id) => timelineIn(book.context, book.state, id),
    foretell: foretellBy(book, cartridgeId),
    bareLot: bareLot(book.context, cartridgeId),
    densityU: density.u / density.value,
  });
  return [
    ...(isKnown(closed.start.belief) ? points : []),
    {
      factId: closed.factId,
      at: closed.at,
      ml: closed.ml,
      u: Math.hypot(closed.u, (closed.ml * density.u) / density.value),
      source: 'weighed',
      massG: closed.massG,
      gauge: null,
    },
  ];
}

/** All intervals of use that a printer's weigh-ins closed. */
export function intervalsOf(book: Book, printerId: string): readonly UseInterval[] {
  return [...(book.state.printers.get(printerId)?.slots.values() ?? [])].flatMap((slot) =>
    listOf(slot.intervals),
  );
}
