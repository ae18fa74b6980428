import type { Exposure } from '../exposure';
import type { Uncertain } from '../quantity';
import { USE_PRIOR, type Printer } from '../workbook';

/** What draws ink beside a kind of picture, in the order in which a model keeps them. */
export const TERMS = [
  'imageMl',
  'light',
  'deep',
  'group',
  'recharge',
  'change',
  'switched',
  'idleDays',
] as const;
export type Term = (typeof TERMS)[number];
/** What happens at one moment, each time a little otherwise. */
export const EVENTS = [
  'light',
  'deep',
  'group',
  'recharge',
  'change',
  'switched',
] as const satisfies readonly Term[];
/** Standard deviation of one of them about its mean, relative, before it was learnt. */
export const EVENT_SCATTER_PRIOR = 0.15;

/** One learnt coefficient per channel scales a picture's separation: prior 1 with sd 60 %. */
export const IMAGE_PRIOR: Uncertain = { value: 1, u: 0.6 };
/** Log-standard deviation of what pictures of one kind take, before it was learnt. */
export const SCATTER_PRIOR = 0.25;
/** Share of that scatter's variance that all channels have in common: a dark picture is dark in all of them. */
export const SHARED_SCATTER = 0.5;
/**
 * What channels' learnt coefficients have wrong alike: they were taught by the same prints, whose pictures were dark or light in
 * all of them. Measured on simulated years, 0.31 to 0.45.
 */
export const SHARED_COEFFICIENT = 0.4;
/** What a picture's separation cannot know, relative, for each picture. */
export const IMAGE_DOUBT = 0.25;

export type Draws = Printer['draws'];

/** The priors of one channel: what another printer of its kind was taught of it, else those of all. */
export function drawsOf(draws: Draws, slotId: string): Draws {
  const taught = draws.channels?.find((one) => one.slotId === slotId);
  if (!taught) return draws;
  return {
    ...draws,
    perDm2: taught.perDm2 ?? draws.perDm2,
    light: taught.light ?? draws.light,
    deep: taught.deep ?? draws.deep,
    group: taught.group ?? draws.group,
    recharge: taught.recharge ?? draws.recharge,
    change: taught.change ?? draws.change,
    idleDay: taught.idleDay ?? draws.idleDay,
  };
}

/** Prior of a term's coefficient, from the printer's own editable values. */
export function priorOfTerm(term: Term, draws: Draws): Uncertain {
  switch (term) {
    case 'imageMl':
      return IMAGE_PRIOR;
    case 'idleDays':
      return draws.idleDay;
    case 'switched':
      return draws.switched ?? USE_PRIOR.switched;
    case 'light':
    case 'deep':
    case 'group':
    case 'recharge':
    case 'change':
      return draws[term];
  }
}

/**
 * What an exposure draws by the printer's priors alone: `Σ x·c`, `u² = Σ (x·u(c))² + Σ s²·(c² + u(c)²)·Q + Σ n·(0.15·c)²` with the job's scatter s
 * and n cleanings, changes and the like.
 *
 * @param exposure of one channel
 * @param draws the printer's priors
 * @returns ml with u
 * @example predictPrior({ areas: [{ subjectId: "a", dm2: 100, squares: 0 }], imageMl: 0, imageSquares: 0, light: 1, deep: 0, group: 0, recharge: 0, change: 0, switched: 0, idleDays: 0 }, { perDm2: { value: 0.012, u: 0.009 }, light: { value: 0.4, u: 0.3 } }).value.toFixed(2) // "1.60"
 */
export function predictPrior(exposure: Exposure, draws: Draws): Uncertain {
  let value = 0;
  let variance = 0;
  for (const { dm2, squares } of exposure.areas) {
    value += dm2 * draws.perDm2.value;
    const { value: c, u } = draws.perDm2;
    variance += (dm2 * u) ** 2 + SCATTER_PRIOR ** 2 * (c * c + u * u) * squares;
  }
  for (const term of TERMS) {
    const x = exposure[term];
    if (!(x > 0)) continue;
    const prior = priorOfTerm(term, draws);
    value += x * prior.value;
    variance += (x * prior.u) ** 2;
  }
  for (const term of EVENTS)
    if (exposure[term] > 0)
      variance += exposure[term] * (EVENT_SCATTER_PRIOR * priorOfTerm(term, draws).value) ** 2;
  variance += IMAGE_DOUBT ** 2 * exposure.imageSquares;
  return { value, u: Math.sqrt(variance) };
}
