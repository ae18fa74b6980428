/**
 * One draw of a standard normal (Box and Muller), of two uniform ones.
 *
 * @param random uniform in [0, 1)
 */
export function normalDraw(random: () => number): number {
  return Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());
}
