// Looked up once: it is drawn for every pixel of a picture.
const { cos, log, PI, sqrt } = Math;

/**
 * One draw of a standard normal (Box and Muller), of two uniform ones.
 *
 * @param random uniform in [0, 1)
 */
export function normalDraw(random: () => number): number {
  return sqrt(-2 * log(1 - random())) * cos(2 * PI * random());
}
