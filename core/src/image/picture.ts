import type { ChannelDemand } from './imageDemand';
import type { RgbSpace } from './rgbSpace';

/** Why a file's picture cannot be measured. */
export type PictureProblem =
  'notPicture' | 'broken' | 'cmyk' | 'oneBit' | 'depth' | 'tooLarge' | 'onePiece' | 'tooManyPieces';

/** What was found in a picture; the picture itself is not kept. */
export interface MeasuredPicture {
  readonly name: string;
  readonly widthPx: number;
  readonly heightPx: number;
  /** Size of a print at its embedded resolution, mm; null: it names none of use. */
  readonly printMm: { readonly widthMm: number; readonly heightMm: number } | null;
  readonly space: RgbSpace;
  /** Its embedded profile by name; null: none. */
  readonly profile: string | null;
  /** That the profile is one that is understood: otherwise its colours are taken as sRGB. */
  readonly profileKnown: boolean;
  /** By printer; with matte black where there are both blacks. */
  readonly demand: Readonly<
    Record<
      string,
      { readonly photo: readonly ChannelDemand[]; readonly matte: readonly ChannelDemand[] | null }
    >
  >;
  /** A small copy in sRGB, 8 bit with alpha. */
  readonly small: { readonly width: number; readonly height: number; readonly rgba: Uint8ClampedArray };
}
