import type { Cartridge, Ink } from '../workbook';
import type { Mismatch } from './step';

/**
 * How a bottle's ink differs from what a cartridge's chamber is dedicated to: another shade, another class, another lot than
 * the one inside.
 *
 * @param ink in the bottle
 * @param lot of the bottle
 * @param chamber of the cartridge
 * @param inside lots that are in it now, the most first
 * @returns nothing when they match
 */
export function mismatchesOf(
  ink: Pick<Ink, 'shade' | 'inkClass'>,
  lot: string,
  cartridge: Pick<Cartridge, 'shades' | 'inkClass'>,
  chamber: number,
  inside: readonly string[] = [],
): Mismatch[] {
  const found: Mismatch[] = [];
  const shade = cartridge.shades[chamber] ?? cartridge.shades[0]!;
  // Flush fluid goes into a body of any shade, to clean it or the printer's lines.
  if (ink.inkClass !== 'flushFluid') {
    if (ink.shade !== shade) found.push({ code: 'shade', bottle: ink.shade, cartridge: shade });
    if (ink.inkClass !== cartridge.inkClass)
      found.push({ code: 'inkClass', bottle: ink.inkClass, cartridge: cartridge.inkClass });
  }
  const before = inside[0];
  if (before !== undefined && before !== lot && lot !== '')
    found.push({ code: 'lot', bottle: lot, inside: before });
  return found;
}
