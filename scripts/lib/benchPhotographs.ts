import { performance } from 'node:perf_hooks';
import { readCheck } from '@hiraeth/core/image';
import { gradedPhotograph, GRADES, makeChance, NINE_LAYOUT } from '@hiraeth/rig';

/** Seeds of these photographs were not looked at while the reading was built. */
const FIRST_SEED = 20_000;
const WIDTH = 1600;
/** A grid whose top left is this far from its own, pixels, lies on another side. */
const ANOTHER_SIDE = 200;

/**
 * Reads photographs with known gaps, from a table under an even light to a patterned cloth with a corner off the picture.
 *
 * @param count of each grade; each takes a second or two to make
 * @returns a row for each grade
 */
export function benchPhotographs(count: number): readonly Record<string, string | number>[] {
  return GRADES.map((grade) => {
    const sum = { gaps: 0, found: 0, unsureOfGaps: 0, lines: 0, invented: 0, unsure: 0, ms: 0 };
    const whole = { refused: 0, asked: 0, turned: 0 };
    for (let i = 0; i < count; i++) {
      const chance = makeChance(FIRST_SEED + 1000 * grade + i);
      const { photo, corners, missing } = gradedPhotograph(NINE_LAYOUT, grade, chance, WIDTH);
      const start = performance.now();
      const read = readCheck(photo, NINE_LAYOUT);
      sum.ms += performance.now() - start;
      if (read.refused === 'whichWayUp') whole.asked += 1;
      else if (read.refused) whole.refused += 1;
      else {
        const [[x, y]] = read.corners!;
        if (Math.hypot(x - corners[0][0], y - corners[0][1]) > ANOTHER_SIDE) whole.turned += 1;
      }
      for (const { slotId, lines, gaps, unsure } of read.channels) {
        const gone = missing[slotId]!;
        const named = new Set(gaps.map(({ line }) => line));
        sum.gaps += gone.length;
        sum.found += gone.filter((line) => named.has(line)).length;
        sum.unsureOfGaps += gone.filter((line) => unsure.includes(line)).length;
        sum.invented += [...named].filter((line) => !gone.includes(line)).length;
        sum.lines += lines;
        sum.unsure += unsure.length;
      }
    }
    const percent = (part: number, all: number): string =>
      `${((100 * part) / Math.max(1, all)).toFixed(2)} %`;
    return {
      grade,
      photographs: count,
      refused: whole.refused,
      'asked which way up': whole.asked,
      'upside down': whole.turned,
      gaps: sum.gaps,
      found: percent(sum.found, sum.gaps),
      'unsure of it': percent(sum.unsureOfGaps, sum.gaps),
      'invented, of lines': percent(sum.invented, sum.lines),
      'unsure, of lines': percent(sum.unsure, sum.lines),
      'ms each': Math.round(sum.ms / count),
    };
  });
}
