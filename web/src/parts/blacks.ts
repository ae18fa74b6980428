import { sparedBlacks } from '@hiraeth/core';

/** Is there a black for coated papers and one for matte ones? */
export const hasBothBlacks = (slots: readonly { readonly shades: readonly string[] }[]): boolean =>
  sparedBlacks(
    slots.flatMap(({ shades }) => shades),
    'photo',
  ).length > 0;

export const SHARE_LINE = 'Photo and matte black share one line: changing between them purges it';
