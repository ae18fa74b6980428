/**
 * Share of the old ink that is left after rounds of diluting and drawing out: `∏ r_i/(r_i + a_i)`, each round well mixed.
 *
 * @param rounds residual r that could not be drawn out before the round, and ink (or fluid) a added, ml
 * @returns 1 for no round, towards 0
 * @throws RangeError when a residual or an addition is negative, or both are 0
 * @example [1, 2, 3].map((n) => (100 * oldFraction(Array(n).fill({ residualMl: 1.8, addedMl: 4.5 }))).toFixed(1)).join(" ") // "28.6 8.2 2.3"
 */
export function oldFraction(
  rounds: readonly { readonly residualMl: number; readonly addedMl: number }[],
): number {
  return rounds.reduce((fraction, { residualMl, addedMl }) => {
    if (!(residualMl >= 0 && addedMl >= 0 && residualMl + addedMl > 0))
      throw new RangeError(
        'A round has a residual and an addition of at least 0 ml, and one of them is above.',
      );
    return (fraction * residualMl) / (residualMl + addedMl);
  }, 1);
}

export interface FlushWay {
  readonly rounds: number;
  /** To add in each round, ml: for a given total, equal rounds dilute most. */
  readonly addMl: number;
  readonly totalMl: number;
  readonly oldFraction: number;
}

const MOST_ROUNDS = 8;

/**
 * Ways to bring the old ink below a wished share: for each number of rounds the least ink, from
 * `a = r·((1/p)^(1/n) − 1)`. More rounds need less ink; fewer need less time.
 *
 * @param residualMl what cannot be drawn out, ml, above 0
 * @param wished share of old ink at most, between 0 and 1
 * @param roomMl what fits in beside the residual, ml
 * @returns ways that fit, fewest rounds first; empty when even eight rounds do not reach it
 * @throws RangeError when the residual is not above 0 or the wish not between 0 and 1
 * @example flushWays(1.8, 0.05, 45).find((way) => way.rounds === 2).addMl.toFixed(2) // "6.25"
 */
export function flushWays(residualMl: number, wished: number, roomMl: number): FlushWay[] {
  if (!(residualMl > 0)) throw new RangeError('The residual is above 0 ml.');
  if (!(wished > 0 && wished < 1)) throw new RangeError('The wished share lies between 0 and 1.');
  const ways: FlushWay[] = [];
  for (let rounds = 1; rounds <= MOST_ROUNDS; rounds++) {
    const addMl = residualMl * ((1 / wished) ** (1 / rounds) - 1);
    if (addMl <= roomMl + 1e-9) ways.push({ rounds, addMl, totalMl: rounds * addMl, oldFraction: wished });
  }
  return ways;
}
