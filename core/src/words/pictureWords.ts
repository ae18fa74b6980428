import type { MeasuredPicture, PictureProblem } from '../image';

/** Why a picture cannot be measured, and what to do. */
export const PICTURE_PROBLEM_WORDS: Readonly<Record<PictureProblem, string>> = {
  notPicture: 'This is no PNG, JPEG, WebP or TIFF. Export the picture as one of these.',
  broken: 'The file is damaged or cut off: it could not be read to its end. Export it again.',
  cmyk: 'Its colours are already separated (CMYK or Lab). Export it in RGB, as it goes to the printer.',
  oneBit: 'It has one bit a pixel, only black and white. Export it in grey or RGB.',
  depth: 'Its pixels have neither 8 nor 16 bit. Export it with 8 or 16 bit a colour.',
  tooLarge: 'It is larger than 400 megapixels. Export a smaller copy: what it takes per dm² is the same.',
  tooManyPieces: 'It is stored in pieces of a few pixels each. Save it with strips or larger tiles.',
  onePiece:
    'Its rows are stored in one piece too large to be read at once. Save it with strips or tiles, or a smaller copy.',
};

/** How its colours were read. */
export function profileWords({
  profile,
  profileKnown,
}: Pick<MeasuredPicture, 'profile' | 'profileKnown'>): string {
  if (profile === null) return 'no profile in it: taken as sRGB';
  return profileKnown
    ? `colours by its profile, ${profile}`
    : `its profile “${profile}” is not understood: taken as sRGB`;
}
