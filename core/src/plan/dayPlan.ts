import { DAY_MS } from '../time';
import { plannedJobs, find, routineDraw, type Book, type PlannedJob } from '../ledger';
import type { Uncertain } from '../quantity';
import type { Printer } from '../workbook';
import { canPrint, LIKELY, type JobChannel, type JobForecast } from './canPrint';
import { slotView, type NotKnown } from '../advice';
import { jobOfPlanned } from './jobOfPlanned';
import { rotationOf } from './rotation';

export interface TopUp {
  readonly slotId: string;
  readonly name: string;
  readonly cartridgeId: string;
  /** From what will be in it by then to its target, ml. */
  readonly ml: number;
}

/** What is printed without the printer being opened. */
export interface Sitting {
  /** Before it; empty: nothing. */
  readonly topUps: readonly TopUp[];
  readonly jobs: readonly { readonly planned: PlannedJob; readonly copies: number }[];
  /** That any channel comes to its reserve in it. */
  readonly probability: number;
  /** The channel that comes nearest to its reserve. */
  readonly decides: JobChannel | null;
}

export interface DayPlan {
  readonly jobs: readonly PlannedJob[];
  /** All that waits, printed at one go with the ink that is there. */
  readonly whole: JobForecast;
  /** In this order; empty where nothing can be said. */
  readonly sittings: readonly Sitting[];
  readonly notKnown: { readonly name: string; readonly why: NotKnown } | null;
  /** Copies that come after the last sitting that is told: a plan so long is made anew before it ends. */
  readonly later: number;
  /** A job of which not one copy is safe even with every cartridge full. */
  readonly tooLarge: PlannedJob | null;
  /** The one cartridge that stands in the way of all, where it is one alone; and the risk that is left with it topped up. */
  readonly stopper: {
    readonly slotId: string;
    readonly name: string;
    readonly probability: number;
    readonly withoutIt: number;
  } | null;
  /** Several changes against the other set at one go; null: at most one is to be changed. */
  readonly rotate: {
    readonly ready: boolean;
    readonly changes: number;
    /** Drawn from all channels by so many changes, and by one, ml. */
    readonly changesMl: number;
    readonly onceMl: number;
  } | null;
  /** What printing at one go saves against each on its own day: cleanings after idleness. */
  readonly saved: { readonly cleanings: number; readonly ml: number };
}

interface Part {
  readonly planned: PlannedJob;
  readonly copies: number;
}

/** More are not told: by then much of it will have come otherwise. */
const MOST_SITTINGS = 12;
/** A cartridge that was filled to its target is known to about so much, ml. */
const FILLED_U = 0.4;

/**
 * How the jobs that wait are best printed: in which order, in how few sittings, what to top up before each, whether one
 * cartridge alone is in the way, and whether the other set should go in first.
 *
 * @param at UTC instant
 * @returns undefined when there is no such printer
 */
export function dayPlan(book: Book, printerId: string, at: string): DayPlan | undefined {
  const printer = find(book.context, 'printer', printerId);
  if (!printer) return undefined;
  const ask = (parts: readonly Part[], inkOf?: ReadonlyMap<string, Uncertain>): JobForecast =>
    canPrint(
      book,
      printerId,
      parts.map(({ planned, copies }) => jobOfPlanned(planned, copies)),
      at,
      inkOf,
    );
  const jobs = plannedJobs(book, printerId);
  const all = jobs.map((planned): Part => ({ planned, copies: planned.rest }));
  const whole = ask(all);
  const unknown = whole.channels.find(({ notKnown }) => notKnown !== null);
  const none = {
    jobs,
    whole,
    sittings: [],
    later: 0,
    notKnown: null,
    tooLarge: null,
    stopper: null,
    rotate: null,
    saved: { cleanings: 0, ml: 0 },
  };
  if (unknown) return { ...none, notKnown: { name: unknown.name, why: unknown.notKnown! } };
  if (jobs.length === 0) return none;
  const targets = targetsOf(book, printer, at);
  const order = inOrder(all, ask, whole.first?.slotId ?? '');
  // The one that opens the printer less often; of two alike, the one that prints all without a break.
  const [filledFirst, asItIs] = [lay(order, ask, targets, true), lay(order, ask, targets, false)];
  const laid = trouble(filledFirst) <= trouble(asItIs) ? filledFirst : asItIs;
  return {
    ...none,
    ...laid,
    stopper: stopperOf(whole, all, ask, targets),
    rotate: rotateOf(book, printer, at, Math.max(0, ...laid.sittings.map(({ topUps }) => topUps.length))),
    saved: savedBy(book, printer, jobs, at),
  };
}

type Ask = (parts: readonly Part[], inkOf?: ReadonlyMap<string, Uncertain>) => JobForecast;
type Targets = ReadonlyMap<string, { readonly ml: number; readonly cartridgeId: string }>;

const isSafe = ({ probability, blocked }: JobForecast): boolean =>
  probability !== null && probability <= LIKELY && blocked.length === 0;

function targetsOf(book: Book, printer: Printer, at: string): Targets {
  const targets = new Map<string, { ml: number; cartridgeId: string }>();
  for (const slot of printer.slots) {
    const view = slotView(book, printer.id, slot.id, at)?.cartridge;
    if (view) targets.set(slot.id, { ml: view.targetMl, cartridgeId: view.body.cartridge.id });
  }
  return targets;
}

/** The soonest wanted first; of one day those on one paper together, and first what spares the channel that decides. */
function inOrder(parts: readonly Part[], ask: Ask, deciding: string): Part[] {
  const takes = new Map(
    parts.map((part) => [
      part.planned.id,
      ask([part]).channels.find(({ slotId }) => slotId === deciding)?.use.value ?? 0,
    ]),
  );
  const day = ({ planned }: Part): string => planned.job.by?.slice(0, 10) ?? '9';
  const paper = ({ planned }: Part): string => planned.job.paperId ?? '';
  return [...parts].sort(
    (a, b) =>
      compare(day(a), day(b)) ||
      compare(paper(a), paper(b)) ||
      takes.get(a.planned.id)! - takes.get(b.planned.id)!,
  );
}

const compare = (a: string, b: string): number => (a < b ? -1 : a > b ? 1 : 0);

interface Laid {
  readonly sittings: readonly Sitting[];
  readonly later: number;
  readonly tooLarge: PlannedJob | null;
}

/** Sitting by sitting: as much as is safe, then what the rest needs is topped up. */
function lay(order: readonly Part[], ask: Ask, targets: Targets, fillFirst: boolean): Laid {
  const sittings: Sitting[] = [];
  let ink = new Map<string, Uncertain>();
  let rest = order;
  let topUps = fillFirst ? fill(rest, ask, targets, ink) : [];
  while (rest.length > 0 && sittings.length < MOST_SITTINGS) {
    for (const { slotId } of topUps) ink.set(slotId, { value: targets.get(slotId)!.ml, u: FILLED_U });
    const { taken, left } = sit(rest, ask, ink);
    if (taken.length > 0) {
      const told = ask(taken, ink);
      sittings.push({ topUps, jobs: taken, probability: told.probability ?? 1, decides: told.first });
      ink = new Map(told.channels.map((channel) => [channel.slotId, channel.left!]));
    }
    rest = left;
    if (rest.length === 0) break;
    const more = fill(rest, ask, targets, ink);
    // Nothing was printed and nothing more can be filled: this one does not fit into a full set.
    if (taken.length === 0 && (topUps.length > 0 || more.length === 0))
      return { sittings, later: 0, tooLarge: rest[0]!.planned };
    topUps = more;
  }
  return { sittings, later: rest.reduce((sum, { copies }) => sum + copies, 0), tooLarge: null };
}

/** As much of what waits as is safe with this ink; of the first that does not fit, the copies that do. */
function sit(
  parts: readonly Part[],
  ask: Ask,
  ink: ReadonlyMap<string, Uncertain>,
): { readonly taken: Part[]; readonly left: Part[] } {
  const taken: Part[] = [];
  const left: Part[] = [];
  for (const part of parts) {
    const told = ask([...taken, part], ink);
    if (isSafe(told)) taken.push(part);
    else {
      const some = left.length === 0 ? Math.min(told.safeCopies ?? 0, part.copies - 1) : 0;
      if (some > 0) taken.push({ ...part, copies: some });
      left.push({ ...part, copies: part.copies - Math.max(0, some) });
    }
  }
  return { taken, left };
}

/** What has to be topped up so that the rest is safe, as far as full cartridges go. */
function fill(
  parts: readonly Part[],
  ask: Ask,
  targets: Targets,
  ink: ReadonlyMap<string, Uncertain>,
): TopUp[] {
  const told = ask(parts, ink);
  if (isSafe(told)) return [];
  const room = (channel: JobChannel): number => {
    const holds = channel.left!.value + channel.use.value;
    return (targets.get(channel.slotId)?.ml ?? 0) - holds;
  };
  const blocked = new Set(told.blocked.map(({ slotId }) => slotId));
  const short = told.channels.filter(
    (channel) => (channel.topUpMl > 0 || blocked.has(channel.slotId)) && room(channel) > 0.5,
  );
  // Each alone stays above, and yet one of them may not: the likeliest then.
  const chosen = short.length > 0 ? short : told.channels.filter((c) => c === told.first && room(c) > 0.5);
  return chosen.map((channel) => ({
    slotId: channel.slotId,
    name: channel.name,
    cartridgeId: targets.get(channel.slotId)!.cartridgeId,
    ml: room(channel),
  }));
}

/** Openings of the printer for topping up; worse than any is what cannot be printed at all. */
const trouble = ({ sittings, tooLarge }: Laid): number =>
  (tooLarge ? 2 * MOST_SITTINGS : 0) + sittings.filter(({ topUps }) => topUps.length > 0).length;

function stopperOf(whole: JobForecast, all: readonly Part[], ask: Ask, targets: Targets): DayPlan['stopper'] {
  if (isSafe(whole) || !whole.first) return null;
  const slotId = whole.blocked[0]?.slotId ?? whole.first.slotId;
  const target = targets.get(slotId);
  if (!target) return null;
  const without = ask(all, new Map([[slotId, { value: target.ml, u: FILLED_U }]]));
  return isSafe(without)
    ? {
        slotId,
        name: whole.channels.find((channel) => channel.slotId === slotId)!.name,
        probability: whole.probability!,
        withoutIt: without.probability!,
      }
    : null;
}

function rotateOf(book: Book, printer: Printer, at: string, changes: number): DayPlan['rotate'] {
  if (changes < 2) return null;
  const onceMl = routineDraw(book, printer.id, 'change').value;
  const pairs = rotationOf(book, printer.id, at)?.pairs ?? [];
  return {
    ready: pairs.every(({ into, problems }) => into !== null && problems.length === 0),
    changes,
    changesMl: changes * onceMl,
    onceMl,
  };
}

/** Days apart by more than the printer stays idle for cost a cleaning each; at one go they do not. */
function savedBy(book: Book, printer: Printer, jobs: readonly PlannedJob[], at: string): DayPlan['saved'] {
  const idle = printer.cleansAfterIdleDays;
  if (idle === null) return { cleanings: 0, ml: 0 };
  const days = [...new Set([at, ...jobs.flatMap(({ job }) => job.by ?? [])].map((day) => day.slice(0, 10)))];
  const cleanings = days
    .sort()
    .filter((day, i) => i > 0 && Date.parse(day) - Date.parse(days[i - 1]!) > idle * DAY_MS).length;
  const each = routineDraw(book, printer.id, printer.cleansAt).value;
  return { cleanings, ml: cleanings * each };
}
