import { addThing, buy, cleanHead, logCheck, logPrint, ranDry, switchGaugeOff } from '@hiraeth/core/acts';
import { areaDm2 } from '@hiraeth/core/area';
import { DAY_MS, HOUR_MS } from '@hiraeth/core/time';
import type { Cartridge, Fact } from '@hiraeth/core/workbook';
import { makeChance, type Chance } from '../random';
import { Hands } from './Hands';
import { Journal } from './Journal';
import { Nature, type Body } from './Nature';
import { JOB_SCATTER, type PrinterScenario, type StudioScenario, type Truth } from './scenario';

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
  return new Studio(scenario, makeChance(options.seed), Date.parse(options.endAt)).run(
    options.days,
    options.busy ?? 1,
  );
}

/** The calendar of the room: what is set up, what each day brings, what is printed. */
class Studio {
  private readonly journal: Journal;
  private readonly nature: Nature;
  private readonly hands: Hands;
  private readonly known = new Set<string>();
  /** When a printer's first cartridges went in, UTC. */
  private readonly inUseFrom = new Map<string, string>();

  constructor(
    private readonly scenario: StudioScenario,
    private readonly chance: Chance,
    private readonly end: number,
  ) {
    this.journal = new Journal(end, chance.next);
    this.nature = new Nature(scenario, chance, this.journal);
    this.hands = new Hands(scenario, this.nature, this.journal);
  }

  run(days: number, busy: number): { facts: Fact[]; truth: Truth } {
    const { scenario, journal, nature } = this;
    const first = Math.floor(this.end / DAY_MS) * DAY_MS - days * DAY_MS + 9 * HOUR_MS;
    journal.now = first;
    for (const entity of scenario.entities) journal.write(addThing(entity));
    for (const printer of scenario.printers) this.setUp(printer);
    for (nature.day = 0; nature.day < days; nature.day++) {
      journal.now = first + nature.day * DAY_MS;
      for (const { day, ...item } of scenario.kit) if (day === nature.day) journal.write(buy(item));
      for (const printer of scenario.printers) this.live(printer, busy);
    }
    journal.now = Math.max(journal.now, this.end);
    for (const printer of scenario.printers) nature.cleanByItself(printer);
    return { facts: journal.facts.filter((fact) => !this.isBeforeSetUp(fact)), truth: nature.tell() };
  }

  /** The first day's prints are dated before their printer's cartridges went in: nobody would have logged them. */
  private isBeforeSetUp(fact: Fact): boolean {
    return fact.kind === 'printed' && fact.at < (this.inUseFrom.get(fact.printerId) ?? '');
  }

  private setUp(room: PrinterScenario): void {
    const { printer } = room;
    this.journal.write(addThing(printer));
    for (const entity of [...room.types, ...room.inks]) {
      // Printers of one class share their inks.
      if (this.known.has(entity.id)) continue;
      this.known.add(entity.id);
      this.journal.write(addThing(entity));
    }
    this.nature.setUp(printer);
    for (const set of room.sets)
      set.forEach((plain, i) => this.nature.bodies.set(plain.id, this.own(room, plain, i)));
    const bodiesOf = (set: readonly Cartridge[]): Body[] => set.map(({ id }) => this.nature.bodies.get(id)!);
    const [first, ...others] = room.sets;
    for (const body of bodiesOf(first!)) this.hands.refill(room, body, 'first');
    this.hands.install(room, bodiesOf(first!));
    this.inUseFrom.set(printer.id, new Date(this.journal.now).toISOString());
    for (const set of others) for (const body of bodiesOf(set)) this.hands.refill(room, body, 'first');
    for (const slot of printer.slots)
      if (room.gaugeOffSlots.includes(slot.id)) this.journal.write(switchGaugeOff(printer.id, slot));
  }

  /** A cartridge, empty; some have their empty mass weighed. */
  private own(room: PrinterScenario, plain: Cartridge, slot: number): Body {
    const type = room.types.find((t) => t.id === plain.typeId)!;
    const inks = plain.shades.map((shade) => room.inks.find((ink) => ink.shade === shade) ?? room.inks[0]!);
    const trueEmptyG = type.emptyG.value + this.chance.normal(0, 0.3);
    const weighed = this.chance.next() < room.weighedEmpty;
    const cartridge: Cartridge = weighed
      ? {
          ...plain,
          emptyG: { value: Number((trueEmptyG + this.chance.normal(0, 0.05)).toFixed(2)), u: 0.05 },
        }
      : plain;
    this.journal.write(addThing(cartridge));
    return {
      cartridge,
      type,
      inks,
      slotId: room.printer.slots[slot]!.id,
      trueEmptyG,
      trueRho: inks.reduce((sum, ink) => sum + this.nature.rhoOf(ink), 0) / inks.length,
      ml: 0,
      counted: 0,
      usedSince: 0,
      fills: 0,
      skipTopUp: false,
      unwatched: false,
    };
  }

  /** One day of a printer. */
  private live(room: PrinterScenario, busy: number): void {
    const { printer } = room;
    const { day } = this.nature;
    this.nature.beginDay(room);
    const forgotten = this.scenario.faults?.forgottenWeighInDay;
    if (
      day > 0 &&
      day % room.weighInEveryDays === 0 &&
      !(forgotten !== undefined && Math.abs(day - forgotten) < room.weighInEveryDays / 2)
    )
      this.hands.weighInAndTopUp(room);
    const idle = this.scenario.faults?.idle;
    const resting = idle?.printerId === printer.id && within(day, idle);
    const season = 1 + 0.35 * Math.sin((day / 365) * 2 * Math.PI);
    const jobs = resting ? 0 : this.chance.poisson((room.jobsPerWeek / 7) * season * busy);
    for (let i = 0; i < jobs; i++) this.print(room);
    if (jobs === 0 && day % 9 === 4) this.journal.write(logCheck(printer.id, [], {}));
    if (this.chance.next() < 0.035 && !resting) {
      const level = this.chance.next() < 0.12 ? 'deep' : 'light';
      this.nature.cleanByItself(room);
      this.journal.write(cleanHead(printer.id, level), 9);
      this.nature.routine(room, room.trueDraws[level], 0.12);
    }
  }

  private print(room: PrinterScenario): void {
    const { printer } = room;
    const { nature, chance } = this;
    nature.cleanByItself(room);
    const subjects = this.scenario.subjects.filter((subject) => room.trueUse[subject]);
    const subjectId = chance.pick(
      subjects,
      subjects.map((_, i) => 1 / (1 + ((i + Math.floor(nature.day / 45)) % subjects.length))),
    );
    const { widthMm, heightMm } = chance.pick(
      room.sizes,
      room.sizes.map((s) => s.weight),
    );
    const copies = chance.pick([1, 2, 3, 5, 8], [5, 4, 3, 2, 1]);
    const use = room.trueUse[subjectId]!;
    const area = areaDm2({ widthMm, heightMm }, copies);
    nature.truth.days[printer.id]!.at(-1)!.areaDm2 += area;
    const here = nature.in(printer);
    // Someone who looks at the Rack does not start what would run dry.
    const short = [...here.values()].some(
      (body, i) => !body.unwatched && body.ml - area * use[i]! * 1.4 < body.type.reserveMl + 1.5,
    );
    if (short) this.hands.weighInAndTopUp(room);
    const title = chance.pick(room.titles[subjectId] ?? ['Untitled']);
    const paperId = room.paperIds.length > 0 ? chance.pick(room.paperIds) : undefined;
    const lost = this.scenario.faults?.notLogged;
    if (!(lost?.printerId === printer.id && within(nature.day, lost)))
      this.journal.write(
        logPrint(
          {
            printerId: printer.id,
            title,
            copies,
            widthMm,
            heightMm,
            subjectId,
            ...(paperId ? { paperId } : {}),
          },
          room.editions && copies > 2 ? { edition: `${title} ${copies}` } : {},
        ),
        25,
      );
    nature.drew(printer.id);
    const dry = this.takeInk(room, area, subjectId, paperId);
    if (!dry) return;
    nature.truth.ranDry.push(dry.cartridge.id);
    this.journal.write(ranDry(dry.cartridge.id), 1, {
      note: 'Reset without a top-up: the gauge still showed ink.',
    });
    dry.unwatched = false;
    dry.skipTopUp = false;
    dry.usedSince = 0;
    this.hands.refillInPlace(room, [dry]);
  }

  /**
   * What one print draws from each channel.
   *
   * @returns the last cartridge that ran dry on it
   */
  private takeInk(
    room: PrinterScenario,
    area: number,
    subjectId: string,
    paperId: string | undefined,
  ): Body | null {
    const { printer } = room;
    const { nature, chance } = this;
    const use = room.trueUse[subjectId]!;
    const part = JOB_SCATTER / Math.SQRT2;
    const image = chance.factor(part) * nature.gainOf(printer.id);
    const spared = nature.sparedOn(room, paperId);
    let dry: Body | null = null;
    for (const [i, slot] of printer.slots.entries()) {
      const body = nature.in(printer).get(slot.id);
      if (!body) continue;
      const asked = area * use[i]! * image * chance.factor(part);
      const ml = spared.has(slot.id) ? 0 : asked;
      if (body.ml - ml <= 0) dry = body;
      nature.printed(room, subjectId, body, ml);
      nature.draw(room, body, ml);
    }
    return dry;
  }
}

const within = (day: number, span: { readonly fromDay: number; readonly days: number }): boolean =>
  day >= span.fromDay && day < span.fromDay + span.days;
