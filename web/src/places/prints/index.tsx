import { printerInUse, all } from '@hiraeth/core/ledger';
import { movePrinter, switchShade } from '@hiraeth/core/acts';
import Button from '@mui/material/Button';
import { lazy, Suspense, useState } from 'react';
import { Link, useLocation } from 'react-router';
import { blackOf, hasBothBlacks, SHADES, type Printer } from '@hiraeth/core/workbook';
import { useLedger, useAct } from '../../state/hooks';
import { optionsOf, Pick } from '../../parts/fields';
import { Leaves } from '../../parts/Leaves';
import { useLeaf } from '../../parts/useLeaf';
import { PrinterPick, usePrinter } from '../../parts/PrinterPick';
import { LogCleaning } from './LogCleaning';
import { LogPrint } from './LogPrint';
import { PrintLog } from './PrintLog';
import { ToPrint } from './ToPrint';
import { SettingChanged } from './SettingChanged';
import { TrayPanel } from './TrayPanel';

const DRAWING = <p className="soft">Drawing what it takes …</p>;
const UseCharts = lazy(() => import('./UseCharts'));

/** Log what was printed; what each print takes is learnt from it. */
export default function Prints() {
  const leaf = useLeaf('/prints');
  const { search } = useLocation();
  const ledger = useLedger();
  const act = useAct();
  const printers = all(ledger.context, 'printer');
  const [printerId, setPrinterId] = useState(() => printerInUse(ledger)?.id ?? '');
  const shown = usePrinter();
  const chosen = printers.find(({ id }) => id === printerId);

  if (printers.length === 0)
    return (
      <div className="stack">
        <h1>Prints</h1>
        <p>First set up a printer: then its prints can be logged here.</p>
        <div>
          <Button variant="contained" component={Link} to="/set-up">
            Set up a printer
          </Button>
        </div>
      </div>
    );
  return (
    <div>
      <div>
        <h1>Prints</h1>
        <Leaves of="/prints" />
        {leaf === null ? (
          <>
            <LogPrint printerId={printerId} onPrinter={setPrinterId} />
            <ToPrint />
            <section className="section" aria-label="What the printer did besides">
              <header>
                <h2>What it did besides</h2>
              </header>
              <div className="row">
                {chosen && <LogCleaning key={chosen.id} printer={chosen} />}
                <Button onClick={() => void act(movePrinter(printerId))}>It was moved</Button>
                <ShadeSwitch printer={chosen} />
                <SettingChanged printerId={printerId} />
              </div>
            </section>
            <TrayPanel />
          </>
        ) : leaf === 'log' ? (
          <PrintLog key={search} />
        ) : (
          <>
            <PrinterPick past />
            <Suspense fallback={DRAWING}>
              <UseCharts printerId={shown?.id ?? printerId} />
            </Suspense>
          </>
        )}
      </div>
    </div>
  );
}

/** What took the line over, where two blacks share one; else a channel that prints other shades by turns. */
function ShadeSwitch({ printer }: { readonly printer: Printer | undefined }) {
  const ledger = useLedger();
  const act = useAct();
  const [slotId, setSlotId] = useState('');
  const [chosen, setChosen] = useState<string | null>(null);
  if (!printer) return null;
  const shared = printer.blacksShareLine === true;
  // Two blacks with a line each take no turns.
  if (!shared && hasBothBlacks(printer.slots)) return null;
  const slots = shared ? printer.slots.filter(({ shades }) => blackOf(shades) !== null) : printer.slots;
  const inLine = ledger.state.printers.get(printer.id)?.blackInLine ?? null;
  const slot =
    slots.find(({ id }) => id === slotId) ??
    slots.find(({ shades }) => shared && blackOf(shades) !== inLine) ??
    slots[0]!;
  const shade = shared ? slot.shades[0]! : (chosen ?? 'matte black');
  return (
    <>
      <Pick
        label={shared ? 'Took the line over' : 'Channel'}
        value={slot.id}
        options={slots.map(({ id, name }) => ({ value: id, label: name }))}
        onPick={setSlotId}
      />
      {!shared && (
        <Pick label="Switched to" value={shade} options={optionsOf<string>(SHADES)} onPick={setChosen} />
      )}
      <Button onClick={() => void act(switchShade(printer, slot, shade)).then(() => setSlotId(''))}>
        Log the switch
      </Button>
    </>
  );
}
