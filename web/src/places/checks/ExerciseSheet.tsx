import { PrintSheet } from '../../parts/PrintSheet';

const HUES: readonly (readonly [name: string, colour: string])[] = [
  ['black', '#000000'],
  ['grey', '#777777'],
  ['cyan', '#00a0d8'],
  ['blue', '#2038b0'],
  ['violet', '#6a2c9c'],
  ['magenta', '#d0186c'],
  ['red', '#d82020'],
  ['orange', '#f08000'],
  ['yellow', '#ffe000'],
  ['green', '#109050'],
];
const WIDTH = 190;
const ROW = 17;

/** A sheet that makes every ink work, and shows banding: full ramps and even fields of many hues, at true size. */
export default function ExerciseSheet() {
  return (
    <PrintSheet back={{ to: '/checks', words: 'Back to Checks' }} print="Print this sheet">
      <h1 className="no-print">A sheet that makes every ink work</h1>
      <p className="no-print">
        On the back of office paper, without scaling, in the driver’s best quality. A driver mixes its inks:
        this names hues, not nozzles. A line across a ramp is banding; which nozzle it is, the printer’s own
        check tells.
      </p>
      <svg
        role="img"
        aria-label="Ten hues, each as a ramp from full to white and as an even field"
        width={`${WIDTH}mm`}
        height={`${HUES.length * ROW}mm`}
        viewBox={`0 0 ${WIDTH} ${HUES.length * ROW}`}
        style={{ maxWidth: '100%', height: 'auto', background: '#fff' }}
      >
        <defs>
          {HUES.map(([name, colour]) => (
            <linearGradient key={name} id={`ramp-${name}`}>
              <stop offset="0" stopColor={colour} />
              <stop offset="1" stopColor="#ffffff" />
            </linearGradient>
          ))}
        </defs>
        {HUES.map(([name, colour], i) => (
          <g key={name} transform={`translate(0 ${i * ROW})`}>
            <rect x={22} y={1} width={WIDTH - 62} height={ROW - 3} fill={`url(#ramp-${name})`} />
            <rect x={WIDTH - 38} y={1} width={38} height={ROW - 3} fill={colour} fillOpacity={0.35} />
            <text x={0} y={ROW / 2 + 1} fontSize={4} fill="#000">
              {name}
            </text>
          </g>
        ))}
      </svg>
    </PrintSheet>
  );
}
