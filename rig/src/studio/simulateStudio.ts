import { areaDm2 } from '@hiraeth/core/area';
import { DAY_MS, HOUR_MS } from '@hiraeth/core/time';
import {
  DENSITY_PRIOR,
  makeStamp,
  sparedBlacks,
  type Cartridge,
  type CartridgeType,
  type Fact,
  type FactDraft,
  type Ink,
  type Scale,
} from '@hiraeth/core/workbook';
import { scaleUncertainty } from '@hiraeth/core/quantity';
import { makeChance, type Chance } from '../random';
import { JOB_SCATTER, type PrinterScenario, type StudioScenario, type Truth } from './scenario';

const DAY = DAY_MS;

interface Body {
  readonly cartridge: Cartridge;
  readonly type: CartridgeType;
  /** For each chamber. They are drawn from alike: a weight gives only their sum. */
  readonly inks: readonly Ink[];
  readonly slotId: string;
  readonly trueEmptyG: number;
  readonly trueRho: number;
  ml: number;
  counted: number;
  /** ml inside at the last weighing, plus what was added since: for the truth of intervals. */
  usedSince: number;
  fills: number;
  skipTopUp: boolean;
  /** A person who forgot cannot watch this one. */
  unwatched: boolean;
}

interface OpenBottle {
  readonly id: string;
  readonly inkId: string;
  left: number;
  readonly perMl: number;
}

/**
 * Simulates a print room day by day: people weigh, fill, print and forget; nature keeps the truth beside the facts.
 *
 * @param scenario who owns what, and what nature really does
 * @param options seed, the day the record ends, its length in days, and a factor on the number of jobs
 * @returns the workbook's facts, and the truth that they estimate
 */
export function simulateStudio(
  scenario: StudioScenario,
  options: { readonly seed: number; readonly endAt: string; readonly days: number; readonly busy?: number },
): { facts: Fact[]; truth: Truth } {
  const studio = new Studio(
    scenario,
    makeChance(options.seed),
    Date.parse(options.endAt),
    options.days,
    options.busy ?? 1,
  );
  return studio.run();
}

/** With less than so much in a bottle the next one is opened. */
const SPARE_ML = 60;

class Studio {
  private readonly facts: Fact[] = [];
  private now = 0;
  private readonly stamp: (drafts: readonly FactDraft[]) => Fact[];
  private readonly bodies = new Map<string, Body>();
  private readonly bottles = new Map<string, OpenBottle>();
  private readonly installed = new Map<string, Map<string, Body>>();
  private readonly truth = {
    intervals: [] as Truth['intervals'][number][],
    drawn: {} as Record<string, Record<string, number>>,
    printed: {} as Record<string, number>,
    bySubject: {} as Record<string, Record<string, number>>,
    lost: {} as Record<string, number>,
    ranDry: [] as string[],
    days: {} as Record<
      string,
      { at: string; inkMl: number[]; usedMl: number[]; changedMl: number[]; areaDm2: number }[]
    >,
  };
  private readonly scale: Scale;
  private lots = 0;
  private day = 0;
  private mixed = false;

  constructor(
    private readonly scenario: StudioScenario,
    private readonly chance: Chance,
    private readonly end: number,
    private readonly days: number,
    private readonly busy: number,
  ) {
    this.stamp = makeStamp({ now: () => this.now }, chance.next);
    this.makerError = chance.normal(0, 1);
    this.scale = scenario.entities.find(
      (entity) => entity.entity === 'scale' && entity.id === scenario.scaleId,
    ) as Scale;
  }

  run(): { facts: Fact[]; truth: Truth } {
    const first = Math.floor(this.end / DAY) * DAY - this.days * DAY + 9 * HOUR_MS;
    this.now = first;
    for (const entity of this.scenario.entities) this.write({ kind: 'defined', entity });
    for (const printer of this.scenario.printers) this.setUp(printer);
    for (this.day = 0; this.day < this.days; this.day++) {
      this.now = first + this.day * DAY;
      for (const item of this.scenario.kit)
        if (item.day === this.day)
          this.write({
            kind: 'purchased',
            what: item.what,
            name: item.name,
            priceMinor: item.priceMinor,
            ...(item.count === undefined ? {} : { count: item.count }),
          });
      for (const printer of this.scenario.printers) this.live(printer);
    }
    this.now = Math.max(this.now, this.end);
    for (const printer of this.scenario.printers) this.cleanByItself(printer);
    return {
      facts: this.facts.filter((fact) => !this.isBeforeSetUp(fact)),
      truth: {
        inkMl: Object.fromEntries([...this.bodies].map(([id, body]) => [id, body.ml])),
        intervals: this.truth.intervals,
        drawnMl: this.truth.drawn,
        printedMl: this.truth.printed,
        bySubjectMl: this.truth.bySubject,
        lostMl: this.truth.lost,
        ranDry: this.truth.ranDry,
        days: this.truth.days,
      },
    };
  }

  /** The first day's prints are dated before their printer's cartridges went in: nobody would have logged them. */
  private isBeforeSetUp(fact: Fact): boolean {
    return fact.kind === 'printed' && fact.at < (this.inUseFrom.get(fact.printerId) ?? '');
  }

  /** Writes a fact some minutes after the one before; never after the end. */
  private write(draft: FactDraft, minutes = 1): void {
    this.now = Math.min(this.now + minutes * 60_000, Math.max(this.now, this.end - 1000));
    this.facts.push(...this.stamp([draft]));
  }

  private setUp(room: PrinterScenario): void {
    const { printer } = room;
    this.write({ kind: 'defined', entity: printer });
    for (const entity of [...room.types, ...room.inks]) {
      // Printers of one class share their inks.
      if (this.known.has(entity.id)) continue;
      this.known.add(entity.id);
      this.write({ kind: 'defined', entity });
    }
    this.truth.drawn[printer.id] = Object.fromEntries(printer.slots.map((slot) => [slot.id, 0]));
    this.installed.set(printer.id, new Map());
    for (const set of room.sets)
      set.forEach((plain, i) => {
        const type = room.types.find((t) => t.id === plain.typeId)!;
        const inks = plain.shades.map(
          (shade) => room.inks.find((ink) => ink.shade === shade) ?? room.inks[0]!,
        );
        const trueEmptyG = type.emptyG.value + this.chance.normal(0, 0.3);
        const weighed = this.chance.next() < room.weighedEmpty;
        const cartridge: Cartridge = weighed
          ? { ...plain, emptyG: { value: round(trueEmptyG + this.chance.normal(0, 0.05), 2), u: 0.05 } }
          : plain;
        this.write({ kind: 'defined', entity: cartridge });
        const body = {
          cartridge,
          type,
          inks,
          slotId: printer.slots[i]!.id,
          trueEmptyG,
          trueRho: inks.reduce((sum, ink) => sum + this.rhoOf(ink), 0) / inks.length,
          ml: 0,
          counted: 0,
          usedSince: 0,
          fills: 0,
          skipTopUp: false,
          unwatched: false,
        };
        this.bodies.set(cartridge.id, body);
      });
    const [first, ...others] = room.sets;
    for (const plain of first!) this.refill(room, this.bodies.get(plain.id)!, 'first');
    this.install(
      room,
      first!.map((plain) => this.bodies.get(plain.id)!),
    );
    this.inUseFrom.set(printer.id, new Date(this.now).toISOString());
    for (const set of others) for (const plain of set) this.refill(room, this.bodies.get(plain.id)!, 'first');
    for (const slotId of room.gaugeOffSlots)
      this.write({ kind: 'gaugeSwitchedOff', printerId: printer.id, slotId });
  }

  /** When a printer's first cartridges went in, UTC. */
  private readonly inUseFrom = new Map<string, string>();
  /** What came later has its own chance, so that years of one seed stay what they were. */
  private readonly beside = makeChance(1_000_003);
  private readonly lastDrawn = new Map<string, number>();
  private readonly cleanedTimes = new Map<string, number>();
  private readonly known = new Set<string>();
  private readonly rhos = new Map<string, number>();
  private readonly makerError: number;
  private rhoOf({ id, density }: Ink): number {
    const stated = density ?? { value: 1.06, u: 0.01 };
    let rho = this.rhos.get(id);
    // One maker's figures err together.
    if (rho === undefined) this.rhos.set(id, (rho = stated.value + this.makerError * stated.u));
    return rho;
  }

  private live(room: PrinterScenario): void {
    const { printer } = room;
    const here = this.installed.get(printer.id)!;
    (this.truth.days[printer.id] ??= []).push({
      at: new Date(this.now).toISOString(),
      inkMl: printer.slots.map(({ id }) => here.get(id)?.ml ?? 0),
      usedMl: printer.slots.map(() => 0),
      changedMl: printer.slots.map(() => 0),
      areaDm2: 0,
    });
    for (const body of here.values()) this.draw(room, body, room.trueDraws.idleDay);
    this.cleanByItself(room);
    const forgotten = this.scenario.faults?.forgottenWeighInDay;
    if (
      this.day > 0 &&
      this.day % room.weighInEveryDays === 0 &&
      !(forgotten !== undefined && Math.abs(this.day - forgotten) < room.weighInEveryDays / 2)
    )
      this.weighInAndTopUp(room);
    const idle = this.scenario.faults?.idle;
    const resting = idle?.printerId === printer.id && within(this.day, idle);
    const season = 1 + 0.35 * Math.sin((this.day / 365) * 2 * Math.PI);
    const jobs = resting ? 0 : this.chance.poisson((room.jobsPerWeek / 7) * season * this.busy);
    for (let i = 0; i < jobs; i++) this.print(room);
    if (jobs === 0 && this.day % 9 === 4)
      this.write({ kind: 'nozzleChecked', printerId: printer.id, gaps: [] });
    if (this.chance.next() < 0.035 && !resting) {
      const level = this.chance.next() < 0.12 ? 'deep' : 'light';
      this.cleanByItself(room);
      this.write({ kind: 'cleaned', printerId: printer.id, level }, 9);
      this.drew(printer.id);
      for (const body of here.values())
        this.draw(room, body, room.trueDraws[level] * this.gainOf(printer.id) * this.chance.factor(0.12));
    }
  }

  /** A printer that was told to does so each time that it stood for its days, to the minute: nobody logs that. */
  private cleanByItself(room: PrinterScenario): void {
    const { id, cleansAfterIdleDays: after, cleansAt: level } = room.printer;
    if (after === null) return;
    const stood = Math.floor((this.now - (this.lastDrawn.get(id) ?? this.now)) / (after * DAY));
    const ml = level === 'deep' ? room.trueDraws.deep : room.trueDraws.light;
    for (let times = this.cleanedTimes.get(id) ?? 0; times < stood; times++)
      for (const body of this.installed.get(id)!.values())
        this.draw(room, body, ml * this.gainOf(id) * this.beside.factor(0.12));
    this.cleanedTimes.set(id, Math.max(0, stood));
  }

  private drew(printerId: string): void {
    this.lastDrawn.set(printerId, this.now);
    this.cleanedTimes.delete(printerId);
  }

  private print(room: PrinterScenario): void {
    const { printer } = room;
    this.cleanByItself(room);
    const subjects = this.scenario.subjects.filter((subject) => room.trueUse[subject]);
    const subjectId = this.chance.pick(
      subjects,
      subjects.map((_, i) => 1 / (1 + ((i + Math.floor(this.day / 45)) % subjects.length))),
    );
    const size = this.chance.pick(
      room.sizes,
      room.sizes.map((s) => s.weight),
    );
    const copies = this.chance.pick([1, 2, 3, 5, 8], [5, 4, 3, 2, 1]);
    const use = room.trueUse[subjectId]!;
    const area = areaDm2(size, copies);
    const today = this.truth.days[printer.id]!.at(-1)!;
    today.areaDm2 += area;
    const here = this.installed.get(printer.id)!;
    // Someone who looks at the Rack does not start what would run dry.
    const short = [...here.values()].some(
      (body, i) => !body.unwatched && body.ml - area * use[i]! * 1.4 < body.type.reserveMl + 1.5,
    );
    if (short) this.weighInAndTopUp(room);
    const titles = room.titles[subjectId] ?? ['Untitled'];
    const title = this.chance.pick(titles);
    const paperId = room.paperIds.length > 0 ? this.chance.pick(room.paperIds) : undefined;
    const lost = this.scenario.faults?.notLogged;
    const forgotten = lost?.printerId === printer.id && within(this.day, lost);
    if (!forgotten)
      this.write(
        {
          kind: 'printed',
          printerId: printer.id,
          title,
          copies,
          widthMm: size.widthMm,
          heightMm: size.heightMm,
          subjectId,
          ...(paperId ? { paperId } : {}),
          ...(room.editions && copies > 2 ? { edition: `${title} ${copies}` } : {}),
        },
        25,
      );
    this.drew(printer.id);
    const part = JOB_SCATTER / Math.SQRT2;
    const image = this.chance.factor(part) * this.gainOf(printer.id);
    let faded: Body | null = null;
    const spared = this.sparedOn(room, paperId);
    printer.slots.forEach((slot, i) => {
      const body = here.get(slot.id);
      if (!body) return;
      const asked = area * use[i]! * image * this.chance.factor(part);
      const ml = spared.has(slot.id) ? 0 : asked;
      if (body.ml - ml <= 0) faded = body;
      const bySubject = (this.truth.bySubject[printer.id] ??= {});
      bySubject[subjectId] = (bySubject[subjectId] ?? 0) + Math.min(ml, body.ml);
      this.truth.printed[printer.id] = (this.truth.printed[printer.id] ?? 0) + Math.min(ml, body.ml);
      this.draw(room, body, ml);
    });
    const dry = faded as Body | null;
    if (dry) {
      this.truth.ranDry.push(dry.cartridge.id);
      this.write({
        kind: 'fadedOrRanDry',
        cartridgeId: dry.cartridge.id,
        ranDry: true,
        note: 'Reset without a top-up: the gauge still showed ink.',
      });
      dry.unwatched = false;
      dry.skipTopUp = false;
      dry.usedSince = 0;
      this.refillInPlace(room, [dry]);
    }
  }

  /** Slots whose black this paper does not take, where there are two. */
  private sparedOn(room: PrinterScenario, paperId: string | undefined): ReadonlySet<string> {
    const paper = this.scenario.entities.find(({ entity, id }) => entity === 'paper' && id === paperId);
    const black = paper?.entity === 'paper' ? paper.black : null;
    if (!black || black === 'both') return new Set();
    const spared = sparedBlacks(
      room.printer.slots.flatMap(({ shades }) => shades),
      black,
    );
    return new Set(room.printer.slots.flatMap(({ id, shades }) => (spared.includes(shades[0]!) ? [id] : [])));
  }

  private gainOf(printerId: string): number {
    const change = this.scenario.gainChange;
    return change?.printerId === printerId && this.day >= change.fromDay ? change.factor : 1;
  }

  private lose(room: PrinterScenario, ml: number): void {
    this.truth.lost[room.printer.id] = (this.truth.lost[room.printer.id] ?? 0) + ml;
  }

  private draw(room: PrinterScenario, body: Body, ml: number, byChange = false): void {
    const drawn = Math.min(ml, body.ml);
    body.ml -= drawn;
    body.usedSince += drawn;
    body.counted += drawn / room.trueK;
    const drawnMl = this.truth.drawn[room.printer.id]!;
    drawnMl[body.slotId] = (drawnMl[body.slotId] ?? 0) + drawn;
    const today = this.truth.days[room.printer.id]?.at(-1);
    const slot = room.printer.slots.findIndex(({ id }) => id === body.slotId);
    if (today) today[byChange ? 'changedMl' : 'usedMl'][slot]! += drawn;
  }

  private weigh(body: Body, purpose: 'before' | 'after' | 'rested' | 'weighIn'): void {
    const { resolutionG, repeatabilityG } = this.scale;
    const shown = body.trueEmptyG + body.ml * body.trueRho + this.chance.normal(0, repeatabilityG);
    const value = Math.max(0, round(Math.round(shown / resolutionG) * resolutionG, 4));
    this.write(
      {
        kind: 'weighed',
        what: 'cartridge',
        subjectId: body.cartridge.id,
        massG: { value, u: scaleUncertainty(this.scale) },
        scaleId: this.scale.id,
        purpose,
      },
      2,
    );
    if (purpose === 'weighIn' || purpose === 'before')
      this.truth.intervals.push({
        cartridgeId: body.cartridge.id,
        slotId: body.slotId,
        at: new Date(this.now).toISOString(),
        usedMl: body.usedSince,
      });
    body.usedSince = 0;
  }

  private weighInAndTopUp(room: PrinterScenario): void {
    this.cleanByItself(room);
    const here = [...this.installed.get(room.printer.id)!.values()];
    for (const body of here) this.readGauge(room, body);
    const low = here.filter((body) => !body.unwatched && body.ml < 0.45 * capacity(body));
    if (low.length > 0 && room.sets.length > 1) return this.rotate(room, here);
    for (const body of here) this.weigh(body, 'weighIn');
    if (low.length > 0) this.refillInPlace(room, low, false);
    else this.install(room, here);
  }

  /** The other set goes in with one routine; this one is refilled, rested and kept. */
  private rotate(room: PrinterScenario, here: readonly Body[]): void {
    const now = new Set(here.map((body) => body.cartridge.id));
    const other = room.sets.find((set) => set.every((plain) => !now.has(plain.id)));
    if (!other)
      return this.refillInPlace(
        room,
        here.filter((body) => body.ml < 0.6 * capacity(body)),
      );
    for (const body of here) this.weigh(body, 'weighIn');
    this.install(
      room,
      other.map((plain) => this.bodies.get(plain.id)!),
    );
    for (const body of here) this.refill(room, body, 'topUp');
  }

  private refillInPlace(room: PrinterScenario, low: readonly Body[], weighed = true): void {
    for (const body of low) this.refill(room, body, 'topUp', weighed);
    this.install(room, [...this.installed.get(room.printer.id)!.values()]);
  }

  private readGauge(room: PrinterScenario, body: Body): void {
    const volume = body.cartridge.chip?.volumeMl;
    if (!volume || room.gaugeOffSlots.includes(body.slotId)) return;
    const fraction = Math.max(0, Math.min(1, Math.round((1 - body.counted / volume) * 100) / 100));
    this.write({
      kind: 'gaugeRead',
      printerId: room.printer.id,
      slotId: body.slotId,
      fraction,
      by: 'person',
    });
  }

  private refill(room: PrinterScenario, body: Body, occasion: 'first' | 'topUp', weighBefore = true): void {
    const { faults } = this.scenario;
    const { cartridge } = body;
    if (
      faults &&
      faults.resetWithoutTopUp.cartridgeId === cartridge.id &&
      this.day >= faults.resetWithoutTopUp.afterDay &&
      !body.skipTopUp &&
      this.truth.ranDry.length === 0
    ) {
      body.skipTopUp = true;
      body.unwatched = true;
      body.counted = 0;
      this.write({ kind: 'chipReset', cartridgeId: cartridge.id, worked: true, note: 'Reset with the set.' });
      return;
    }
    if (weighBefore || occasion === 'first') this.weigh(body, 'before');
    const run = `run-${this.facts.length}`;
    if (
      faults &&
      faults.mixture.cartridgeId === cartridge.id &&
      this.day >= faults.mixture.afterDay &&
      !this.mixed
    ) {
      this.mixed = true;
      const wrong = this.bottleOf(room, faults.mixture.inkId, SPARE_ML);
      this.pour(body, 0, wrong, faults.mixture.ml, run, room, {
        confirmed: ['otherShade'],
        note: 'Took the wrong bottle; noticed after the first syringe.',
      });
    }
    const target = body.type.fullG - body.trueEmptyG;
    let add = target / body.trueRho - body.ml + this.chance.normal(0, 0.15);
    const over =
      faults?.overfill.cartridgeId === cartridge.id && body.fills === 0 ? faults.overfill.overMl : 0;
    add += over;
    if (add < 0.5) return;
    body.inks.forEach((ink, chamber) =>
      this.pour(
        body,
        chamber,
        this.bottleOf(room, ink.id, this.scenario.emptiesBottles ? add / body.inks.length : SPARE_ML),
        add / body.inks.length,
        run,
        room,
        { occasion },
      ),
    );
    if (over > 0) {
      this.weigh(body, 'after');
      body.ml -= over;
      this.lose(room, over);
      this.write({
        kind: 'drawnOut',
        cartridgeId: cartridge.id,
        chamber: 0,
        ml: { value: round(over, 2), u: 0.15 },
        fate: 'bin',
        run,
        note: 'Over the line: drawn back.',
      });
    }
    this.weigh(body, 'after');
    const prime = 0.35 * this.chance.factor(0.2);
    body.ml -= prime;
    this.lose(room, prime);
    this.write({
      kind: 'primed',
      cartridgeId: cartridge.id,
      ml: { value: round(prime, 2), u: 0.1 },
      fate: 'bin',
      run,
    });
    body.fills += 1;
    if (faults?.leak.cartridgeId === cartridge.id && body.fills === faults.leak.fill) {
      body.ml -= faults.leak.ml;
      this.lose(room, faults.leak.ml);
    }
    if (cartridge.chip?.strategy === 'newEachTime' && occasion === 'topUp') {
      this.write({
        kind: 'chipReplaced',
        cartridgeId: cartridge.id,
        volumeMl: cartridge.chip.volumeMl,
        original: false,
        run,
      });
      body.counted = 0;
    }
    if (cartridge.chip?.strategy === 'resetter') {
      this.write({ kind: 'chipReset', cartridgeId: cartridge.id, worked: true });
      body.counted = 0;
    }
    this.write(
      {
        kind: 'weighed',
        what: 'cartridge',
        subjectId: cartridge.id,
        massG: {
          value: round(
            body.trueEmptyG + body.ml * body.trueRho + this.chance.normal(0, this.scale.repeatabilityG),
            2,
          ),
          u: scaleUncertainty(this.scale),
        },
        scaleId: this.scale.id,
        purpose: 'rested',
      },
      35,
    );
  }

  private pour(
    body: Body,
    chamber: number,
    bottle: OpenBottle,
    ml: number,
    run: string,
    room: PrinterScenario,
    extra: { occasion?: 'first' | 'topUp'; confirmed?: string[]; note?: string },
  ): void {
    const binned = 0.3 * this.chance.factor(0.3);
    body.ml += ml;
    bottle.left -= ml + binned;
    this.lose(room, binned);
    // By mass, with the density that its maker states: the person does not know better.
    const ink = room.inks.find(({ id }) => id === bottle.inkId)!;
    const stated = ink.density?.value ?? DENSITY_PRIOR[ink.inkClass].value;
    const shown = (ml * this.rhoOf(ink)) / stated + this.chance.normal(0, 0.02);
    this.write(
      {
        kind: 'filled',
        cartridgeId: body.cartridge.id,
        chamber,
        bottleId: bottle.id,
        ml: { value: round(shown, 2), u: Math.hypot(0.03, (0.006 * shown) / 1.064) },
        by: 'mass',
        method: room.method,
        occasion: extra.occasion ?? 'topUp',
        leftover: { ml: round(binned, 2), fate: 'bin' },
        run,
        ...(extra.confirmed ? { confirmed: extra.confirmed } : {}),
        ...(extra.note ? { note: extra.note } : {}),
      },
      6,
    );
  }

  private bottleOf(room: PrinterScenario, inkId: string, atLeastMl: number): OpenBottle {
    const open = this.bottles.get(inkId);
    if (open && open.left > atLeastMl) return open;
    this.lots += 1;
    const id = `bottle-${inkId}-${this.lots}`;
    const lot = `M${String(10 + Math.floor(this.day / 90))}${String.fromCharCode(65 + (this.lots % 8))}`;
    this.write({
      kind: 'defined',
      entity: { entity: 'bottle', id, inkId, lot, ...room.bottle, emptyG: null },
    });
    this.write({
      kind: 'purchased',
      what: 'bottle',
      name: `${inkId} ${lot}`,
      priceMinor: room.bottle.priceMinor,
      bottleId: id,
    });
    this.write({ kind: 'bottleOpened', bottleId: id, linerPresent: true });
    const bottle = {
      id,
      inkId,
      left: room.bottle.volumeMl,
      perMl: (room.bottle.priceMinor ?? 0) / room.bottle.volumeMl,
    };
    this.bottles.set(inkId, bottle);
    return bottle;
  }

  private install(room: PrinterScenario, bodies: readonly Body[]): void {
    const here = this.installed.get(room.printer.id)!;
    for (const body of bodies) here.set(body.slotId, body);
    this.write(
      {
        kind: 'installed',
        printerId: room.printer.id,
        into: bodies.map((body) => ({ slotId: body.slotId, cartridgeId: body.cartridge.id })),
      },
      5,
    );
    this.drew(room.printer.id);
    for (const body of here.values())
      this.draw(
        room,
        body,
        room.trueDraws.change * this.gainOf(room.printer.id) * this.chance.factor(0.1),
        true,
      );
  }
}

const within = (day: number, span: { readonly fromDay: number; readonly days: number }): boolean =>
  day >= span.fromDay && day < span.fromDay + span.days;
const round = (value: number, digits: number): number => Number(value.toFixed(digits));
const capacity = (body: Body): number => (body.type.fullG - body.type.emptyG.value) / body.trueRho;
