import { NO_EXPOSURE } from '../../exposure';
import { type Source } from '../../quantity';
import { atLeastNone, isKnown, joined, massOf, moved, UNKNOWN_VAR } from './belief';
import { ChipCount, type Mark } from './ChipCount';
import { CONTRADICTS_SIGMA, LEAST_OFF_ML, type Contradiction } from './contradicts';
import { Inside } from './Inside';
import { lotsOf, mixOf, pourInto, scaleMixes, takeFrom } from './mixes';
import { settle, spread, standing, type ReadPoint, type WalkInput, type Walked } from './walked';
import { foretellStays, type Stays } from './stays';
import type { Belief, Draw, Flow, Happening, LifePoint, Mix, Seat } from './state';

/**
 * Goes through what happened to a cartridge since its ink was known: the belief moves with each fill and draw, evidence joins
 * it by its precision, and every ml that left is written down with the lots it was of. Pure: the same for the fold, which
 * closes a chain at a weighing, and for reading an open one with today's models.
 */
export function walk(input: WalkInput): Walked {
  if (input.happenings.length === 0) return standing(input.start, input.bareLot);
  const walker = new Walker(input);
  for (const happening of input.happenings) walker.step(happening);
  return walker.end();
}

type Of<T extends Happening['type']> = Extract<Happening, { type: T }>;
type Evidence = Of<'seen'> | Of<'weighed'>;

/** One way along a chain: where it has come to. */
class Walker {
  private belief: Belief;
  private source: Source;
  private seat: Seat | null = null;
  private contradiction: Contradiction | null = null;
  handMl = 0;
  private handVar = 0;
  /** Foretold to be drawn so far, and the variance of that since a content was last known. */
  foretoldMl = 0;
  useVar = 0;
  /** Drawn beyond what was foretold, by the evidence on the way. */
  private corrected = 0;
  private beyondMl = 0;
  private stayed = 0;
  private readonly inside: Inside;
  private readonly count: ChipCount;
  private readonly stays: Stays;
  /** A weighing at the end said how much was drawn in all: evidence on the way has nothing to add. */
  private readonly free: boolean;
  private readonly scale: number;
  private readonly flows: Flow[] = [];
  private draws: Draw[] = [];
  private readonly points: LifePoint[] = [];

  constructor(private readonly input: WalkInput) {
    const { start, happenings, timelineOf, foretell, totalMl } = input;
    this.belief = start.belief;
    this.source = start.source;
    this.inside = new Inside(start.mixes, input.bareLot);
    this.count = new ChipCount(start.reading);
    this.stays = input.stays ?? foretellStays(happenings, timelineOf, foretell);
    this.free = totalMl === undefined;
    this.scale = totalMl === undefined ? 1 : this.stays.totalMl > 1e-12 ? totalMl / this.stays.totalMl : 0;
  }

  step(happening: Happening): void {
    switch (happening.type) {
      case 'stay':
        return this.stay(happening);
      case 'in':
        return this.pour(happening);
      case 'out':
        return this.takeOut(happening);
      case 'seen':
      case 'weighed':
        return this.evidence(happening);
      case 'read':
        return this.read(happening);
    }
  }

  private stay(stretch: Of<'stay'>): void {
    const stay = this.stays.uses[this.stayed];
    this.stayed += 1;
    this.seat = { printerId: stretch.printerId, slotId: stretch.slotId };
    if (!stay || stay.exposure === NO_EXPOSURE) return;
    const ml = stay.ml * this.scale;
    this.draws.push({ stretch, exposure: stay.exposure, ml, blend: this.inside.draw(ml) });
    this.belief = moved(this.belief, -ml, this.free ? stay.variance : 0);
    this.foretoldMl += stay.ml;
    this.useVar += stay.variance;
    this.source = 'predicted';
  }

  private pour({ at, factId, chamber, lot, ml, variance }: Of<'in'>): void {
    this.keepAboveNothing();
    this.inside.put(pourInto(this.settled(), chamber, lot, ml));
    this.byHand(ml, variance);
    const { seat } = this;
    this.flows.push({
      at,
      factId,
      seat,
      cause: 'filled',
      ml,
      variance,
      lots: mixOf(lot, ml),
      toBottle: null,
    });
    this.point(factId, at, null, null);
  }

  private takeOut({ at, factId, cause, chamber, ml, variance, toBottle }: Of<'out'>): void {
    const mixes = this.settled();
    const lots = lotsOf(mixes, ml, this.input.bareLot, chamber);
    this.flows.push({ at, factId, seat: this.seat, cause, ml, variance, lots, toBottle });
    this.inside.put(takeFrom(mixes, ml, chamber));
    this.byHand(-ml, variance);
    this.point(factId, at, null, null);
  }

  /** More was foretold to be drawn than was there: no more than that was. */
  private keepAboveNothing(): void {
    if (!this.free || this.input.reckonedBack) return;
    const { ml } = this.belief;
    if (!(ml < 0) || !isKnown(this.belief)) return;
    // What was taken out by hand was seen: only what was foretold gives way.
    const foretoldMl = this.draws.reduce((sum, draw) => sum + draw.ml, 0);
    const back = Math.min(-ml, foretoldMl);
    if (back <= 0) return;
    this.belief = { ...atLeastNone(this.belief), ml: ml + back };
    this.draws = spread(this.draws, -back);
  }

  private byHand(ml: number, variance: number): void {
    this.belief = moved(this.belief, ml, variance);
    this.handMl += ml;
    this.handVar += variance;
    if (this.source !== 'predicted') this.source = 'syringe';
  }

  private evidence(happening: Evidence): void {
    const { because } = happening;
    if (this.free && because !== 'misread' && because !== 'otherCartridge') this.join(happening);
    const massG = happening.type === 'weighed' ? happening.massG.value : null;
    this.point(happening.factId, happening.at, massG, null);
  }

  /** Evidence of what is inside joins the belief; where the two contradict, somebody has to say what happened. */
  private join(happening: Evidence): void {
    this.takeCount();
    const { because, ml: z } = happening;
    const of = happening.type === 'weighed' ? 'mass' : 'ink';
    const known = isKnown(this.belief);
    const before = this.belief.ml;
    const expected = of === 'mass' ? massOf(this.belief) : { ml: before, variance: this.belief.inkVar };
    const variance = happening.u ** 2;
    const s = Math.sqrt(expected.variance + variance);
    const off = z - expected.ml;
    // A print that faded says that no more than this was there.
    const bound = happening.type === 'seen' && (happening.kind === 'faded' || happening.kind === 'ranDry');
    if (bound && known && z >= before) return;
    const far = known && Math.abs(off) > Math.max(CONTRADICTS_SIGMA * s, LEAST_OFF_ML);
    if (far && because === null) {
      // Nobody said what happened: it is not taken until someone does. A print that faded is a hard fact all the same.
      if (bound) this.belief = { ...this.belief, ml: z, inkVar: variance };
      this.contradiction = {
        code: codeOf(happening),
        factId: happening.factId,
        at: happening.at,
        expectedMl: expected.ml,
        foundMl: z,
        u: s,
      };
    } else {
      // Where something happened that the log did not know, the evidence alone says what is there now. All else fits, and
      // settles what was open.
      const prior = far ? { ...this.belief, inkVar: UNKNOWN_VAR, cov: 0 } : this.belief;
      this.belief = joined(prior, z, variance, of);
      this.contradiction = null;
    }
    if (known) this.account(happening, before - this.belief.ml, far && isLoss(because));
    this.inside.put(scaleMixes(this.inside.mixes, this.belief.ml, this.input.bareLot));
    this.source = happening.type === 'weighed' ? 'weighed' : 'sight';
    this.useVar = 0;
    this.count.forget();
  }

  /** Where the ml went by which evidence lowered the belief. */
  private account({ at, factId }: Evidence, fellMl: number, lost: boolean): void {
    const cause = lost ? 'leaked' : 'unexplained';
    if (!lost && this.draws.length > 0) this.corrected += fellMl;
    else if (lost || (Math.abs(fellMl) > 1e-12 && isKnown(this.input.start.belief)))
      this.flows.push({
        at,
        factId,
        seat: this.seat,
        cause,
        ml: fellMl,
        variance: 0,
        lots: lotsOf(this.inside.mixes, fellMl, this.input.bareLot),
        toBottle: null,
      });
  }

  private read(happening: Of<'read'>): void {
    const { reading } = happening;
    this.point(happening.factId, reading.at, null, reading.fraction);
    if (!isKnown(this.belief)) return;
    this.count.mark(happening, this);
    if (!this.free) return;
    if (this.count.begins(reading)) {
      if (happening.atMost) return;
      this.takeCount();
      this.count.begin(reading, this);
    } else {
      const { counterOf } = this.input;
      const counter = this.seat && counterOf ? counterOf(this.seat) : { k: 1, variance: 0.01 };
      this.count.goOn(happening, this, counter);
    }
  }

  /** What the gauge said last since its anchor, folded in at the end of each chip's count: readings share their k. */
  private takeCount(): void {
    const said = this.count.take();
    if (!said) return;
    const { moreMl, beyondMl } = said;
    this.beyondMl += beyondMl;
    this.contradiction = said.contradiction ?? this.contradiction;
    this.belief = {
      ...this.belief,
      ml: this.belief.ml - moreMl,
      inkVar: Math.max(1e-6, this.belief.inkVar - said.varianceUsed + said.variance),
    };
    this.corrected += moreMl;
    if (moreMl !== 0) this.inside.put(scaleMixes(this.inside.mixes, this.belief.ml, this.input.bareLot));
  }

  end(): Walked {
    this.takeCount();
    this.keepAboveNothing();
    const { belief, draws, corrected, handMl, stays, input, count } = this;
    const lastRead = this.readPoint(count.last);
    return {
      belief,
      mixes: this.settled(),
      source: this.source,
      flows: this.flows,
      draws: corrected === 0 ? draws : spread(draws, corrected),
      points: this.points,
      beyondMl: this.beyondMl,
      contradiction: this.contradiction,
      handMl,
      handVar: this.handVar,
      foretoldMl: stays.totalMl,
      drew: stays.drew,
      firstRead: count.first === count.last ? lastRead : this.readPoint(count.first),
      lastRead,
      read: lastRead
        ? { reading: lastRead.reading, ml: lastRead.ml, handMl: lastRead.handMl }
        : input.start.read && { ...input.start.read, handMl: input.start.read.handMl + handMl },
    };
  }

  /** The lots as of now, adding up to the belief. */
  private settled(): readonly Mix[] {
    return settle(this.inside.mixes, this.belief, this.input.bareLot);
  }

  /** What was inside when it was read, by all that is known by now. */
  private readPoint(mark: Mark | null): ReadPoint | null {
    if (!mark) return null;
    const sinceMl = this.foretoldMl - mark.foretoldMl;
    const handMl = this.handMl - mark.handMl;
    return {
      reading: mark.reading,
      ml: this.belief.ml + sinceMl * this.scale - handMl,
      handMl,
      beforeMl: mark.foretoldMl,
      sinceMl,
    };
  }

  private point(factId: string, at: string, massG: number | null, gauge: number | null): void {
    const { inkVar } = this.belief;
    const ml = Math.max(0, this.belief.ml);
    const u = Math.sqrt(Math.min(inkVar, UNKNOWN_VAR) + (ml * this.input.densityU) ** 2);
    this.points.push({ factId, at, ml, u, source: this.source, massG, gauge });
  }
}

const isLoss = (because: string | null): boolean =>
  because === 'leaked' || because === 'spilt' || because === 'evaporated';

function codeOf(happening: Evidence): Contradiction['code'] {
  if (happening.type === 'weighed') return 'massOff';
  switch (happening.kind) {
    case 'level':
      return 'levelOff';
    case 'sensor':
      return 'sensorOff';
    case 'faded':
      return 'fadedOff';
    case 'ranDry':
      return 'ranDryOff';
  }
}
