import { COVERAGE } from '@hiraeth/core/numeric';
import type { ScoredInterval } from '@hiraeth/core/plan';
import type { Printer } from '@hiraeth/core/workbook';
import { day } from '../../../parts/dates';
import { Lines } from '../../../parts/Lines';

/** Its own record: what was foretold, and what the scale then said. */
export function Forecasts({
  printer,
  intervals,
}: {
  readonly printer: Printer;
  readonly intervals: readonly ScoredInterval[];
}) {
  if (intervals.length === 0) return null;
  const inside = intervals.filter((one) => one.inside).length;
  return (
    <details>
      <summary>
        The last {intervals.length} forecasts: {inside} held what the scale then said
      </summary>
      <div className="scrolly">
        <Lines
          columns={[
            { head: 'To', of: (one) => day(one.to) },
            { head: 'Channel', of: (one) => printer.slots.find(({ id }) => id === one.slotId)?.name },
            {
              head: 'Foretold',
              n: true,
              of: (one) => (
                <>
                  {one.foretoldMl.toFixed(1)} ± {(COVERAGE * one.u).toFixed(1)} ml
                </>
              ),
            },
            { head: 'Weighed', n: true, of: (one) => `${one.usedMl.toFixed(1)} ml` },
            {
              head: 'Inside',
              of: (one) => (one.inside ? 'yes' : 'no'),
              tone: (one) => (one.inside ? '' : 'warn'),
            },
          ]}
          rows={intervals}
          keyOf={(one) => `${one.cartridgeId}/${one.to}/${one.slotId}`}
          widest={620}
        />
      </div>
    </details>
  );
}
