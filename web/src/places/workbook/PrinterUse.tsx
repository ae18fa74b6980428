import { ownCartridges, printerBack, retirePrinter } from '@hiraeth/core/acts';
import type { Printer } from '@hiraeth/core/workbook';
import { howMany } from '@hiraeth/core/words';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import { useState } from 'react';
import { Tick } from '../../parts/Tick';
import { useAct, useLedger } from '../../state/hooks';

/** Puts a printer out of use, and back: sold, broken or given away, its past and its costs stay. */
export function PrinterUse({ printer }: { readonly printer: Printer }) {
  const ledger = useLedger();
  const act = useAct();
  const [asked, setAsked] = useState(false);
  const [withOwn, setWithOwn] = useState(true);
  if (ledger.state.printers.get(printer.id)?.retired)
    return (
      <Button
        size="small"
        onClick={() => void act(printerBack(ledger, printer))}
        aria-label={`${printer.name} is in use again`}
      >
        In use again
      </Button>
    );
  const own = ownCartridges(ledger, printer.id).length;
  return (
    <>
      <Button size="small" onClick={() => setAsked(true)} aria-label={`${printer.name} is out of use`}>
        Out of use …
      </Button>
      <Dialog open={asked} onClose={() => setAsked(false)} aria-labelledby={`gone-${printer.id}`}>
        <DialogTitle id={`gone-${printer.id}`}>Is {printer.name} out of use?</DialogTitle>
        <DialogContent>
          <div className="stack">
            <p>
              Sold, broken or given away: its prints and its costs stay. Nothing is due of it any more, and no
              ink is ordered for it.
            </p>
            {own > 0 && (
              <Tick
                label={`Its ${howMany(own, 'cartridge')} ${own === 1 ? 'goes' : 'go'} with it`}
                checked={withOwn}
                onTick={setWithOwn}
              />
            )}
          </div>
        </DialogContent>
        <DialogActions>
          <Button onClick={() => setAsked(false)}>Cancel</Button>
          <Button
            variant="contained"
            onClick={() => {
              setAsked(false);
              void act(retirePrinter(ledger, printer, withOwn));
            }}
          >
            Put it out of use
          </Button>
        </DialogActions>
      </Dialog>
    </>
  );
}
