import type { Corners, Point } from '@hiraeth/core/image';

/** In the order in which they are marked. */
export const CORNERS = ['top left', 'top right', 'bottom right', 'bottom left'] as const;

/** The first four of these points as corners; null where there are fewer. */
export function cornersOf([a, b, c, d]: readonly Point[]): Corners | null {
  return a && b && c && d ? [a, b, c, d] : null;
}
