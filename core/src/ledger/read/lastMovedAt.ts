import { latest } from '../../time';
import type { CartridgeState } from '../fold/state';

/**
 * When a cartridge was last moved so that its pigment came up: shaken, filled, weighed, or changed in its printer.
 *
 * @returns UTC; null when the log knows of nothing
 */
export const lastMovedAt = ({
  agitatedAt,
  lastFillAt,
  lastWeighed,
  installedAt,
}: Pick<CartridgeState, 'agitatedAt' | 'lastFillAt' | 'lastWeighed' | 'installedAt'>): string | null =>
  latest([agitatedAt, lastFillAt, lastWeighed?.at, installedAt]);
