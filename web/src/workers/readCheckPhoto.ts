import {
  fieldPicture,
  HEAD_BYTES,
  pictureHead,
  readCheck,
  type Corners,
  type Frame,
  type Photo,
  type ReadCheck,
} from '@hiraeth/core/image';
import type { CheckLayout } from '@hiraeth/core/workbook';

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
const MOST_PX = 100_000_000;

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
  const photo = await decoded(file);
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

async function decoded(file: Blob): Promise<Photo> {
  const head = pictureHead(new Uint8Array(await file.slice(0, HEAD_BYTES).arrayBuffer()));
  if (head && head.widthPx * head.heightPx > MOST_PX)
    throw new Error(
      `This picture says that it has ${head.widthPx} × ${head.heightPx} pixels. Save a smaller copy: 100 million are more than enough.`,
    );
  let bitmap: ImageBitmap;
  try {
    bitmap = await createImageBitmap(file);
  } catch {
    throw new Error('This is no picture that can be read. Save it as PNG, JPEG or WebP.');
  }
  const { width, height } = bitmap;
  const context = new OffscreenCanvas(width, height).getContext('2d', { willReadFrequently: true });
  if (!context) throw new Error('This browser cannot look into a picture.');
  context.drawImage(bitmap, 0, 0);
  bitmap.close();
  return { width, height, rgba: context.getImageData(0, 0, width, height).data };
}
