import type { SetMass } from './swappedMasses';

/** One that is off may be misread, two by chance: from so many on, the next belongs to them. */
const SOME = 2;

/**
 * Is a mass that is far from what was foretold one of a whole set that is? Then the set is asked about when it is through, and not
 * each of it by itself.
 *
 * @param mass that is far off
 * @param others of the same weigh-in that were
 */
export const isOffAlike = (mass: SetMass, others: readonly SetMass[]): boolean =>
  others.filter((other) => sideOf(other) === sideOf(mass)).length >= SOME;

const sideOf = ({ expected, found }: SetMass): number => Math.sign(found.value - expected.value);
