import type { CheckLayout } from '@hiraeth/core/workbook';
import type { Chance } from '../random';
import { photographCheck, type Desk, type PhotographOptions } from './photographCheck';

export const GRADES = [1, 2, 3, 4, 5] as const;
/** From a scanner's sharpness (1) to a hand-held picture in bad light, on a patterned cloth, with a corner missing (5). */
export type Grade = (typeof GRADES)[number];

const DESKS: Readonly<Record<Grade, readonly Desk[]>> = {
  1: ['dark', 'grey'],
  2: ['dark', 'grey', 'pale'],
  3: ['grey', 'pale', 'wood'],
  4: ['wood', 'cloth', 'dots'],
  5: ['pale', 'wood', 'cloth', 'dots'],
};

/** Every so many-th sheet lies on its head or its side. */
const TURNED = 0.25;
/** A channel in trouble: so much of it may be missing at once. */
const MOST_GONE = 0.45;

/**
 * A photograph of a check by how hard it is to read, with what is missing from it.
 *
 * @param width of the picture, pixels; it is three quarters as high
 */
export function gradedPhotograph(
  layout: CheckLayout,
  grade: Grade,
  chance: Chance,
  width: number,
): ReturnType<typeof photographCheck> & {
  readonly missing: Readonly<Record<string, readonly number[]>>;
  readonly options: PhotographOptions;
} {
  const { next } = chance;
  const between = (low: number, high: number): number => low + (high - low) * next();
  const hard = (grade - 1) / 4;
  const desks = DESKS[grade];
  const missing = Object.fromEntries(
    layout.fields.map(({ slotId, rows, columns }) => {
      const lines = rows * columns;
      const trouble = next();
      if (grade >= 4 && trouble < 0.15) {
        const share = between(0.15, MOST_GONE);
        return [slotId, Array.from({ length: lines }, (_, i) => i + 1).filter(() => next() < share)];
      }
      if (trouble < 0.5) return [slotId, []];
      const few = Array.from({ length: 1 + Math.floor(5 * next()) }, () => 1 + Math.floor(next() * lines));
      return [slotId, [...new Set(few)]];
    }),
  );
  const side = grade >= 3 && next() < TURNED ? 90 * Math.floor(4 * next()) : 0;
  const options: PhotographOptions = {
    width,
    height: Math.round(0.75 * width),
    chance,
    perspective: between(0, 0.015 + 0.06 * hard),
    turn: side + between(-1, 1) * (2 + 16 * hard),
    noise: between(1, 2 + 6 * hard),
    blur: (between(0.3, 0.9 + 1.1 * hard) * width) / 1600,
    dim: between(0.85 - 0.4 * hard, 1),
    glow: between(0, 0.12),
    desk: desks[Math.floor(next() * desks.length)]!,
    barrel: grade >= 3 ? between(-0.03, 0.03) * hard : 0,
    shadow: grade >= 3 ? between(0, 0.5) * hard : 0,
    crease: grade >= 4 ? between(0, 0.15) : 0,
    glare: grade === 5 ? between(0, 110) : 0,
    shift: grade === 5 && next() < 0.4 ? [between(-0.22, 0.22), between(-0.12, 0.12)] : [0, 0],
    grey: grade === 5 && next() < 0.15,
  };
  return { ...photographCheck(layout, missing, options), missing, options };
}
