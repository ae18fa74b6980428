import Button from '@mui/material/Button';
import { labColour, patchesAsCgats } from '@hiraeth/core/colour';
import { CHART } from '@hiraeth/rig';
import { download } from '../../parts/download';
import { PrintSheet } from '../../parts/PrintSheet';

const SIDE = 26;
const COLUMNS = 6;

/** A small chart at true size, with its reference: printed with originals and with the refill, and measured. */
export default function ChartSheet() {
  const rows = Math.ceil(CHART.length / COLUMNS);
  return (
    <PrintSheet
      back={{ to: '/shades', words: 'Back to Shades' }}
      print="Print this chart"
      beside={
        <Button
          onClick={() =>
            download(
              'hiraeth-22-reference.txt',
              patchesAsCgats(CHART, { ORIGINATOR: 'Hiraeth', DESCRIPTOR: 'Hiraeth 22' }),
              'text/plain',
            )
          }
        >
          Its reference (CGATS.17)
        </Button>
      }
    >
      <h1 className="no-print">Hiraeth 22</h1>
      <p className="no-print">
        Once with originals, once with the refill: the same paper and driver settings, let it dry for a day,
        then measure in this order. Greys first: a cast is seen there before anywhere else.
      </p>
      <svg
        role="img"
        aria-label={`Chart of ${CHART.length} patches`}
        width={`${COLUMNS * SIDE}mm`}
        height={`${rows * (SIDE + 5)}mm`}
        viewBox={`0 0 ${COLUMNS * SIDE} ${rows * (SIDE + 5)}`}
        style={{ background: '#fff', maxWidth: '100%', height: 'auto' }}
      >
        {CHART.map(({ name, lab }, i) => {
          const x = (i % COLUMNS) * SIDE;
          const y = Math.floor(i / COLUMNS) * (SIDE + 5);
          return (
            <g key={name}>
              <rect x={x} y={y} width={SIDE} height={SIDE} fill={labColour(lab)} />
              <text x={x + 1} y={y + SIDE + 4} fontSize={3.4} fill="#000">
                {name}
              </text>
            </g>
          );
        })}
      </svg>
    </PrintSheet>
  );
}
