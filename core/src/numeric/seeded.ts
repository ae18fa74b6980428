// Looked up once: it is drawn for every pixel of a picture.
const { imul } = Math;

/**
 * A small source of chance that gives the same each time (mulberry32).
 *
 * @param seed any integer
 * @returns uniform in [0, 1)
 * @example seeded(7)() === seeded(7)() // true
 */
export function seeded(seed: number): () => number {
  let a = seed >>> 0;
  return () => {
    a = (a + 0x6d2b79f5) >>> 0;
    let t = a;
    t = imul(t ^ (t >>> 15), t | 1);
    t ^= t + imul(t ^ (t >>> 7), t | 61);
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
}
