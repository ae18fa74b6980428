/** Two blacks that papers share out, while nobody says which paper a print was on: now the one draws all of it, now the other. */
export interface BlackSwing {
  readonly slotIds: readonly string[];
  /** Weigh-ins that told of it, and the sum of the squared shares that took another black than was reckoned with. */
  readonly weighIns: number;
  readonly squares: number;
}
export const NO_SWING: BlackSwing = { slotIds: [], weighIns: 0, squares: 0 };
/** So many weigh-ins without a swing are reckoned with before any told of it. */
const SWING_PRIOR = 2;

/** Variance of what prints take from one of two blacks, while nobody says which they take: ml². */
export const swingVariance = (
  { slotIds, weighIns, squares }: BlackSwing,
  slotId: string,
  printedMl: number,
): number =>
  squares > 0 && slotIds.includes(slotId) ? (squares / (weighIns + SWING_PRIOR)) * printedMl ** 2 : 0;
