import { howMany } from '@hiraeth/core/words';
import { Link, useSearchParams } from 'react-router';
import { find } from '@hiraeth/core/ledger';
import { useLedger, useNow } from '../../state/hooks';
import { day } from '../../parts/dates';
import { PrintSheet } from '../../parts/PrintSheet';

/** A strip to lay into the paper stack after so many sheets: when it comes up, it says what to do. */
export default function Slip() {
  const ledger = useLedger();
  const now = useNow();
  const [params] = useSearchParams();
  const printer = find(ledger.context, 'printer', params.get('printer') ?? '');
  const slot = printer?.slots.find(({ id }) => id === params.get('slot'));
  const after = Number(params.get('after'));
  if (!printer || !slot || !(Number.isInteger(after) && after > 0))
    return (
      <div className="stack">
        <h1>No slip</h1>
        <p>
          Ask on the <Link to="/">Rack</Link> how many sheets are safe, and for the slip there.
        </p>
      </div>
    );
  const of = params.get('of') ?? '';
  return (
    <PrintSheet back={{ to: '/', words: 'Back to the Rack' }} print="Print the slip">
      <h1 className="no-print">A slip for the stack</h1>
      <p className="no-print">
        Cut it out, and lay it into the stack under {howMany(after, 'sheet')}, a good part of it standing out
        at the side that the printer does not draw in. It is not to be printed on: take it out when it comes
        up.
      </p>
      <section className="slip" aria-label="Marker slip">
        <div>
          <strong className="slip-number">{after}</strong> sheets lie above this
          {of && `: ${of.slice(0, 60)}`}
        </div>
        <div>
          <strong>Stop here: {slot.name}</strong> on {printer.name} may be at its reserve.
        </div>
        <div>Take this out. Weigh {slot.name}, or top it up, before the next sheet.</div>
        <div className="small">{day(now)}, by what was in it then</div>
      </section>
    </PrintSheet>
  );
}
