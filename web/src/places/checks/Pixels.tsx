/** Pixels as a picture. */
export function Pixels({
  width,
  height,
  rgba,
  label,
}: {
  readonly width: number;
  readonly height: number;
  readonly rgba: Uint8ClampedArray;
  readonly label: string;
}) {
  return (
    <canvas
      ref={(canvas) => {
        if (!canvas) return;
        canvas.width = width;
        canvas.height = height;
        canvas
          .getContext('2d')
          ?.putImageData(new ImageData(new Uint8ClampedArray(rgba), width, height), 0, 0);
      }}
      role="img"
      aria-label={label}
    />
  );
}
