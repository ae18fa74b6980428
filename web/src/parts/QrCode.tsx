import { qrModules } from './qrModules';

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
  const { squares: whole, isBlack } = qrModules(text);
  const path: string[] = [];
  for (let y = 0; y < whole; y++)
    for (let x = 0; x < whole; x++) if (isBlack(x, y)) path.push(`M${x},${y}h1v1h-1z`);
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
