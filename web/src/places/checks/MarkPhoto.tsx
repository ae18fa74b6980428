import Button from '@mui/material/Button';
import { useEffect, useRef, useState, type KeyboardEvent } from 'react';
import type { Point } from '@hiraeth/core/image';

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
}: {
  readonly file: Blob;
  readonly asks: readonly string[];
  readonly onDone: (points: readonly Point[]) => void;
  readonly onCancel: () => void;
}) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const [image, setImage] = useState<ImageBitmap | null>(null);
  const [error, setError] = useState<string | null>(null);
  const [points, setPoints] = useState<readonly Point[]>([]);
  const [cross, setCross] = useState<Point | null>(null);
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
      <canvas
        ref={canvas}
        className="mark-photo"
        tabIndex={0}
        role="application"
        aria-label="Photograph to mark points in"
        onKeyDown={byKey}
        onClick={(event) => {
          const box = event.currentTarget.getBoundingClientRect();
          if (!image) return;
          put([
            ((event.clientX - box.left) / box.width) * image.width,
            ((event.clientY - box.top) / box.height) * image.height,
          ]);
        }}
      />
      <div className="row">
        <Button disabled={points.length === 0} onClick={() => setPoints(points.slice(0, -1))}>
          The last one again
        </Button>
        <Button onClick={onCancel}>Leave it</Button>
      </div>
    </div>
  );
}
