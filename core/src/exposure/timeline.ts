import { firstFrom } from '../numeric';
import { msOf, DAY_MS } from '../time';
import type { CleaningLevel } from '../workbook';
import { NO_EXPOSURE, type Exposure, type SubjectArea } from './exposure';
import { type Log } from './log';

/** So many prints of one picture. */
interface Job {
  readonly at: string;
  readonly subjectId: string;
  readonly dm2: number;
  readonly copies: number;
  readonly widthMm: number;
  readonly heightMm: number;
  /** Channels that print nothing on its paper; absent: all print. */
  readonly spares?: readonly string[];
}

/** One thing that drew ink from a printer's channels, at its time. */
export type Drawing =
  | (Job & { readonly type: 'job' })
  | (Job & {
      readonly type: 'image';
      /** ml/dm² by slot, from the picture itself. */
      readonly demand: ReadonlyMap<string, number>;
    })
  | {
      readonly type: 'cleaning';
      readonly at: string;
      readonly level: CleaningLevel;
      /** Only these channels; null: all. */
      readonly slotIds: readonly string[] | null;
    }
  | { readonly type: 'change'; readonly at: string }
  /** Of two blacks on one line this one took over: what stood in the line was purged with its ink. */
  | { readonly type: 'switch'; readonly at: string; readonly slotId: string };

/** All that drew ink from a printer, in order of time; a place in it says how far a cartridge has come along. */
export interface Timeline extends Log<Drawing> {
  /** How the printer cleans by itself; absent: never. */
  readonly byItself?: ByItself | undefined;
}

/** Cleanings by itself: each time that so many days went by since anything was drawn, and within a job after so many sheets of it. */
export interface ByItself {
  readonly afterDays: number | null;
  readonly everySheets: number | null;
  readonly level: CleaningLevel;
}

/** How often a printer cleans by itself within a job of so many sheets. */
export const cleaningsWithin = (copies: number, everySheets: number | null): number =>
  everySheets !== null && everySheets > 0 ? Math.floor(copies / everySheets) : 0;

/** A stay of a cartridge in a slot, from one place of the printer's timeline to another. */
export interface Stretch {
  readonly printerId: string;
  readonly slotId: string;
  readonly fromPosition: number;
  readonly toPosition: number;
  readonly from: string;
  readonly to: string;
}

/** Whole sets are weighed together: their channels share what lies between, until the timeline grows. */
const shared = new WeakMap<readonly Drawing[], Map<number | string, Exposure>>();
/** No timeline is longer than this. */
const MOST = 2 ** 26;

/**
 * What a channel went through during a stretch.
 *
 * @param timeline of the printer
 * @param stretch from and to: places in the timeline and UTC instants
 */
export function exposureDuring(timeline: Timeline, stretch: Omit<Stretch, 'printerId'>): Exposure {
  const { fromPosition, toPosition, slotId } = stretch;
  const { byItself } = timeline;
  const drawn = drawnBetween(timeline, fromPosition, Math.min(toPosition, timeline.length), slotId);
  const idleDays = Math.max(0, (msOf(stretch.to) - msOf(stretch.from)) / DAY_MS);
  const own = byItself ? atRest(timeline, byItself, stretch) + inJobs(timeline, byItself, stretch) : 0;
  if (byItself && own > 0) return { ...drawn, idleDays, [byItself.level]: drawn[byItself.level] + own };
  if (idleDays === 0) return drawn;
  // Written out: this is done at every weighing, and a spread is slow.
  const { areas, imageMl, imageSquares, light, deep, group, recharge, change, switched } = drawn;
  return { areas, imageMl, imageSquares, light, deep, group, recharge, change, switched, idleDays };
}

/** How often the printer cleaned by itself in the midst of the jobs of a stretch. */
function inJobs(
  { items, length }: Timeline,
  { everySheets }: ByItself,
  { fromPosition, toPosition }: Omit<Stretch, 'printerId'>,
): number {
  if (everySheets === null) return 0;
  let count = 0;
  for (const event of items.slice(fromPosition, Math.min(toPosition, length)))
    if (event.type === 'job' || event.type === 'image') count += cleaningsWithin(event.copies, everySheets);
  return count;
}

/** How often it did so while it stood: after so many days, and again after as many. */
function atRest(
  { items, length }: Timeline,
  { afterDays }: ByItself,
  { from, to, fromPosition, toPosition }: Omit<Stretch, 'printerId'>,
): number {
  if (afterDays === null || !(afterDays > 0) || from === to) return 0;
  const every = afterDays * DAY_MS;
  const [begin, end] = [msOf(from), msOf(to)];
  const before = items[fromPosition - 1];
  let count = 0;
  let since = before ? msOf(before.at) : begin;
  const used = items.slice(fromPosition, Math.min(toPosition, length)).map(({ at }) => msOf(at));
  for (const next of [...used, end]) {
    // Those at begin + k·every that lie within this gap, after the stretch began.
    if (next > since)
      count += Math.floor((next - since) / every) - Math.max(0, Math.floor((begin - since) / every));
    since = Math.max(since, next);
  }
  return Math.max(0, count);
}

function drawnBetween(timeline: Timeline, from: number, to: number, slotId: string): Exposure {
  if (from >= to) return NO_EXPOSURE;
  let known = shared.get(timeline.items);
  if (!known) shared.set(timeline.items, (known = new Map<number | string, Exposure>()));
  const common = known.get(from * MOST + to);
  if (common) return common;
  const own = timeline.items
    .slice(from, to)
    .some(
      (event) =>
        event.type === 'image' ||
        event.type === 'switch' ||
        (event.type === 'cleaning' && event.slotIds !== null) ||
        (event.type === 'job' && event.spares !== undefined),
    );
  const key = own ? `${from} ${to} ${slotId}` : from * MOST + to;
  const found = known.get(key);
  if (found) return found;
  const exposure = sumUp(timeline, from, to, slotId);
  if (known.size > 64) known.clear();
  known.set(key, exposure);
  return exposure;
}

function sumUp(timeline: Timeline, from: number, to: number, slotId: string): Exposure {
  const areas = new Map<string, { dm2: number; squares: number }>();
  const sum = {
    imageMl: 0,
    imageSquares: 0,
    light: 0,
    deep: 0,
    group: 0,
    recharge: 0,
    change: 0,
    switched: 0,
  };
  for (const event of timeline.items.slice(from, to)) {
    switch (event.type) {
      case 'job': {
        if (event.spares?.includes(slotId)) break;
        const area = areas.get(event.subjectId);
        if (area) {
          area.dm2 += event.dm2;
          area.squares += event.dm2 * event.dm2;
        } else areas.set(event.subjectId, { dm2: event.dm2, squares: event.dm2 * event.dm2 });
        break;
      }
      case 'image': {
        const ml = event.dm2 * (event.demand.get(slotId) ?? 0);
        sum.imageMl += ml;
        sum.imageSquares += ml * ml;
        break;
      }
      case 'cleaning':
        if (event.slotIds === null || event.slotIds.includes(slotId)) sum[event.level] += 1;
        break;
      case 'change':
        sum.change += 1;
        break;
      case 'switch':
        if (event.slotId === slotId) sum.switched += 1;
        break;
    }
  }
  const sorted: SubjectArea[] = [];
  for (const [subjectId, { dm2, squares }] of areas) sorted.push({ subjectId, dm2, squares });
  if (sorted.length > 1) sorted.sort((a, b) => (a.subjectId < b.subjectId ? -1 : 1));
  return {
    areas: sorted,
    imageMl: sum.imageMl,
    imageSquares: sum.imageSquares,
    light: sum.light,
    deep: sum.deep,
    group: sum.group,
    recharge: sum.recharge,
    change: sum.change,
    switched: sum.switched,
    idleDays: 0,
  };
}

/**
 * The place in a timeline at an instant: the number of drawings before it.
 *
 * @param at UTC instant; what happened at that very instant lies behind it
 */
export const positionAt = ({ items, length }: Timeline, at: string): number =>
  firstFrom(items, (item) => item.at < at, length);

/**
 * The part of a stretch that lies within a period; null when none does.
 *
 * @param from and to UTC instants; the start belongs to the period, the end does not
 */
export function clipStretch(timeline: Timeline, stretch: Stretch, from: string, to: string): Stretch | null {
  if (stretch.from >= from && stretch.to < to) return stretch;
  if (stretch.to < from || stretch.from >= to) return null;
  const clamp = (position: number): number =>
    Math.min(stretch.toPosition, Math.max(stretch.fromPosition, position));
  return {
    ...stretch,
    fromPosition: stretch.from >= from ? stretch.fromPosition : clamp(positionAt(timeline, from)),
    toPosition: stretch.to < to ? stretch.toPosition : clamp(positionAt(timeline, to)),
    from: stretch.from > from ? stretch.from : from,
    to: stretch.to < to ? stretch.to : to,
  };
}
