import type { Mismatch } from '../bench';
import { CLASS_NAMES } from '../definition';

/** How a bottle differs from the cartridge, as one would say it. */
export function mismatchWords(differs: Mismatch): string {
  switch (differs.code) {
    case 'shade':
      return `The bottle holds ${differs.bottle}, the cartridge is for ${differs.cartridge}.`;
    case 'inkClass':
      return `The bottle holds ${CLASS_NAMES[differs.bottle]} ink, the cartridge ${CLASS_NAMES[differs.cartridge]}: mixed, they clog.`;
    case 'lot':
      return `Another lot: ${differs.bottle} in the bottle, ${differs.inside} inside. Colours may shift a little.`;
  }
}
