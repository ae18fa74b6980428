import Button from '@mui/material/Button';
import { useCsv as makeCsv } from '@hiraeth/core/exchange';
import { formatUncertain } from '@hiraeth/core/quantity';
import type { Slot } from '@hiraeth/core/workbook';
import { download } from '../../../parts/download';
import { Lines } from '../../../parts/Lines';
import type { UseShown } from './kinds';

/** The same figures to be read and taken along. */
export function UseTable({ printer, kinds, scale, unit }: UseShown) {
  return (
    <details>
      <summary>The same as a table</summary>
      <div className="scrollx">
        <Lines
          columns={[
            { head: unit, of: (slot: Slot) => slot.name },
            ...kinds.map(({ name, uses }) => ({
              head: name,
              n: true as const,
              of: (_: Slot, s: number) =>
                formatUncertain({ value: scale * uses[s]!.value, u: scale * uses[s]!.u }, ''),
            })),
          ]}
          rows={printer.slots}
          keyOf={({ id }) => id}
        />
      </div>
      <Button
        size="small"
        onClick={() =>
          download(
            'hiraeth-use.csv',
            makeCsv(
              printer.slots.map((slot) => slot.name),
              kinds,
            ),
            'text/csv',
          )
        }
      >
        These numbers (CSV)
      </Button>
    </details>
  );
}
