import Button from '@mui/material/Button';
import { useEffect, useRef, useState, type KeyboardEvent, type PointerEvent } from 'react';
import type { Point } from '@hiraeth/core/image';

/** The magnifying glass, pixels of the screen, and how much it magnifies. */
const GLASS = 160;
const MAGNIFIED = 2.5;

/**
 * Marks points in a photograph, one after the other, by pointing or by the arrow keys and Enter.
 *
 * @param asks what each point is
 * @param onDone the points, in pixels of the photograph
 */
export function MarkPhoto({
  file,
  asks,
  onDone,
  onCancel,
  onLook,
  says = null,
}: {
  readonly file: Blob;
  readonly asks: readonly string[];
  readonly onDone: (points: readonly Point[]) => void;
  readonly onCancel: () => void;
  /** Told the points with the last one under the pointer; null: it is not there. */
  readonly onLook?: (points: readonly Point[] | null) => void;
  /** What they would come to. */
  readonly says?: string | null;
}) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const [image, setImage] = useState<ImageBitmap | null>(null);
  const [error, setError] = useState<string | null>(null);
  const [points, setPoints] = useState<readonly Point[]>([]);
  const [cross, setCross] = useState<Point | null>(null);
  const glass = useRef<HTMLCanvasElement>(null);
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
    const context = canvas.current?.getContext('2d');
    if (!context || !image || !canvas.current) return;
    canvas.current.width = image.width;
    canvas.current.height = image.height;
    context.drawImage(image, 0, 0);
    const size = Math.max(image.width, image.height) / 40;
    context.lineWidth = size / 8;
    [...points, ...(cross ? [cross] : [])].forEach(([x, y], i) => {
      context.strokeStyle = i < points.length ? '#0e4a55' : '#962a20';
      context.beginPath();
      context.moveTo(x - size, y);
      context.lineTo(x + size, y);
      context.moveTo(x, y - size);
      context.lineTo(x, y + size);
      context.stroke();
    });
  }, [image, points, cross]);
  useEffect(() => {
    const context = glass.current?.getContext('2d');
    if (!context || !image) return;
    context.clearRect(0, 0, GLASS, GLASS);
    if (!cross) return;
    // Two of its pixels to one of the picture's, however large that is.
    const seen = GLASS / MAGNIFIED;
    context.imageSmoothingEnabled = false;
    context.drawImage(image, cross[0] - seen / 2, cross[1] - seen / 2, seen, seen, 0, 0, GLASS, GLASS);
    context.strokeStyle = '#962a20';
    context.beginPath();
    context.moveTo(GLASS / 2, 0);
    context.lineTo(GLASS / 2, GLASS);
    context.moveTo(0, GLASS / 2);
    context.lineTo(GLASS, GLASS / 2);
    context.stroke();
  }, [image, cross]);
  useEffect(() => {
    onLook?.(cross && points.length === asks.length - 1 ? [...points, cross] : null);
  }, [onLook, cross, points, asks.length]);
  const pointOf = (event: PointerEvent<HTMLCanvasElement>): Point | null => {
    const box = event.currentTarget.getBoundingClientRect();
    return image
      ? [
          ((event.clientX - box.left) / box.width) * image.width,
          ((event.clientY - box.top) / box.height) * image.height,
        ]
      : null;
  };
  const put = (point: Point): void => {
    const next = [...points, point];
    setPoints(next);
    setCross(null);
    if (next.length === asks.length) onDone(next);
  };
  const byKey = (event: KeyboardEvent): void => {
    if (!image) return;
    const at = cross ?? [image.width / 2, image.height / 2];
    const step = (event.shiftKey ? 40 : 4) * (image.width / 1200);
    const ways: Readonly<Record<string, Point>> = {
      ArrowLeft: [-step, 0],
      ArrowRight: [step, 0],
      ArrowUp: [0, -step],
      ArrowDown: [0, step],
    };
    const way = ways[event.key];
    if (way) setCross([at[0] + way[0], at[1] + way[1]]);
    else if (event.key === 'Enter') put(at);
    else return;
    event.preventDefault();
  };
  if (error)
    return (
      <p className="bad" role="alert">
        {error}
      </p>
    );
  return (
    <div className="stack">
      <p role="status">
        Point at the <strong>{asks[points.length] ?? 'last'}</strong>: {points.length} of {asks.length}{' '}
        marked. By keys: arrows (with Shift further), then Enter.
      </p>
      <div className="mark-place">
        <canvas
          ref={canvas}
          className="mark-photo"
          tabIndex={0}
          role="application"
          aria-label="Photograph to mark points in"
          onKeyDown={byKey}
          onPointerDown={(event) => {
            if (event.button !== 0) return;
            event.currentTarget.setPointerCapture(event.pointerId);
            setCross(pointOf(event));
          }}
          onPointerMove={(event) => setCross(pointOf(event))}
          onPointerUp={(event) => {
            const point = pointOf(event);
            if (point && event.button === 0) put(point);
          }}
          onPointerLeave={() => setCross(null)}
        />
        <canvas
          ref={glass}
          className={cross && image && cross[0] < image.width / 2 ? 'mark-glass at-right' : 'mark-glass'}
          width={GLASS}
          height={GLASS}
          hidden={!cross}
          aria-hidden
        />
      </div>
      {onLook && points.length === asks.length - 1 && (
        <p className="soft" data-testid="live-reading">
          {says ?? 'Rest the pointer on the last corner, and it is read before you mark it.'}
        </p>
      )}
      <div className="row">
        <Button disabled={points.length === 0} onClick={() => setPoints(points.slice(0, -1))}>
          The last one again
        </Button>
        <Button onClick={onCancel}>Leave it</Button>
      </div>
    </div>
  );
}
