import {
  drawBack,
  fitChip,
  ownBottle,
  pour,
  prime,
  putIn,
  readGauge,
  resetChips,
  weighAt,
} from '@hiraeth/core/acts';
import { scaleUncertainty } from '@hiraeth/core/quantity';
import { DENSITY_PRIOR, type Scale, type Slot } from '@hiraeth/core/workbook';
import type { Chance } from '../random';
import type { Journal } from './Journal';
import type { Body, Nature } from './Nature';
import type { PrinterScenario, StudioScenario } from './scenario';

interface OpenBottle {
  readonly id: string;
  readonly inkId: string;
  left: number;
}

/** With less than so much in a bottle the next one is opened, ml. */
const SPARE_ML = 60;

/** What people do at the table: they weigh, fill, prime, take the wrong bottle, and write down what they saw. */
export class Hands {
  private readonly bottles = new Map<string, OpenBottle>();
  private readonly chance: Chance;
  private readonly scale: Scale;
  private lots = 0;
  private mixed = false;

  constructor(
    private readonly scenario: StudioScenario,
    private readonly nature: Nature,
    private readonly journal: Journal,
  ) {
    this.chance = nature.chance;
    this.scale = scenario.entities.find(
      (entity) => entity.entity === 'scale' && entity.id === scenario.scaleId,
    ) as Scale;
  }

  /** Each is weighed; those that are low are refilled, and all go back through one door. */
  weighInAndTopUp(room: PrinterScenario): void {
    this.nature.cleanByItself(room);
    const here = [...this.nature.in(room.printer).values()];
    for (const body of here) this.readGauge(room, body);
    const low = here.filter((body) => !body.unwatched && body.ml < 0.45 * capacity(body));
    if (low.length > 0 && room.sets.length > 1) return this.rotate(room, here);
    for (const body of here) this.weigh(body, 'weighIn');
    if (low.length > 0) this.refillInPlace(room, low, false);
    else this.install(room, here);
  }

  /** Out, refilled, and in again. */
  refillInPlace(room: PrinterScenario, low: readonly Body[], weighed = true): void {
    for (const body of low) this.refill(room, body, 'topUp', weighed);
    this.install(room, [...this.nature.in(room.printer).values()]);
  }

  install(room: PrinterScenario, bodies: readonly Body[]): void {
    const here = this.nature.in(room.printer);
    for (const body of bodies) here.set(body.slotId, body);
    this.journal.write(
      putIn(
        room.printer.id,
        bodies.map((body) => ({ slotId: body.slotId, cartridgeId: body.cartridge.id })),
      ),
      5,
    );
    this.nature.routine(room, room.trueDraws.change, 0.1, true);
  }

  refill(room: PrinterScenario, body: Body, occasion: 'first' | 'topUp', weighBefore = true): void {
    if (this.forgets(body)) return;
    if (weighBefore || occasion === 'first') this.weigh(body, 'before');
    const run = `run-${this.journal.facts.length}`;
    this.takesTheWrongBottle(room, body, run);
    const target = body.type.fullG - body.trueEmptyG;
    let add = target / body.trueRho - body.ml + this.chance.normal(0, 0.15);
    const over = this.overfillOf(body);
    add += over;
    if (add < 0.5) return;
    body.inks.forEach((ink, chamber) =>
      this.pour(
        room,
        body,
        chamber,
        this.bottleOf(room, ink.id, this.scenario.emptiesBottles ? add / body.inks.length : SPARE_ML),
        add / body.inks.length,
        run,
        { occasion },
      ),
    );
    if (over > 0) {
      this.weigh(body, 'after');
      this.nature.lose(room, body, over);
      this.journal.write(drawBack(body.cartridge.id, { value: round(over, 2), u: 0.15 }, 'bin'), 1, {
        run,
        note: 'Over the line: drawn back.',
      });
    }
    this.weigh(body, 'after');
    const primed = 0.35 * this.chance.factor(0.2);
    this.nature.lose(room, body, primed);
    this.journal.write(prime(body.cartridge.id, { value: round(primed, 2), u: 0.1 }, 'bin'), 1, { run });
    body.fills += 1;
    this.leaks(room, body);
    this.tellsTheChip(room, body, occasion, run);
    const shownG = round(this.nature.massOf(body) + this.chance.normal(0, this.scale.repeatabilityG), 2);
    this.journal.write(weighAt(body.cartridge.id, this.reading(shownG), 'rested'), 35);
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
      other.map((plain) => this.nature.bodies.get(plain.id)!),
    );
    for (const body of here) this.refill(room, body, 'topUp');
  }

  private reading = (shownG: number) => ({
    massG: { value: shownG, u: scaleUncertainty(this.scale) },
    scaleId: this.scale.id,
  });

  private weigh(body: Body, purpose: 'before' | 'after' | 'weighIn'): void {
    const { resolutionG, repeatabilityG } = this.scale;
    const shown = this.nature.massOf(body) + this.chance.normal(0, repeatabilityG);
    const value = Math.max(0, round(Math.round(shown / resolutionG) * resolutionG, 4));
    this.journal.write(weighAt(body.cartridge.id, this.reading(value), purpose), 2);
    this.nature.weighed(body, purpose !== 'after');
  }

  private readGauge(room: PrinterScenario, body: Body): void {
    const volume = body.cartridge.chip?.volumeMl;
    if (!volume || room.gaugeOffSlots.includes(body.slotId)) return;
    const fraction = Math.max(0, Math.min(1, Math.round((1 - body.counted / volume) * 100) / 100));
    this.journal.write(readGauge(room.printer.id, slotOf(room, body), fraction));
  }

  /** Its chip was set to full with the others, and nothing went in. */
  private forgets(body: Body): boolean {
    const fault = this.scenario.faults?.resetWithoutTopUp;
    if (
      fault?.cartridgeId !== body.cartridge.id ||
      this.nature.day < fault.afterDay ||
      body.skipTopUp ||
      this.nature.truth.ranDry.length > 0
    )
      return false;
    body.skipTopUp = true;
    body.unwatched = true;
    body.counted = 0;
    this.journal.write(resetChips([body.cartridge.id]), 1, { note: 'Reset with the set.' });
    return true;
  }

  private takesTheWrongBottle(room: PrinterScenario, body: Body, run: string): void {
    const fault = this.scenario.faults?.mixture;
    if (fault?.cartridgeId !== body.cartridge.id || this.nature.day < fault.afterDay || this.mixed) return;
    this.mixed = true;
    const wrong = this.bottleOf(room, fault.inkId, SPARE_ML);
    this.pour(room, body, 0, wrong, fault.ml, run, {
      confirmed: ['otherShade'],
      note: 'Took the wrong bottle; noticed after the first syringe.',
    });
  }

  private overfillOf(body: Body): number {
    const fault = this.scenario.faults?.overfill;
    return fault?.cartridgeId === body.cartridge.id && body.fills === 0 ? fault.overMl : 0;
  }

  private leaks(room: PrinterScenario, body: Body): void {
    const fault = this.scenario.faults?.leak;
    if (fault?.cartridgeId === body.cartridge.id && body.fills === fault.fill)
      this.nature.lose(room, body, fault.ml);
  }

  private tellsTheChip(room: PrinterScenario, body: Body, occasion: 'first' | 'topUp', run: string): void {
    const { id, chip } = body.cartridge;
    if (chip?.strategy === 'newEachTime' && occasion === 'topUp') {
      this.journal.write(fitChip(id, slotOf(room, body), chip.volumeMl), 1, { run });
      body.counted = 0;
    }
    if (chip?.strategy === 'resetter') {
      this.journal.write(resetChips([id]));
      body.counted = 0;
    }
  }

  private pour(
    room: PrinterScenario,
    body: Body,
    chamber: number,
    bottle: OpenBottle,
    ml: number,
    run: string,
    extra: { occasion?: 'first' | 'topUp'; confirmed?: string[]; note?: string },
  ): void {
    const binned = 0.3 * this.chance.factor(0.3);
    body.ml += ml;
    bottle.left -= ml + binned;
    this.nature.lose(room, null, binned);
    // By mass, with the density that its maker states: the person does not know better.
    const ink = room.inks.find(({ id }) => id === bottle.inkId)!;
    const stated = ink.density?.value ?? DENSITY_PRIOR[ink.inkClass].value;
    const shown = (ml * this.nature.rhoOf(ink)) / stated + this.chance.normal(0, 0.02);
    const { occasion = 'topUp', ...said } = extra;
    this.journal.write(
      pour({
        cartridgeId: body.cartridge.id,
        chamber,
        bottleId: bottle.id,
        ml: { value: round(shown, 2), u: Math.hypot(0.03, (0.006 * shown) / 1.064) },
        by: 'mass',
        method: room.method,
        occasion,
        leftover: { ml: round(binned, 2), fate: 'bin' },
      }),
      6,
      { run, ...said },
    );
  }

  private bottleOf(room: PrinterScenario, inkId: string, atLeastMl: number): OpenBottle {
    const open = this.bottles.get(inkId);
    if (open && open.left > atLeastMl) return open;
    this.lots += 1;
    const id = `bottle-${inkId}-${this.lots}`;
    const lot = `M${String(10 + Math.floor(this.nature.day / 90))}${String.fromCharCode(65 + (this.lots % 8))}`;
    this.journal.write(
      ownBottle({ entity: 'bottle', id, inkId, lot, ...room.bottle, emptyG: null }, `${inkId} ${lot}`, true),
    );
    const bottle = { id, inkId, left: room.bottle.volumeMl };
    this.bottles.set(inkId, bottle);
    return bottle;
  }
}

const slotOf = ({ printer }: PrinterScenario, { slotId }: Body): Slot =>
  printer.slots.find(({ id }) => id === slotId)!;
const round = (value: number, digits: number): number => Number(value.toFixed(digits));
const capacity = (body: Body): number => (body.type.fullG - body.type.emptyG.value) / body.trueRho;
