import type { CartridgeType } from '@hiraeth/core/workbook';

/** The top of a body at true size, with the place of its fill hole: laid on the label and pricked through. */
export function HoleTemplate({
  at,
  name,
}: {
  readonly at: NonNullable<CartridgeType['holeAt']>;
  readonly name: string;
}) {
  const { lengthMm, widthMm, xMm, yMm, diameterMm } = at;
  const words = `${name}: hole of ${diameterMm} mm, its centre ${xMm} mm from the left end and ${yMm} mm from the front edge`;
  return (
    <figure>
      <svg
        role="img"
        aria-label={words}
        width={`${lengthMm + 2}mm`}
        height={`${widthMm + 2}mm`}
        viewBox={`-1 -1 ${lengthMm + 2} ${widthMm + 2}`}
        fill="none"
        stroke="currentColor"
        strokeWidth={0.25}
      >
        <rect width={lengthMm} height={widthMm} />
        <circle cx={xMm} cy={widthMm - yMm} r={diameterMm / 2} />
        <path d={`M${xMm - 4} ${widthMm - yMm}h8M${xMm} ${widthMm - yMm - 4}v8`} strokeDasharray="1 0.6" />
        <path d={`M2 ${widthMm - 2}h10m0 -1v2m-10 -2v2`} />
      </svg>
      <figcaption className="small">
        {words}. Printed at 100 %, the bar at the front is 10 mm long.
      </figcaption>
    </figure>
  );
}
