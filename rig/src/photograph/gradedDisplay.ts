import type { Photo } from '@hiraeth/core/image';
import type { Chance } from '../random';
import { photographDisplay, type DisplayKind, type DisplayOptions } from './photographDisplay';
import type { Grade } from './gradedPhotograph';

const KINDS: readonly DisplayKind[] = ['lcd', 'lcd', 'lcd', 'backlit', 'negative', 'red', 'green'];

/** What a display shows, and how it is seen, by how hard it is to read: see `gradedDisplay`. */
export function displayAt(
  grade: Grade,
  chance: Chance,
  width = 480,
): { readonly text: string; readonly options: DisplayOptions } {
  const { next } = chance;
  const between = (low: number, high: number): number => low + (high - low) * next();
  const hard = (grade - 1) / 4;
  const decimals = next() < 0.75 ? 2 : 1;
  const mass = next() < 0.15 ? between(0, 1) : next() < 0.6 ? between(10, 100) : between(100, 400);
  const text = `${next() < 0.12 ? '-' : ''}${mass.toFixed(decimals)}`;
  const tilt = 3 + 22 * hard;
  const options: DisplayOptions = {
    width,
    height: Math.round(width * 0.5625),
    chance,
    kind: KINDS[Math.floor(next() * KINDS.length)]!,
    slant: between(0, 10),
    digitWidth: between(0.48, 0.58),
    thick: between(0.1, 0.15),
    gap: between(0.008, 0.03),
    ghost: next() < 0.5 ? 0 : between(0, 0.06 + 0.12 * hard),
    size: between(0.85 - 0.35 * hard, 0.9),
    tilt: [between(-tilt, tilt), between(-tilt, tilt), between(-1, 1) * (1 + 7 * hard)],
    shift: [between(-0.03, 0.03) - 0.05 * hard * next(), between(-0.08, 0.08) * (0.3 + hard)],
    blur: (between(0.3, 0.8 + 1.4 * hard) * width) / 640,
    noise: between(1, 2 + 8 * hard),
    dim: between(0.9 - 0.5 * hard, 1),
    shadow: grade >= 3 ? between(0, 0.55) * hard : 0,
    glare: grade >= 3 && next() < 0.5 ? between(0, 150) * hard : 0,
  };
  return { text, options };
}

/**
 * A photograph of a scale's display by how hard it is to read, from held still before it (1) to a quick one from the side, in a
 * lamp's mirror image (5), with the number that it shows.
 */
export function gradedDisplay(
  grade: Grade,
  chance: Chance,
  width = 480,
): { readonly text: string; readonly photo: Photo; readonly options: DisplayOptions } {
  const { text, options } = displayAt(grade, chance, width);
  return { text, photo: photographDisplay(text, options), options };
}
