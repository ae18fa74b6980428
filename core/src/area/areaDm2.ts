const MM2_PER_DM2 = 10_000;

/**
 * A printed area: what every use and every cost is told by.
 *
 * @param size of one sheet, mm
 * @param copies how many of it
 * @returns dm²
 * @example areaDm2({ widthMm: 210, heightMm: 297 }) // 6.237
 */
export const areaDm2 = (
  { widthMm, heightMm }: { readonly widthMm: number; readonly heightMm: number },
  copies = 1,
): number => (copies * widthMm * heightMm) / MM2_PER_DM2;
