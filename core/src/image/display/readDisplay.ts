import { shrunk, type Photo } from '../photo';
import { contrastOf } from './contrast';
import { digitRows, markedIn } from './digitRows';
import { readDigits, type DigitsRead } from './readDigits';

/** What a scale's display shows. */
export interface DisplayRead {
  /** As shown, with its sign and all its places; null: there are digits, and not all of them can be told for sure. */
  readonly text: string | null;
}

/** Longest side that is looked at, pixels. */
const LOOKED_AT = 480;
/** Surroundings, share of the picture's height; how much a digit stands out of them, at least. */
const REACH = 0.22;
const LEVELS: readonly number[] = [0.15, 0.27, 0.42];
/** Heights of digits that are tried, shares of the picture's height. */
const HEIGHTS: readonly number[] = [0.1, 0.125, 0.156, 0.195, 0.244, 0.305, 0.38, 0.47, 0.6];
/** Rows that read nearly as well: what they say has to be the same. */
const NEARLY = 0.82;
/** A row of less is none. */
const LEAST_SCORE = 1.6;

/**
 * Reads the seven-segment digits of a scale's display from a photograph: dark on light or shining, askew by up to some 25 degrees,
 * in a shadow or with a lamp mirrored beside them.
 *
 * Every place is judged by what is around itself alone; each segment is on or off by its digit's plainest one, and what lies between
 * makes the whole unsure: a digit, a point or a sign is never guessed.
 *
 * @param photo some 300 pixels wide at least, the display over a third of it; upright within 10 degrees
 * @returns null: no digits are seen
 */
export function readDisplay(photo: Photo): DisplayRead | null {
  const { photo: small } = shrunk(photo, LOOKED_AT);
  const found: DigitsRead[] = [];
  for (const shines of [false, true]) {
    const contrast = contrastOf(small, shines, Math.round(REACH * small.height));
    for (const level of LEVELS) {
      const marked = markedIn(contrast, level);
      const seen = new Set<string>();
      for (const height of HEIGHTS)
        for (const row of digitRows(marked, height * small.height)) {
          // Neighbouring heights find the same row again.
          const key = JSON.stringify(row);
          if (seen.has(key)) continue;
          seen.add(key);
          const read = readDigits(contrast, row);
          if (read && read.score >= LEAST_SCORE) found.push(read);
        }
    }
  }
  if (found.length === 0) return null;
  const best = Math.max(...found.map(({ score }) => score));
  const near = found.filter(({ score }) => score > NEARLY * best);
  const said = new Set(near.flatMap(({ text }) => text ?? []));
  const [text = null] = said.size === 1 ? said : [];
  return { text };
}
