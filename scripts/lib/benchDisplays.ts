import { performance } from 'node:perf_hooks';
import { readDisplay } from '@hiraeth/core/image';
import { gradedDisplay, GRADES, makeChance } from '@hiraeth/rig';

/** Seeds of these photographs were not looked at while the reading was built. */
const FIRST_SEED = 70_000;

/**
 * Reads photographs of scales' displays with known numbers, from held still before one to a quick one from the side.
 *
 * @param count of each grade
 * @returns a row for each grade
 */
export function benchDisplays(count: number): readonly Record<string, string | number>[] {
  return GRADES.map((grade) => {
    const sum = { right: 0, wrong: 0, unsure: 0, ms: 0 };
    for (let i = 0; i < count; i++) {
      const { text, photo } = gradedDisplay(grade, makeChance(FIRST_SEED + 1000 * grade + i));
      const start = performance.now();
      const read = readDisplay(photo)?.text ?? null;
      sum.ms += performance.now() - start;
      sum[read === null ? 'unsure' : read === text ? 'right' : 'wrong'] += 1;
    }
    const percent = (part: number): string => `${((100 * part) / count).toFixed(1)} %`;
    return {
      grade,
      photographs: count,
      'read right': percent(sum.right),
      'read wrong': percent(sum.wrong),
      'not for sure': percent(sum.unsure),
      'ms each': Math.round(sum.ms / count),
    };
  });
}
