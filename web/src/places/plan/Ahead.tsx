import { WEEK_MS } from '@hiraeth/core/time';
import { notKnownWords } from '@hiraeth/core/words';
import { PLAN_DEFAULTS, type ForecastBy, type PlanBasis } from '@hiraeth/core/plan';
import { plannedJobs } from '@hiraeth/core/ledger';
import type { Printer, Slot } from '@hiraeth/core/workbook';
import { useLedger } from '../../state/hooks';
import { day } from '../../parts/dates';
import { Pick } from '../../parts/fields';
import { Swatch } from '../../parts/Swatch';

const WIDTH = 520;
const ROW = 14;
const SPAN_MS = PLAN_DEFAULTS.weeks * WEEK_MS;

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
  const end = new Date(Date.parse(basis.at) + SPAN_MS).toISOString();
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
            {rows.map((date) => (
              <ReserveRow
                key={date.slotId}
                date={date}
                slot={printer.slots.find(({ id }) => id === date.slotId)}
                at={basis.at}
                end={end}
              />
            ))}
          </tbody>
        </table>
      </div>
    </section>
  );
}

type ReserveDate = PlanBasis['reserveAt'][number];

/** One channel: where its mark stands, and the same in words. */
function ReserveRow({
  date,
  slot,
  at,
  end,
}: {
  readonly date: ReserveDate;
  readonly slot: Slot | undefined;
  readonly at: string;
  readonly end: string;
}) {
  const { median, low, high, notKnown } = date;
  return (
    <tr>
      <td>
        <Swatch shades={slot?.shades ?? []} /> {slot?.name}
      </td>
      <td>
        <ReserveMark date={date} at={at} end={end} />
      </td>
      <td className="n">
        {median === at ? 'now' : median ? day(median) : notKnown ? 'not known' : 'not in ten years'}
      </td>
      <td className="n soft">
        {notKnown !== null && notKnownWords(notKnown)}
        {median !== null && median !== at && `${low ? day(low) : 'now'} to ${high ? day(high) : 'later'}`}
      </td>
    </tr>
  );
}

/** A mark on the next half year, with its span. */
function ReserveMark({
  date: { median, low, high },
  at,
  end,
}: {
  readonly date: ReserveDate;
  readonly at: string;
  readonly end: string;
}) {
  const x = (of: string): number =>
    Math.min(WIDTH, Math.max(0, ((Date.parse(of) - Date.parse(at)) / SPAN_MS) * WIDTH));
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${ROW}`}
      width="100%"
      height={ROW}
      aria-hidden="true"
      preserveAspectRatio="none"
    >
      <line x1={0} y1={ROW / 2} x2={WIDTH} y2={ROW / 2} className="ahead-line" />
      {median && low && (
        <rect
          x={x(low)}
          y={3}
          width={Math.max(2, (high ? x(high) : WIDTH) - x(low))}
          height={ROW - 6}
          className="ahead-span"
        />
      )}
      {median && low && median < end && (
        <rect x={x(median) - 2} y={0} width={4} height={ROW} className="ahead-mark" />
      )}
    </svg>
  );
}
