import type { ChannelDemand } from './imageDemand';

/** Why a file's picture cannot be measured. */
export type PictureProblem =
  | 'notPicture'
  | 'broken'
  /** The part that reads profiles did not load. */
  | 'noEngine'
  | 'inksWithoutProfile'
  | 'inksInJpeg'
  | 'manyInks'
  | 'oneBit'
  | 'depth'
  | 'tooLarge'
  | 'tooLargeTiff'
  | 'onePiece'
  | 'tooManyPieces';

/** By what a picture's colours are known; a profile by its name. */
export type ReadColours =
  | { readonly by: 'profile'; readonly name: string }
  /** L\*a\*b\* says itself which colours are meant. */
  | { readonly by: 'lab' }
  /** Nothing says what they are: taken as sRGB. */
  | { readonly by: 'nothing' }
  /** A profile that cannot be read, its name empty where even that cannot: taken as sRGB. */
  | { readonly by: 'unread'; readonly name: string };

/** What was found in a picture; the picture itself is not kept. */
export interface MeasuredPicture {
  readonly name: string;
  readonly widthPx: number;
  readonly heightPx: number;
  /** Size of a print at its embedded resolution, mm; null: it names none of use. */
  readonly printMm: { readonly widthMm: number; readonly heightMm: number } | null;
  /** How its colours were read. */
  readonly colours: ReadColours;
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
