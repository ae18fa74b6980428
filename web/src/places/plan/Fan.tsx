import { slotView } from '@hiraeth/core/advice';
import type { ForecastBy, PlanBasis } from '@hiraeth/core/plan';
import type { Printer } from '@hiraeth/core/workbook';
import { useLedger } from '../../state/hooks';
import { day } from '../../parts/dates';
import { Swatch } from '../../parts/Swatch';

const WIDTH = 200;
const HEIGHT = 74;

/** Each channel's ink over the coming weeks, with an interval that widens, down to its reserve: small multiples on one scale of time. */
export function Fan({
  printer,
  basis,
  by,
}: {
  readonly printer: Printer;
  readonly basis: PlanBasis;
  readonly by: ForecastBy;
}) {
  const ledger = useLedger();
  if (basis.forecast.length === 0) return null;
  return (
    <section className="section" aria-label="Ink over the coming weeks">
      <header>
        <h2>Ink over the coming weeks</h2>
        <span className="soft small">
          {by === 'jobs'
            ? 'with what is planned'
            : by === 'both'
              ? 'at the usual rhythm and with what is planned'
              : 'at the usual rhythm'}
          ; tinted: nine in ten; dashed: the reserve
        </span>
      </header>
      <ul className="fans">
        {printer.slots.map((slot) => {
          const points = basis.forecast.filter(({ slotId }) => slotId === slot.id);
          const view = slotView(ledger, printer.id, slot.id, basis.at)?.cartridge;
          if (points.length < 2 || !view) return null;
          const top = Math.max(view.targetMl, ...points.map(({ high }) => high), 1);
          const [from, to] = [Date.parse(points[0]!.at), Date.parse(points.at(-1)!.at)];
          const x = ({ at }: { readonly at: string }): number =>
            (WIDTH * (Date.parse(at) - from)) / (to - from);
          const y = (ml: number): number => HEIGHT - (HEIGHT * ml) / top;
          const reserve = basis.reserveAt.find(({ slotId }) => slotId === slot.id);
          const says = reserve?.median
            ? reserve.median === basis.at
              ? 'at its reserve now'
              : `at its reserve about ${day(reserve.median)}`
            : 'not at its reserve in ten years';
          return (
            <li key={slot.id}>
              <figure>
                <svg
                  viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
                  width="100%"
                  role="img"
                  aria-label={`${slot.name}: from ${points[0]!.inkMl.toFixed(0)} ml, ${says}`}
                >
                  <polygon
                    className="fan-band"
                    points={[
                      ...points.map((point) => `${x(point)},${y(point.high)}`),
                      ...points.map((point) => `${x(point)},${y(point.low)}`).reverse(),
                    ].join(' ')}
                  />
                  <line
                    x1={0}
                    x2={WIDTH}
                    y1={y(view.reserveMl)}
                    y2={y(view.reserveMl)}
                    className="fan-reserve"
                  />
                  <polyline
                    className="fan-line"
                    points={points.map((p) => `${x(p)},${y(p.inkMl)}`).join(' ')}
                  />
                </svg>
                <figcaption>
                  <Swatch shades={slot.shades} /> <strong>{slot.name}</strong>{' '}
                  <span className="soft small">
                    {points[0]!.inkMl.toFixed(0)} ml, {says}
                  </span>
                </figcaption>
              </figure>
            </li>
          );
        })}
      </ul>
      <p className="soft small">
        From {day(basis.at)} to {day(basis.forecast.at(-1)!.at)}; the top is a full cartridge.
      </p>
    </section>
  );
}
