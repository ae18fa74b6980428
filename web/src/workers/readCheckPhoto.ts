import { fieldPicture, readCheck, type Corners, type Frame, type ReadCheck } from '@hiraeth/core/image';
import type { CheckLayout } from '@hiraeth/core/workbook';
import { decodedPhoto } from './picture/decodedPhoto';

export interface SmallPicture {
  readonly width: number;
  readonly height: number;
  readonly rgba: Uint8ClampedArray;
}

/** A field as a small picture, in white light and in its own. */
export interface FieldView {
  readonly slotId: string;
  readonly width: number;
  readonly height: number;
  readonly white: Uint8ClampedArray;
  readonly own: Uint8ClampedArray;
}

export interface CheckPhoto {
  readonly read: ReadCheck;
  readonly views: readonly FieldView[];
  /** Where it is not known which side is up: how it would look from each. */
  readonly ways: readonly { readonly corners: Corners; readonly view: SmallPicture }[];
  readonly widthPx: number;
  readonly heightPx: number;
}

const VIEW = 260;
/** The grid as a whole. */
const WHOLE = { x: 0, y: 0, width: 1, height: 1, light: 'white' } as const;

/**
 * Decodes a photograph in the browser, and reads the check in it.
 *
 * @param corners where a person marked them, pixels
 * @throws Error when it is no picture that the browser can decode
 */
export async function readCheckPhoto(
  file: Blob,
  layout: CheckLayout,
  corners: Corners | undefined,
  onProgress: (share: number) => void,
): Promise<CheckPhoto> {
  const photo = await decodedPhoto(file);
  onProgress(0.1);
  const read = readCheck(photo, layout, corners, (share) => onProgress(0.1 + 0.8 * share));
  const frame: Frame | null = read.corners && { corners: read.corners, bend: read.bend };
  const views =
    read.refused || !frame
      ? []
      : layout.fields.map((field): FieldView => {
          const height = Math.round((VIEW * field.height) / field.width / layout.aspect);
          return {
            slotId: field.slotId,
            width: VIEW,
            height,
            white: fieldPicture(photo, frame, field, VIEW, height, 'white'),
            own: fieldPicture(photo, frame, field, VIEW, height, 'own'),
          };
        });
  const ways = read.ways.map((way) => {
    const [width, height] = [VIEW, Math.round(VIEW / layout.aspect)];
    const rgba = fieldPicture(photo, way, WHOLE, width, height, 'white');
    return { corners: way.corners, view: { width, height, rgba } };
  });
  return { read, views, ways, widthPx: photo.width, heightPx: photo.height };
}
