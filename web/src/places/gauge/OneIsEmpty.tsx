import { atItsReserve } from '@hiraeth/core/acts';
import Button from '@mui/material/Button';
import { useState } from 'react';
import { likelyEmpty } from '@hiraeth/core/advice';
import type { Printer } from '@hiraeth/core/workbook';
import { useLedger, useNow, useAct } from '../../state/hooks';

/** A printer that only says that one of them is empty: which it is, by the log, and what was really found. */
export function OneIsEmpty({ printer }: { readonly printer: Printer }) {
  const ledger = useLedger();
  const now = useNow();
  const act = useAct();
  const [open, setOpen] = useState(false);
  if (printer.gauge.display !== 'lampForAll' && printer.gauge.display !== 'invisible') return null;
  const likely = likelyEmpty(ledger, printer.id, now);
  const [first] = likely;
  return (
    <section className="section" aria-label="One of them is empty">
      <header>
        <h2>
          {printer.gauge.display === 'lampForAll' ? 'It has one lamp for all' : 'It shows no level'}: the log
          is the gauge
        </h2>
      </header>
      {open ? (
        <>
          <p>
            {first?.probability
              ? `Likely ${first.name}: look there first, or weigh it. Say which it was.`
              : 'Nothing is known of any of them: weigh them, or say which it was.'}
          </p>
          <div className="row">
            {likely.map(({ slotId, name, cartridgeId, probability }) => (
              <Button
                key={slotId}
                variant="outlined"
                onClick={() =>
                  void act(atItsReserve(cartridgeId, 'reserve')).then((saved) => saved && setOpen(false))
                }
              >
                {name}
                {probability === null
                  ? ', not known'
                  : `, ${probability < 0.01 ? 'under 1' : Math.round(100 * probability)} %`}
              </Button>
            ))}
            <Button onClick={() => setOpen(false)}>Not now</Button>
          </div>
        </>
      ) : (
        <Button variant="outlined" onClick={() => setOpen(true)}>
          It says that one of them is empty
        </Button>
      )}
    </section>
  );
}
