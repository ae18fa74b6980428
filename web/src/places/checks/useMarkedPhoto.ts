import { useEffect, useRef, useState } from 'react';
import type { Point } from '@hiraeth/core/image';

/** The magnifying glass, pixels of the screen, and how much it magnifies. */
export const GLASS = 160;
const MAGNIFIED = 2.5;
const MARKED = '#0e4a55';
const POINTED = '#962a20';

/**
 * A photograph on a canvas with what is marked in it, and what lies under the pointer through a magnifying glass.
 *
 * @param points marked, pixels of the photograph
 * @param cross under the pointer; null: it is elsewhere
 */
export function useMarkedPhoto(file: Blob, points: readonly Point[], cross: Point | null) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const glass = useRef<HTMLCanvasElement>(null);
  const [image, setImage] = useState<ImageBitmap | null>(null);
  const [error, setError] = useState<string | null>(null);
  useEffect(() => {
    let alive = true;
    createImageBitmap(file).then(
      (bitmap) => alive && setImage(bitmap),
      () => alive && setError('This is no picture that can be read. Save it as PNG, JPEG or WebP.'),
    );
    return () => {
      alive = false;
    };
  }, [file]);
  useEffect(() => {
    if (canvas.current && image) drawMarked(canvas.current, image, points, cross);
  }, [image, points, cross]);
  useEffect(() => {
    if (glass.current && image) drawGlass(glass.current, image, cross);
  }, [image, cross]);
  return { image, error, canvas, glass };
}

function drawMarked(
  canvas: HTMLCanvasElement,
  image: ImageBitmap,
  points: readonly Point[],
  cross: Point | null,
): void {
  const context = canvas.getContext('2d');
  if (!context) return;
  canvas.width = image.width;
  canvas.height = image.height;
  context.drawImage(image, 0, 0);
  const size = Math.max(image.width, image.height) / 40;
  context.lineWidth = size / 8;
  for (const point of points) drawCross(context, point, size, MARKED);
  if (cross) drawCross(context, cross, size, POINTED);
}

function drawGlass(canvas: HTMLCanvasElement, image: ImageBitmap, cross: Point | null): void {
  const context = canvas.getContext('2d');
  if (!context) return;
  context.clearRect(0, 0, GLASS, GLASS);
  if (!cross) return;
  // Two of its pixels to one of the picture's, however large that is.
  const seen = GLASS / MAGNIFIED;
  context.imageSmoothingEnabled = false;
  context.drawImage(image, cross[0] - seen / 2, cross[1] - seen / 2, seen, seen, 0, 0, GLASS, GLASS);
  drawCross(context, [GLASS / 2, GLASS / 2], GLASS / 2, POINTED);
}

function drawCross(context: CanvasRenderingContext2D, [x, y]: Point, size: number, colour: string): void {
  context.strokeStyle = colour;
  context.beginPath();
  context.moveTo(x - size, y);
  context.lineTo(x + size, y);
  context.moveTo(x, y - size);
  context.lineTo(x, y + size);
  context.stroke();
}
