import { densityOfInk, factsOf, find, type Snapshot } from '../ledger';
import type { Uncertain } from '../quantity';
import { DENSITY_PRIOR, type Ink } from '../workbook';

/** What fills and used-up bottles say of an ink's density, beside what is reckoned with. */
export interface DensityByFills {
  /** g/ml, by syringe and scale, or by bottles of known volume. */
  readonly told: Uncertain;
  /** g/ml, as it is reckoned with. */
  readonly stated: Uncertain;
  /** Fills at which the syringe and the scale both spoke. */
  readonly fills: number;
  /** Bottles that were used up by mass. */
  readonly bottles: number;
  /** Told and stated cannot both be right. */
  readonly isOff: boolean;
}

/** What all fills from one kind of syringe have wrong alike, and all bottles of one maker: relative standard uncertainty. */
const ALIKE = 0.01;
/** A bottle holds what its label says but for this: relative standard uncertainty. */
const BOTTLE_U = 0.02;
/** The same of one that ended early: what was thrown away or spilt with it nobody logs. */
const EARLY_U = 0.04;
/** So much must have gone through syringes and scale, or a bottle be used up, before anything is said. */
const LEAST_FILLS = 3;
/** Off by more standard deviations than this is asked about. */
const OFF_SIGMA = 2;
/** Less than this makes no fill wrong that anybody would see. */
const LEAST_OFF = 0.01;
/** Bottles that gave most of their ink by syringe say nothing of its mass. */
const BY_MASS = 0.8;
/** No ink is so light or so heavy: a load that was typed wrong. */
const ODD = 0.15;

interface Sample {
  readonly rho: number;
  /** Its own standard uncertainty, relative. */
  readonly u: number;
}

/**
 * An ink's density by what was done with it: at each fill that was read from a syringe and weighed before and after,
 * `ρ = Δm/V`; of each bottle that was used up by mass, the grams that came of it over its volume, less what came of it by volume. The mean is weighed by each one's own doubt, not better than they scatter, and not better than what all of them have wrong alike.
 *
 * @returns null where too little is known to say anything
 */
export function densityByFills(book: Snapshot, inkId: string): DensityByFills | null {
  const { context } = book;
  const ink = find(context, 'ink', inkId);
  if (!ink) return null;
  const stated = densityOfInk(context, ink);
  const isIts = (bottleId: string): boolean => find(context, 'bottle', bottleId)?.inkId === inkId;
  const filled = factsOf(book, 'filled').filter(({ bottleId }) => isIts(bottleId));
  const fills = filled.flatMap(({ beside }): Sample[] => {
    if (!beside || !(beside.ml.value > 0) || !(beside.g.value > 0)) return [];
    const rho = beside.g.value / beside.ml.value;
    const u = Math.hypot(beside.g.u / beside.g.value, beside.ml.u / beside.ml.value);
    return Math.abs(rho / stated.value - 1) < ODD ? [{ rho, u }] : [];
  });
  const bottles = factsOf(book, 'retired').flatMap((fact): Sample[] => {
    const bottle = fact.what === 'bottle' && isIts(fact.subjectId) && find(context, 'bottle', fact.subjectId);
    if (!bottle || fact.reason !== 'used up') return [];
    const weighed = filled.filter(({ bottleId, by }) => bottleId === bottle.id && by === 'mass');
    const ml = weighed.reduce((sum, one) => sum + one.ml.value, 0);
    const gave = book.state.bottles.get(bottle.id)?.outMl ?? 0;
    if (!(ml > 0) || ml < BY_MASS * gave) return [];
    // What came out by volume is that much, whatever the ink weighs; the rest of the bottle weighed so many grams.
    const grams = weighed.reduce((sum, one) => sum + one.ml.value * densityAt(book, ink, one.at), 0);
    const rho = grams / (bottle.volumeMl - (gave - ml));
    return Math.abs(rho / stated.value - 1) < ODD
      ? [{ rho, u: gave < bottle.volumeMl ? EARLY_U : BOTTLE_U }]
      : [];
  });
  if (fills.length < LEAST_FILLS && bottles.length === 0) return null;
  const told = meanOf([...fills, ...bottles]);
  const off = Math.abs(told.value - stated.value);
  return {
    told,
    stated,
    fills: fills.length,
    bottles: bottles.length,
    isOff: off > OFF_SIGMA * Math.hypot(told.u, stated.u) && off > LEAST_OFF * stated.value,
  };
}

/** With what density a fill of that day was reckoned, g/ml: one that was measured later made no millilitres of it. */
function densityAt(book: Snapshot, ink: Ink, at: string): number {
  const measured = factsOf(book, 'densityMeasured').findLast(
    (fact) => fact.inkId === ink.id && fact.at <= at,
  );
  return (measured?.density ?? ink.density ?? DENSITY_PRIOR[ink.inkClass]).value;
}

/** Weighed mean, its doubt widened by how they scatter (Birge), and by what they have wrong alike. */
function meanOf(samples: readonly Sample[]): Uncertain {
  const weight = samples.reduce((sum, { u }) => sum + 1 / u ** 2, 0);
  const value = samples.reduce((sum, { rho, u }) => sum + rho / u ** 2, 0) / weight;
  const chi = samples.reduce((sum, { rho, u }) => sum + ((rho / value - 1) / u) ** 2, 0);
  const birge = samples.length > 1 ? Math.max(1, Math.sqrt(chi / (samples.length - 1))) : 1;
  return { value, u: value * Math.hypot(birge / Math.sqrt(weight), ALIKE) };
}
