import { performance } from 'node:perf_hooks';
import { readCheck } from '@hiraeth/core/image';
import { makeChance, NINE_LAYOUT, photographCheck } from '@hiraeth/rig';

/** Seeds of these photographs were not looked at while the reading was built. */
const FIRST_SEED = 20_000;

/**
 * Reads photographs with known gaps, each askew, in its own light, noise and blur.
 *
 * @param count how many; each takes some seconds to make
 */
export function benchPhotographs(count: number): Record<string, string | number> {
  const sum = { gaps: 0, found: 0, unsureOfGaps: 0, lines: 0, invented: 0, unsure: 0, refused: 0, ms: 0 };
  for (let i = 0; i < count; i++) {
    const chance = makeChance(FIRST_SEED + i);
    const missing = Object.fromEntries(
      NINE_LAYOUT.fields.map(({ slotId, rows, columns }) => [
        slotId,
        chance.next() < 0.5
          ? []
          : [
              ...new Set(
                Array.from(
                  { length: 1 + Math.floor(5 * chance.next()) },
                  () => 1 + Math.floor(chance.next() * rows * columns),
                ),
              ),
            ],
      ]),
    );
    const { photo } = photographCheck(NINE_LAYOUT, missing, {
      width: 1600,
      height: 1200,
      chance,
      perspective: 0.04 * chance.next(),
      turn: 16 * (chance.next() - 0.5) + (i % 8 === 7 ? 180 : 0),
      noise: 1 + 6 * chance.next(),
      blur: 0.4 + 1.6 * chance.next(),
      dim: 0.5 + 0.5 * chance.next(),
      glow: 0.12 * chance.next(),
    });
    const start = performance.now();
    const read = readCheck(photo, NINE_LAYOUT);
    sum.ms += performance.now() - start;
    if (read.refused) sum.refused += 1;
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
  const percent = (part: number, whole: number): string =>
    `${((100 * part) / Math.max(1, whole)).toFixed(2)} %`;
  return {
    photographs: count,
    gaps: sum.gaps,
    found: percent(sum.found, sum.gaps),
    'unsure of it': percent(sum.unsureOfGaps, sum.gaps),
    'invented, of lines': percent(sum.invented, sum.lines),
    'unsure, of lines': percent(sum.unsure, sum.lines),
    refused: sum.refused,
    'ms each': Math.round(sum.ms / count),
  };
}
