import type { InkClass } from './vocabulary';

/** Density of an ink that nobody has measured, g/ml with its u. */
export const DENSITY_PRIOR: Record<InkClass, { readonly value: number; readonly u: number }> = {
  pigment: { value: 1.065, u: 0.02 },
  dye: { value: 1.045, u: 0.02 },
  sublimation: { value: 1.045, u: 0.02 },
  clearCoat: { value: 1.03, u: 0.02 },
  flushFluid: { value: 1.0, u: 0.005 },
};

/** What a body holds of which nothing is known, as a share of its capacity: a rectangle from dry to full (GUM 4.3.7). */
export const UNKNOWN_SHARE = { value: 0.5, u: 0.29 } as const;

/** One u of a level as a share of what the body holds: seen through a clear wall, or told as "about half", by probing or hefting. */
export const LEVEL_U = { seen: 0.06, told: 0.12 } as const;

/** Standard uncertainty of a type's empty mass, g, for a cartridge that was not weighed empty itself. */
export const TYPE_EMPTY_U_G = 0.35;

/** What a printer draws before anything was learnt: per channel, ml and ml/dm², with standard uncertainties. */
export const USE_PRIOR = {
  perDm2: { value: 0.012, u: 0.009 },
  light: { value: 0.4, u: 0.3 },
  deep: { value: 1.6, u: 1.0 },
  group: { value: 0.6, u: 0.5 },
  recharge: { value: 8, u: 4 },
  change: { value: 0.8, u: 0.6 },
  idleDay: { value: 0.01, u: 0.01 },
  /** By the black that takes a shared line over. */
  switched: { value: 1.5, u: 1.2 },
} as const;

/** Due dates, in days or as a fraction of the target. */
export const DUE = {
  agitateDays: 12,
  weighInDays: 21,
  nozzleCheckIdleDays: 6,
  topUpFraction: 0.45,
  bottleMonths: 18,
  exportDays: 14,
} as const;

/** Water below this is gone for all that matters, ml. */
export const DRY_ML = 0.3;

/** Rest after a fill, minutes. */
export const REST_MINUTES = { tank: 30, sponge: 720 } as const;

/** A density of ink lies between these, g/ml: outside, a decimal mark is likely wrong. */
export const INK_DENSITY = { least: 0.7, most: 1.6 } as const;

/** One u of a mass that somebody typed in without its doubt, weighed once on a kitchen-table scale, g. */
export const TYPED_MASS_U_G = 0.05;
