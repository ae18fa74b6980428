import Button from '@mui/material/Button';
import { useEffect, useState, type KeyboardEvent, type PointerEvent } from 'react';
import type { Point } from '@hiraeth/core/image';
import { GLASS, useMarkedPhoto } from './useMarkedPhoto';

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
  const marking = useMarking(file, asks, onDone, onLook);
  const { points, cross, image, error, canvas, glass, pointOf } = marking;
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
          onKeyDown={marking.byKey}
          onPointerDown={(event) => {
            if (event.button !== 0) return;
            event.currentTarget.setPointerCapture(event.pointerId);
            marking.setCross(pointOf(event));
          }}
          onPointerMove={(event) => marking.setCross(pointOf(event))}
          onPointerUp={(event) => {
            const point = pointOf(event);
            if (point && event.button === 0) marking.put(point);
          }}
          onPointerLeave={() => marking.setCross(null)}
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
        <Button disabled={points.length === 0} onClick={() => marking.takeLast()}>
          The last one again
        </Button>
        <Button onClick={onCancel}>Leave it</Button>
      </div>
    </div>
  );
}

/** The points so far, the cross under pointer or keys, and what is under it. */
function useMarking(
  file: Blob,
  asks: readonly string[],
  onDone: (points: readonly Point[]) => void,
  onLook: ((points: readonly Point[] | null) => void) | undefined,
) {
  const [points, setPoints] = useState<readonly Point[]>([]);
  const [cross, setCross] = useState<Point | null>(null);
  const photo = useMarkedPhoto(file, points, cross);
  const { image } = photo;
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
    const way = wayOf(event, image.width);
    if (way) setCross([at[0] + way[0], at[1] + way[1]]);
    else if (event.key === 'Enter') put(at);
    else return;
    event.preventDefault();
  };
  const takeLast = (): void => setPoints(points.slice(0, -1));
  return { ...photo, points, cross, setCross, pointOf, put, byKey, takeLast };
}

/** Where an arrow key takes the cross, in pixels of a picture so many wide: with Shift ten times as far. */
function wayOf({ key, shiftKey }: KeyboardEvent, widthPx: number): Point | undefined {
  const step = (shiftKey ? 40 : 4) * (widthPx / 1200);
  const ways: Readonly<Record<string, Point>> = {
    ArrowLeft: [-step, 0],
    ArrowRight: [step, 0],
    ArrowUp: [0, -step],
    ArrowDown: [0, step],
  };
  return ways[key];
}
