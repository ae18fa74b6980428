import { create } from 'qrcode';

/** A QR code of black squares, with the quiet zone that readers need. */
export function QrCode({
  text,
  name,
  side,
}: {
  readonly text: string;
  readonly name: string;
  readonly side: number;
}) {
  const { modules } = create(text, { errorCorrectionLevel: 'M' });
  const quiet = 4;
  const path: string[] = [];
  for (let y = 0; y < modules.size; y++)
    for (let x = 0; x < modules.size; x++)
      if (modules.get(y, x)) path.push(`M${x + quiet},${y + quiet}h1v1h-1z`);
  const whole = modules.size + 2 * quiet;
  return (
    <svg
      viewBox={`0 0 ${whole} ${whole}`}
      style={{ width: `${side}mm`, height: `${side}mm`, flex: 'none' }}
      role="img"
      aria-label={`Code of ${name}`}
      shapeRendering="crispEdges"
    >
      <rect width={whole} height={whole} fill="#fff" />
      <path d={path.join('')} fill="#000" />
    </svg>
  );
}
