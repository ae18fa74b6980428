import { firstFrom } from '../numeric';
import { atOnce } from '../quantity';
import { msOf } from '../time';
import { clipStretch, exposureDuring, listOf, type Stretch } from '../exposure';
import {
  bareLot,
  bodyOf,
  cartridgeOf,
  doubtsOfBlends,
  find,
  foretellBy,
  inkOfBottle,
  isKnown,
  lotsOf,
  mixOf,
  modelOf,
  openWalk,
  pricesOfBlends,
  slotFor,
  walk,
  withoutLot,
  type Book,
  type Closed,
  type Draw,
  type Flow,
  type Mix,
  type Seat,
  timelineIn,
} from '../ledger';
import { partsOfUse, type PrinterModel, type UsePart } from '../usage';
import type { Because, Slot } from '../workbook';
import { DRAWN, type Cause } from './causes';
import {
  Column,
  NO_DOUBT,
  wayOf,
  type AccountEntry,
  type DoubtOf,
  type InkDoubt,
  type PriceOf,
} from './Column';
import { Coverage } from './Coverage';
import { ALWAYS, printerMonths } from './printerMonths';

export interface ChannelAccount {
  readonly slotId: string;
  /** In its cartridges at the start of the period, filled in during it, and there at its end, ml. */
  readonly openingMl: number;
  readonly filledMl: number;
  /** Given back to bottles: neither used nor lost. */
  readonly returnedMl: number;
  /** Spilt from bottles (part of the entries): it never was in a cartridge. */
  readonly spiltBesideMl: number;
  readonly onHandMl: number;
  /** Drawn by the printer: printed, cleaned, changes, idle, and what nobody logged. */
  readonly drawnMl: number;
  /** Standard uncertainty of what was drawn by the scale and the syringe alone: apart from densities, which channels share. */
  readonly drawnOwnU: number;
  /** Standard uncertainty of what is on hand, by all but densities. */
  readonly onHandU: number;
  readonly entries: readonly AccountEntry[];
  /** What densities put in doubt of all of them, ml: what it shares with other channels, and what is its own. */
  readonly doubt: InkDoubt;
}

export interface InkAccount {
  readonly printerId: string;
  /** UTC instants; the start belongs to the period, its end does not. */
  readonly from: string;
  readonly to: string;
  readonly channels: readonly ChannelAccount[];
  /** Whatever the period. */
  readonly coverage: Pick<Coverage, 'has' | 'hasOf' | 'hasGaps'>;
}

/**
 * Where every ml of a printer's ink went in a period: each ml that was in its cartridges, or came out of a bottle for them,
 * ends in exactly one place or is still there. What the printer drew is known by evidence at the ends of each interval; its
 * parts (by subject, cleaning, change, idle day) follow the learnt use. Cost, balance, report and screens all read this.
 *
 * @param from and to: UTC instants, `to` not before the last fact for an account to date
 * @returns undefined when there is no such printer
 */
export function inkAccount(book: Book, printerId: string, from: string, to: string): InkAccount | undefined {
  return inkAccounts(book, printerId, [from, to])?.[0];
}

/**
 * The accounts of consecutive periods in one go.
 *
 * @param edges UTC instants in order, at least two: the periods lie between them
 */
export function inkAccounts(
  book: Book,
  printerId: string,
  edges: readonly string[],
): readonly InkAccount[] | undefined {
  return atOnce(inkAccountsInSlices(book, printerId, edges));
}

/**
 * The same, slice by slice: whoever iterates may pause in between. What was written is kept, and `inkAccounts` finds it, for any
 * periods between its instants.
 */
export function* inkAccountsInSlices(
  book: Book,
  printerId: string,
  edges: readonly string[],
): Generator<void, readonly InkAccount[] | undefined, void> {
  const printer = find(book.context, 'printer', printerId);
  const model = modelOf(book, printerId);
  if (!printer || !model || edges.length < 2) return undefined;
  const slotIds = printer.slots.map((slot) => slot.id);
  const known = keptSheet(book, printerId, edges);
  if (known) return known.accounts(slotIds, edges);
  // From the beginning it is written by months: whoever asks next asks for those.
  const to = edges.at(-1)!;
  const months = (edges[0] === ALWAYS ? printerMonths(book, printerId, ALWAYS, to) : null) ?? [];
  const written = new Set([...edges, ...months.filter((edge) => edge < to)]);
  const sheet = new Sheet(book, printerId, model, [...written].sort());
  for (const cartridgeId of cartridgesOf(book)) {
    sheet.takeCartridge(cartridgeId);
    yield;
  }
  sheet.takeBottles();
  keep(book, sheet);
  return sheet.accounts(slotIds, edges);
}

/** Cost, balance and report ask for periods of the same account: it is written once for each state, and read by its edges. */
const kept = new WeakMap<Book['state'], { readonly context: Book['context']; readonly sheets: Sheet[] }>();
const MOST_KEPT = 12;

function keptSheet(book: Book, printerId: string, edges: readonly string[]): Sheet | undefined {
  const mine = kept.get(book.state);
  return mine?.context === book.context
    ? mine.sheets.find((sheet) => sheet.printerId === printerId && sheet.holds(edges))
    : undefined;
}

function keep(book: Book, sheet: Sheet): void {
  if (book.live) return;
  let mine = kept.get(book.state);
  if (mine?.context !== book.context) kept.set(book.state, (mine = { context: book.context, sheets: [] }));
  if (mine.sheets.length >= MOST_KEPT) mine.sheets.shift();
  mine.sheets.push(sheet);
}

const cartridgesOf = (book: Book): string[] =>
  [...book.context.entities.values()].flatMap((entity) => (entity.entity === 'cartridge' ? [entity.id] : []));

/** The account while it is written: a column for each slot and period, and one for all that came before. */
class Sheet {
  /** By slot id, then by period; the first is what came before the first edge. */
  private readonly columns = new Map<string, Column[]>();
  /** By their two instants. */
  private readonly written = new Map<string, InkAccount>();
  private readonly coverage: Coverage;
  private readonly ends = new Map<string, { massVar: number; inkVar: number }>();
  /** The edges, with the beginning and the end of all time. */
  private readonly bounds: readonly string[];
  private lastPeriod = 0;
  private readonly slots: ReadonlyMap<string, Slot>;

  constructor(
    private readonly book: Book,
    readonly printerId: string,
    private readonly model: PrinterModel,
    private readonly edges: readonly string[],
  ) {
    const slots = find(book.context, 'printer', printerId)?.slots ?? [];
    this.slots = new Map(slots.map((slot) => [slot.id, slot]));
    this.coverage = new Coverage(book.state.printers.get(printerId)?.timeline.length ?? 0);
    this.bounds = [ALWAYS, ...edges, '9999-12-31T00:00:00.000Z'];
  }

  takeCartridge(cartridgeId: string): void {
    const { book } = this;
    const state = cartridgeOf(book, cartridgeId);
    const body = bodyOf(book.context, cartridgeId);
    if (!state || !body) return;
    const home = slotFor(book.context, body.cartridge);
    // Most cartridges belong to another printer, and never stood in this one.
    if (home?.printer.id !== this.printerId && !state.printerIds.includes(this.printerId)) return;
    const seat: Seat | null = home ? { printerId: home.printer.id, slotId: home.slot.id } : null;
    for (const closed of listOf(state.closed)) this.takeClosed(cartridgeId, closed, seat);
    const at = this.edges.at(-1)!;
    const open = openWalk(book, cartridgeId, at > state.known.at ? at : state.known.at);
    if (!open) return;
    const place = state.seat ?? state.lastSeat ?? seat;
    if (state.closed.length === 0 && isKnown(state.known.belief) && state.known.belief.ml > 0)
      this.takeFlow(
        startOf(state.known.belief.ml, state.known.mixes, bareLot(book.context, cartridgeId)),
        place,
      );
    // What was never weighed has no ink on the books, so nothing may be taken from it either.
    const known = isKnown(open.belief);
    if (known && !isKnown(state.known.belief)) {
      // The first evidence says what is there now: what was there before follows from what it did since.
      const before = open.belief.ml - open.handMl + open.draws.reduce((sum, draw) => sum + draw.ml, 0);
      const lot = bareLot(book.context, cartridgeId);
      this.takeFlow(startOf(before, spreadOver(state.known.mixes, before, lot), lot), place);
    }
    for (const flow of open.flows) if (known || flow.cause === 'filled') this.takeFlow(flow, place);
    if (known) this.takeDraws(cartridgeId, open.draws, null, open.beyondMl);
    if (known && place && place.printerId === this.printerId) {
      const end = this.endOf(place.slotId);
      end.inkVar += open.belief.inkVar;
      end.massVar += Math.max(0, open.belief.inkVar + open.belief.tareVar + 2 * open.belief.cov);
    }
  }

  takeBottles(): void {
    for (const [bottleId, bottle] of this.book.state.bottles) {
      const { blend } = mixOf(bottleId, 1);
      for (const loss of listOf(bottle.lost)) {
        const seats = loss.seat ? [loss.seat] : seatsFor(this.book, bottleId, loss.cartridgeId);
        for (const seat of seats)
          if (seat.printerId === this.printerId)
            this.column(seat.slotId, loss.at).addBeside(wayOf(loss.cause), loss.ml / seats.length, blend);
      }
    }
  }

  /** Does it answer for periods between these instants? What is open was walked up to its own end. */
  holds(edges: readonly string[]): boolean {
    return edges.at(-1) === this.edges.at(-1) && edges.every((edge) => this.bounds.includes(edge));
  }

  /** @param edges of the periods asked for: each one of its own, or the beginning of all time */
  accounts(slotIds: readonly string[], edges: readonly string[]): InkAccount[] {
    return edges.slice(1).map((to, i) => this.account(slotIds, edges[i] ?? to, to));
  }

  private account(slotIds: readonly string[], from: string, to: string): InkAccount {
    const key = from + to;
    let account = this.written.get(key);
    if (!account) {
      // Column i lies between the bounds i and i + 1.
      const first = this.bounds.indexOf(from);
      const behind = this.bounds.indexOf(to);
      const channels = slotIds.map((slotId) => this.channel(slotId, first, behind));
      const { printerId, coverage } = this;
      this.written.set(key, (account = { printerId, from, to, channels, coverage }));
    }
    return account;
  }

  private channel(slotId: string, first: number, behind: number): ChannelAccount {
    const columns = this.columns.get(slotId) ?? [];
    let openingMl = 0;
    for (let i = 0; i < first; i++) openingMl += columns[i]?.netMl ?? 0;
    const mine = Column.together(slotId, columns.slice(first, behind));
    const entries = mine.entries();
    let drawnMl = 0;
    for (const { cause, ml } of entries) if (DRAWN.has(cause)) drawnMl += ml;
    const end = this.ends.get(slotId);
    return {
      slotId,
      // What was there when the workbook first knew counts as an opening, whenever that was.
      openingMl: openingMl + mine.startedMl,
      filledMl: mine.filledMl,
      returnedMl: mine.returnedMl,
      spiltBesideMl: mine.spiltBesideMl,
      onHandMl: openingMl + mine.netMl,
      drawnMl,
      drawnOwnU: Math.sqrt(mine.handVar + (end?.massVar ?? 0)),
      onHandU: Math.sqrt(end?.inkVar ?? 0),
      entries,
      doubt: mine.doubt,
    };
  }

  private takeClosed(cartridgeId: string, closed: Closed, home: Seat | null): void {
    if (closed.end === 'weighed') {
      for (const flow of closed.flows) this.takeFlow(flow, home);
      this.takeDraws(cartridgeId, closed.draws, closed, 0);
      return;
    }
    // Not weighed at both ends: how much was drawn is what the models say today.
    const knew = isKnown(closed.start.belief);
    const lot = bareLot(this.book.context, cartridgeId);
    const walkFrom = (ml: number) =>
      walk({
        start:
          closed.end === 'emptied'
            ? closed.start
            : {
                ...closed.start,
                belief: { ...closed.start.belief, ml, inkVar: 0.01, cov: 0 },
                mixes: ml > 0 ? spreadOver(closed.start.mixes, ml, lot) : closed.start.mixes,
              },
        happenings: closed.happenings,
        timelineOf: (id) => timelineIn(this.book.context, this.book.state, id),
        foretell: foretellBy(this.book, cartridgeId),
        bareLot: lot,
        densityU: 0,
        reckonedBack: closed.end === 'found',
      });
    const first = walkFrom(0);
    const startMl = Math.max(0, closed.ml - first.handMl + first.foretoldMl);
    const walked = closed.end === 'found' ? walkFrom(startMl) : first;
    const seat = last(closed.happenings.flatMap((h) => (h.type === 'stay' ? [h] : []))) ?? home;
    if (closed.end === 'found')
      this.takeFlow(startOf(startMl, spreadOver(closed.start.mixes, startMl, lot), lot), seat);
    else if (knew && closed.start.at === '' && closed.start.belief.ml > 0)
      this.takeFlow(startOf(closed.start.belief.ml, closed.start.mixes, lot), seat);
    if (closed.end === 'emptied' && !knew) return;
    for (const flow of walked.flows) this.takeFlow(flow, seat);
    this.takeDraws(cartridgeId, walked.draws, null, walked.beyondMl);
    const left = walked.belief.ml - (closed.end === 'found' ? closed.ml : 0);
    const lots = lotsOf(walked.mixes, left, lot);
    if (Math.abs(left) > 1e-9)
      this.takeFlow(
        {
          at: closed.at,
          factId: closed.factId,
          seat: null,
          cause: closed.end === 'emptied' ? 'flushed' : 'unexplained',
          ml: left,
          variance: 0,
          lots,
          toBottle: null,
        },
        seat,
      );
  }

  private takeFlow(flow: Flow, home: Seat | null): void {
    const seat = flow.seat ?? home;
    if (!seat || seat.printerId !== this.printerId) return;
    const lots = withoutLot(flow.lots, 'flush');
    const ink = lots.ml;
    const column = this.column(seat.slotId, flow.at);
    if (flow.cause === 'start') {
      column.startedMl += ink;
      column.handVar += flow.variance;
      return;
    }
    if (flow.cause === 'filled') {
      column.filledMl += ink;
      column.handVar += flow.variance;
      return;
    }
    column.handVar += flow.variance;
    if (flow.toBottle !== null) {
      column.returnedMl += ink;
      return;
    }
    column.add(wayOf(flow.cause), ink, lots.blend);
  }

  /** Splits what was drawn at the edges of periods and by cause, as the learnt use says. */
  private takeDraws(
    cartridgeId: string,
    draws: readonly Draw[],
    closed: Extract<Closed, { end: 'weighed' }> | null,
    beyondMl: number,
  ): void {
    if (!draws.some(({ stretch }) => stretch.printerId === this.printerId)) return;
    const timeline = timelineIn(this.book.context, this.book.state, this.printerId);
    if (!timeline) return;
    let drawnMl = 0;
    for (const { ml } of draws) drawnMl += ml;
    const extra = closed ? extraOf(this.model, draws, closed) : null;
    for (const { stretch, exposure, ml, blend } of draws) {
      if (stretch.printerId !== this.printerId) continue;
      this.coverage.add(stretch.slotId, stretch.fromPosition, stretch.toPosition);
      const whole = this.parts(cartridgeId, stretch, exposure);
      const told = mlOf(whole);
      // What nobody logged is drawn beside what the log explains, in the same measure over the stay.
      const share = drawnMl > 1e-12 ? ml / drawnMl : 1 / draws.length;
      // While nothing was printed, no more than standing there may well take is laid on it: the rest stays unexplained.
      const idle = exposure.areas.length === 0 && exposure.imageMl === 0;
      const beyond = extra
        ? Math.max(0, ml - told)
        : Math.max(idle ? ml - MOST_IDLE * told : 0, Math.max(0, beyondMl) * share);
      const logged = ml - beyond;
      const scale = told > 1e-12 ? logged / told : 0;
      for (const { at, piece, part } of this.pieces(stretch)) {
        const parts =
          piece === stretch ? whole : this.parts(cartridgeId, piece, exposureDuring(timeline, piece));
        const column = this.column(stretch.slotId, at);
        for (const one of parts) column.add(one, one.ml * scale, blend);
        const rest =
          told > 1e-12
            ? (beyond * (piece === stretch ? told : mlOf(parts))) / told
            : (logged + beyond) * part;
        if (Math.abs(rest) > 1e-12)
          column.add(wayOf(extra ?? (beyondMl > 0 ? 'notLogged' : 'unexplained')), rest, blend);
      }
    }
  }

  private parts(cartridgeId: string, stretch: Stretch, exposure: Draw['exposure']): UsePart[] {
    return partsOfUse(this.model, stretch.slotId, exposure, { cartridgeId, at: stretch.to });
  }

  /** The stretch cut at the edges of the periods, each piece with its share of the time. */
  private pieces(stretch: Stretch): { at: string; piece: Stretch; part: number }[] {
    const timeline = this.book.state.printers.get(this.printerId)!.timeline;
    const { bounds } = this;
    const first = this.periodOf(stretch.from);
    // Most lie within one period.
    if (stretch.to < (bounds[first + 1] ?? '')) return [{ at: stretch.from, piece: stretch, part: 1 }];
    const span = Math.max(1, msOf(stretch.to) - msOf(stretch.from));
    return bounds.slice(first + 1).flatMap((to, i) => {
      const from = bounds[first + i];
      const piece =
        from !== undefined && from <= stretch.to ? clipStretch(timeline, stretch, from, to) : null;
      return piece ? [{ at: piece.from, piece, part: (msOf(piece.to) - msOf(piece.from)) / span }] : [];
    });
  }

  private column(slotId: string, at: string): Column {
    let columns = this.columns.get(slotId);
    if (!columns) {
      columns = this.newColumns(slotId);
      this.columns.set(slotId, columns);
    }
    // Behind the last edge lies what is not asked for.
    return columns[this.periodOf(at)]!;
  }

  private newColumns(slotId: string): Column[] {
    const { context } = this.book;
    const slot = this.slots.get(slotId);
    // Of a slot that the printer has no more nobody asks.
    const priceOf: PriceOf = slot ? pricesOfBlends(context, slot) : () => null;
    const doubtOf: DoubtOf = slot ? doubtsOfBlends(context, slot) : () => NO_DOUBT;
    return Array.from({ length: this.edges.length + 1 }, () => new Column(slotId, priceOf, doubtOf));
  }

  /** In which period an instant lies: 0 before the first edge, as many as there are edges behind the last. */
  private periodOf(at: string): number {
    const { bounds, lastPeriod } = this;
    // A cartridge's life is gone through in order of time: it is mostly the one that was asked for last.
    const from = bounds[lastPeriod];
    const to = bounds[lastPeriod + 1];
    if (from !== undefined && to !== undefined && from <= at && at < to) return lastPeriod;
    return (this.lastPeriod = firstFrom(this.edges, (edge) => edge <= at));
  }

  private endOf(slotId: string): { massVar: number; inkVar: number } {
    let end = this.ends.get(slotId);
    if (!end) this.ends.set(slotId, (end = { massVar: 0, inkVar: 0 }));
    return end;
  }
}

const mlOf = (parts: readonly UsePart[]): number => {
  let sum = 0;
  for (const { ml } of parts) sum += ml;
  return sum;
};

const last = <T>(list: readonly T[]): T | undefined => list[list.length - 1];

function startOf(ml: number, mixes: readonly Mix[], lot: string): Flow {
  return {
    at: ALWAYS,
    factId: null,
    seat: null,
    cause: 'start',
    ml,
    variance: 0,
    lots: lotsOf(mixes, ml, lot),
    toBottle: null,
  };
}

const spreadOver = (mixes: readonly Mix[], ml: number, lot: string): readonly Mix[] =>
  mixes.map((mix) => (mix.ml > 0 ? mix : mixOf(lot, ml / mixes.length)));

/** The cause of what an interval drew beyond its forecast, where that was explained or is plainly wrong; else null. */
function extraOf(
  model: PrinterModel,
  draws: readonly Draw[],
  closed: Extract<Closed, { end: 'weighed' }>,
): Cause | null {
  const because = closed.because;
  if (because !== null) return EXTRA[because];
  return draws.length > 0 && plainlyMore(model).has(closed.factId) ? 'notLogged' : null;
}

const known = new WeakMap<PrinterModel, ReadonlySet<string>>();

/** The few weighings that showed so much more than was foretold that nothing was learnt from them. */
function plainlyMore(model: PrinterModel): ReadonlySet<string> {
  let found = known.get(model);
  if (!found) {
    const more = model.records.filter(
      ({ leftOut, used, foretold }) => leftOut && used.value > foretold.value,
    );
    known.set(model, (found = new Set(more.map(({ factId }) => factId))));
  }
  return found;
}

/** Standing, cleaning and changing take at most so many times what was foretold of them. */
const MOST_IDLE = 3;

const EXTRA: Record<Because, Cause | null> = {
  notLogged: 'notLogged',
  leaked: 'leaked',
  spilt: 'spilt',
  evaporated: 'leaked',
  drawsMore: null,
  misread: null,
  otherCartridge: null,
  unknown: 'unexplained',
};

/** The channels that a bottle's ink is for, when nobody said for which cartridge it was lost. */
function seatsFor(book: Book, bottleId: string, cartridgeId: string | null): Seat[] {
  const body = cartridgeId ? bodyOf(book.context, cartridgeId) : undefined;
  const home = body && slotFor(book.context, body.cartridge);
  if (home) return [{ printerId: home.printer.id, slotId: home.slot.id }];
  const ink = inkOfBottle(book.context, bottleId);
  if (!ink) return [];
  return [...book.context.entities.values()].flatMap((entity) =>
    entity.entity === 'printer'
      ? entity.slots
          .filter((slot) => slot.shades.includes(ink.shade) && slot.inkClass === ink.inkClass)
          .map((slot) => ({ printerId: entity.id, slotId: slot.id }))
      : [],
  );
}
