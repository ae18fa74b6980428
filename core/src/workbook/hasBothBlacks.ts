import { sparedBlacks } from './sparedBlacks';

/** Is there a black for coated papers and one for matte ones? */
export const hasBothBlacks = (slots: readonly { readonly shades: readonly string[] }[]): boolean =>
  sparedBlacks(
    slots.flatMap(({ shades }) => shades),
    'photo',
  ).length > 0;
