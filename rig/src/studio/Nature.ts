import { DAY_MS } from '@hiraeth/core/time';
import {
  sparedBlacks,
  type Cartridge,
  type CartridgeType,
  type Ink,
  type Printer,
} from '@hiraeth/core/workbook';
import { makeChance, type Chance } from '../random';
import type { Journal } from './Journal';
import type { PrinterScenario, StudioScenario, Truth } from './scenario';

/** A cartridge as it really is. */
export interface Body {
  readonly cartridge: Cartridge;
  readonly type: CartridgeType;
  /** For each chamber. They are drawn from alike: a weight gives only their sum. */
  readonly inks: readonly Ink[];
  readonly slotId: string;
  readonly trueEmptyG: number;
  readonly trueRho: number;
  ml: number;
  /** What its chip counted since it was reset, ml. */
  counted: number;
  /** ml inside at the last weighing, plus what was added since: for the truth of intervals. */
  usedSince: number;
  fills: number;
  skipTopUp: boolean;
  /** A person who forgot cannot watch this one. */
  unwatched: boolean;
}

/** The truth while it grows. */
type Growing<T> = T extends readonly (infer E)[]
  ? Growing<E>[]
  : T extends object
    ? { -readonly [K in keyof T]: Growing<T[K]> }
    : T;

/** What printers, inks and cartridges really do, whoever looks. */
export class Nature {
  readonly bodies = new Map<string, Body>();
  /** By printer, then slot. */
  readonly installed = new Map<string, Map<string, Body>>();
  readonly truth: Growing<Omit<Truth, 'inkMl'>> = {
    intervals: [],
    drawnMl: {},
    printedMl: {},
    bySubjectMl: {},
    lostMl: {},
    ranDry: [],
    days: {},
  };
  /** Of the simulated period, from 0. */
  day = 0;
  /** What came later has its own chance, so that years of one seed stay what they were. */
  private readonly beside = makeChance(1_000_003);
  private readonly lastDrawn = new Map<string, number>();
  private readonly cleanedTimes = new Map<string, number>();
  private readonly rhos = new Map<string, number>();
  private readonly makerError: number;

  constructor(
    private readonly scenario: StudioScenario,
    readonly chance: Chance,
    private readonly journal: Journal,
  ) {
    this.makerError = chance.normal(0, 1);
  }

  /** What a weight of it would be on a scale without error, g. */
  massOf = (body: Body): number => body.trueEmptyG + body.ml * body.trueRho;

  /** An ink's real density, g/ml: one maker's figures err together. */
  rhoOf({ id, density }: Ink): number {
    const stated = density ?? { value: 1.06, u: 0.01 };
    let rho = this.rhos.get(id);
    if (rho === undefined) this.rhos.set(id, (rho = stated.value + this.makerError * stated.u));
    return rho;
  }

  /** Those that stand in a printer. */
  in = ({ id }: Printer): Map<string, Body> => this.installed.get(id)!;

  /** A printer begins to draw. */
  setUp(printer: Printer): void {
    this.truth.drawnMl[printer.id] = Object.fromEntries(printer.slots.map((slot) => [slot.id, 0]));
    this.installed.set(printer.id, new Map());
  }

  /** A day begins: what is inside is noted, and what evaporates at rest is gone. */
  beginDay(room: PrinterScenario): void {
    const { printer } = room;
    const here = this.in(printer);
    (this.truth.days[printer.id] ??= []).push({
      at: new Date(this.journal.now).toISOString(),
      inkMl: printer.slots.map(({ id }) => here.get(id)?.ml ?? 0),
      usedMl: printer.slots.map(() => 0),
      changedMl: printer.slots.map(() => 0),
      areaDm2: 0,
    });
    for (const body of here.values()) this.draw(room, body, room.trueDraws.idleDay);
    this.cleanByItself(room);
  }

  /** A printer that was told to does so each time that it stood for its days, to the minute: nobody logs that. */
  cleanByItself(room: PrinterScenario): void {
    const { id, cleansAfterIdleDays: after, cleansAt: level } = room.printer;
    if (after === null) return;
    const { now } = this.journal;
    const stood = Math.floor((now - (this.lastDrawn.get(id) ?? now)) / (after * DAY_MS));
    const ml = level === 'deep' ? room.trueDraws.deep : room.trueDraws.light;
    for (let times = this.cleanedTimes.get(id) ?? 0; times < stood; times++)
      for (const body of this.in(room.printer).values())
        this.draw(room, body, ml * this.gainOf(id) * this.beside.factor(0.12));
    this.cleanedTimes.set(id, Math.max(0, stood));
  }

  /** It drew just now: its rest begins anew. */
  drew(printerId: string): void {
    this.lastDrawn.set(printerId, this.journal.now);
    this.cleanedTimes.delete(printerId);
  }

  /**
   * A routine draws from all of its channels.
   *
   * @param ml per channel, on average
   * @param scatter of one channel's draw, relative
   */
  routine(room: PrinterScenario, ml: number, scatter: number, byChange = false): void {
    this.drew(room.printer.id);
    for (const body of this.in(room.printer).values())
      this.draw(room, body, ml * this.gainOf(room.printer.id) * this.chance.factor(scatter), byChange);
  }

  gainOf(printerId: string): number {
    const change = this.scenario.gainChange;
    return change?.printerId === printerId && this.day >= change.fromDay ? change.factor : 1;
  }

  /** Slots whose black this paper does not take, where there are two. */
  sparedOn(room: PrinterScenario, paperId: string | undefined): ReadonlySet<string> {
    const paper = this.scenario.entities.find(({ entity, id }) => entity === 'paper' && id === paperId);
    const black = paper?.entity === 'paper' ? paper.black : null;
    if (!black || black === 'both') return new Set();
    const spared = sparedBlacks(
      room.printer.slots.flatMap(({ shades }) => shades),
      black,
    );
    return new Set(room.printer.slots.flatMap(({ id, shades }) => (spared.includes(shades[0]!) ? [id] : [])));
  }

  /** Ink that a hand or a leak took, ml. */
  lose(room: PrinterScenario, body: Body | null, ml: number): void {
    if (body) body.ml -= ml;
    this.truth.lostMl[room.printer.id] = (this.truth.lostMl[room.printer.id] ?? 0) + ml;
  }

  /** The printer draws so much from a cartridge, at most what is in it. */
  draw(room: PrinterScenario, body: Body, ml: number, byChange = false): void {
    const { printer } = room;
    const drawn = Math.min(ml, body.ml);
    body.ml -= drawn;
    body.usedSince += drawn;
    body.counted += drawn / room.trueK;
    const drawnMl = this.truth.drawnMl[printer.id]!;
    drawnMl[body.slotId] = (drawnMl[body.slotId] ?? 0) + drawn;
    const today = this.truth.days[printer.id]?.at(-1);
    const slot = printer.slots.findIndex(({ id }) => id === body.slotId);
    if (today) today[byChange ? 'changedMl' : 'usedMl'][slot]! += drawn;
  }

  /** A print takes its ink: what it truly took is noted by its subject. */
  printed({ printer }: PrinterScenario, subjectId: string, body: Body, ml: number): void {
    const taken = Math.min(ml, body.ml);
    const bySubject = (this.truth.bySubjectMl[printer.id] ??= {});
    bySubject[subjectId] = (bySubject[subjectId] ?? 0) + taken;
    this.truth.printedMl[printer.id] = (this.truth.printedMl[printer.id] ?? 0) + taken;
  }

  /** It was weighed: what it used since the last time is known from now on. */
  weighed(body: Body, interval: boolean): void {
    if (interval)
      this.truth.intervals.push({
        cartridgeId: body.cartridge.id,
        slotId: body.slotId,
        at: new Date(this.journal.now).toISOString(),
        usedMl: body.usedSince,
      });
    body.usedSince = 0;
  }

  /** Everything, as it is at the end. */
  tell = (): Truth => ({
    inkMl: Object.fromEntries([...this.bodies].map(([id, body]) => [id, body.ml])),
    ...this.truth,
  });
}
