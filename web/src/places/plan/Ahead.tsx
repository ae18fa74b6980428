import { WEEK_MS } from '@hiraeth/core/time';
import { notKnownWords } from '@hiraeth/core/words';
import { PLAN_DEFAULTS, type ForecastBy, type PlanBasis } from '@hiraeth/core/plan';
import { plannedJobs } from '@hiraeth/core/ledger';
import type { Printer } from '@hiraeth/core/workbook';
import { useLedger } from '../../state/hooks';
import { day } from '../../parts/dates';
import { Pick } from '../../parts/fields';
import { Swatch } from '../../parts/Swatch';

const WIDTH = 520;
const ROW = 14;

/** When each channel comes to its reserve: a mark on the next half year, with the span of nine in ten. */
export function Ahead({
  printer,
  basis,
  by,
  onBy,
}: {
  readonly printer: Printer;
  readonly basis: PlanBasis;
  readonly by: ForecastBy;
  readonly onBy: (by: ForecastBy) => void;
}) {
  const planned = plannedJobs(useLedger(), printer.id).length > 0;
  const from = Date.parse(basis.at);
  const x = (at: string): number =>
    Math.min(WIDTH, Math.max(0, ((Date.parse(at) - from) / (PLAN_DEFAULTS.weeks * WEEK_MS)) * WIDTH));
  const end = new Date(from + PLAN_DEFAULTS.weeks * WEEK_MS).toISOString();
  const rows = [...basis.reserveAt].sort((a, b) => ((a.median ?? '9') < (b.median ?? '9') ? -1 : 1));
  return (
    <section className="section">
      <header>
        <h2>Comes to its reserve</h2>
        <span className="soft small">
          {day(basis.at)} to {day(end)}
        </span>
        {planned && (
          <Pick<ForecastBy>
            label="Foretold by"
            value={by}
            options={[
              { value: 'both', label: 'the usual rhythm and what is planned' },
              { value: 'rhythm', label: 'the usual rhythm' },
              { value: 'jobs', label: 'what is planned alone' },
            ]}
            onPick={onBy}
          />
        )}
      </header>
      <div className="scrollx">
        <table className="lines ahead">
          <thead>
            <tr>
              <th>Channel</th>
              <th>
                <span className="visually-hidden">On the next half year</span>
              </th>
              <th className="n">About</th>
              <th className="n">Nine in ten</th>
            </tr>
          </thead>
          <tbody>
            {rows.map((date) => {
              const slot = printer.slots.find(({ id }) => id === date.slotId)!;
              return (
                <tr key={date.slotId}>
                  <td>
                    <Swatch shades={slot.shades} /> {slot.name}
                  </td>
                  <td>
                    <svg
                      viewBox={`0 0 ${WIDTH} ${ROW}`}
                      width="100%"
                      height={ROW}
                      aria-hidden="true"
                      preserveAspectRatio="none"
                    >
                      <line x1={0} y1={ROW / 2} x2={WIDTH} y2={ROW / 2} className="ahead-line" />
                      {date.median && date.low && (
                        <>
                          <rect
                            x={x(date.low)}
                            y={3}
                            width={Math.max(2, (date.high ? x(date.high) : WIDTH) - x(date.low))}
                            height={ROW - 6}
                            className="ahead-span"
                          />
                          {date.median < end && (
                            <rect
                              x={x(date.median) - 2}
                              y={0}
                              width={4}
                              height={ROW}
                              className="ahead-mark"
                            />
                          )}
                        </>
                      )}
                    </svg>
                  </td>
                  <td className="n">
                    {date.median === basis.at
                      ? 'now'
                      : date.median
                        ? day(date.median)
                        : date.notKnown
                          ? 'not known'
                          : 'not in ten years'}
                  </td>
                  <td className="n soft">
                    {date.notKnown !== null && notKnownWords(date.notKnown)}
                    {date.median !== null &&
                      date.median !== basis.at &&
                      `${date.low ? day(date.low) : 'now'} to ${date.high ? day(date.high) : 'later'}`}
                  </td>
                </tr>
              );
            })}
          </tbody>
        </table>
      </div>
    </section>
  );
}
