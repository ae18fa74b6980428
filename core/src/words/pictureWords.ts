import type { PictureProblem, ReadColours } from '../image';

/** Why a picture cannot be measured, and what to do. */
export const PICTURE_PROBLEM_WORDS: Readonly<Record<PictureProblem, string>> = {
  notPicture: 'This is no PNG, JPEG, WebP or TIFF. Export the picture as one of these.',
  broken: 'The file is damaged or cut off: it could not be read to its end. Export it again.',
  noEngine:
    'The part of the app that reads colour profiles did not load. Load the page again and choose the picture once more, or export it as PNG or JPEG.',
  inksWithoutProfile:
    'Its colours are separated (CMYK), and no profile in it says how they look. Export it with its profile, or in RGB as it goes to the printer.',
  inksInJpeg:
    'It is a JPEG of separated colours (CMYK). Save it as TIFF with its profile, or in RGB as it goes to the printer.',
  manyInks: 'Its colours are separated for more than four inks. Export it in RGB, as it goes to the printer.',
  oneBit: 'It has one bit a pixel, only black and white. Export it in grey or RGB.',
  depth: 'Its pixels have neither 8 nor 16 bit. Export it with 8 or 16 bit a colour.',
  tooLarge:
    'It is larger than 200 megapixels. Export a smaller copy, or a TIFF of up to 400: what it takes per dm² is the same.',
  tooLargeTiff: 'It is larger than 400 megapixels. Export a smaller copy: what it takes per dm² is the same.',
  tooManyPieces: 'It is stored in pieces of a few pixels each. Save it with strips or larger tiles.',
  onePiece:
    'Its rows are stored in one piece too large to be read at once. Save it with strips or tiles, or a smaller copy.',
};

/** How its colours were read. */
export function coloursWords(colours: ReadColours): string {
  switch (colours.by) {
    case 'profile':
      return `colours by its profile, ${colours.name || 'which has no name'}`;
    case 'lab':
      return 'colours as it says itself, in L*a*b*';
    case 'nothing':
      return 'no profile in it: taken as sRGB';
    case 'unread':
      return `its profile${colours.name ? ` “${colours.name}”` : ''} cannot be read: taken as sRGB`;
  }
}
