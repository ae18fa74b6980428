import Button from '@mui/material/Button';
import type { PrinterAdvice } from '@hiraeth/core/advice';
import { printerInUse } from '@hiraeth/core/ledger';
import { formatUncertain } from '@hiraeth/core/quantity';
import type { Printer } from '@hiraeth/core/workbook';
import { adviceTitle, notKnownWords, reasonWords, safeSheetsWords } from '@hiraeth/core/words';
import { Big } from '../../parts/Big';
import { Term } from '../../parts/Term';
import { useLedger } from '../../state/hooks';
import { useAppDispatch, useAppSelector } from '../../state/store';
import { keepNote } from '../../state/thunks';

/** Which printer the headline is of, where somebody chose one. */
const LEAD_NOTE = 'rack-lead';

interface Told {
  readonly printer: Printer;
  readonly advice: PrinterAdvice;
}

/** The one number that matters, of the printer that was used last or chosen, and the others' in a line. */
export function Lead({ printers }: { readonly printers: readonly Told[] }) {
  const ledger = useLedger();
  const dispatch = useAppDispatch();
  const chosen = useAppSelector((state) => state.workbook.notes[LEAD_NOTE]);
  const id = printers.some(({ printer }) => printer.id === chosen) ? chosen : printerInUse(ledger)?.id;
  const first = printers.find(({ printer }) => printer.id === id) ?? printers[0];
  if (!first) return null;
  const others = printers.filter((one) => one !== first);
  return (
    <>
      <Headline advice={first.advice} />
      {others.length > 0 && (
        <div className="row" role="group" aria-label="Other printers">
          {others.map(({ printer, advice }) => (
            <Button
              key={printer.id}
              size="small"
              color={advice.first?.advice.urgency === 'now' ? 'error' : 'primary'}
              onClick={() => void dispatch(keepNote(LEAD_NOTE, printer.id))}
            >
              {printer.name}: {inShort(advice)}
            </Button>
          ))}
        </div>
      )}
    </>
  );
}

function inShort({ first, safeSheets }: PrinterAdvice): string {
  if (!first) return 'no channels';
  const { advice, slot } = first;
  return advice.urgency === 'now' || safeSheets === null
    ? `${slot.name.toLowerCase()}, ${adviceTitle(advice).toLowerCase()}`
    : safeSheetsWords(safeSheets);
}

/** How many sheets are safe, and which channel ends them; or what has to be known first. */
function Headline({ advice: printer }: { readonly advice: PrinterAdvice }) {
  const view = printer.first;
  if (!view) return null;
  const { advice, slot, cartridge } = view;
  const why = advice.why.map(reasonWords).join(' ');
  if (printer.safeSheets === null || advice.urgency === 'now') {
    const unknown = printer.slots.filter((one) => one.advice.notKnown !== null);
    return (
      <div className="lead">
        <Big
          text={
            advice.notKnown === 'emptySlot'
              ? 'An empty slot'
              : cartridge?.ink && advice.notKnown !== 'wet'
                ? formatUncertain(cartridge.ink, 'ml')
                : 'Not known'
          }
          tone={cartridge && advice.urgency === 'now' ? 'bad' : ''}
        />
        <p>
          <strong>
            {slot.name}, {view.printer.name}: {adviceTitle(advice).toLowerCase()}.
          </strong>{' '}
          {why}
          {unknown.length > 1 &&
            ` How far it goes is not known: ${unknown
              .slice(0, 4)
              .map((one) => `${one.slot.name.toLowerCase()}, ${notKnownWords(one.advice.notKnown!)}`)
              .join('; ')}${unknown.length > 4 ? '; …' : ''}.`}
        </p>
      </div>
    );
  }
  const decides =
    printer.slots.find((one) => one.advice.safeSheets === printer.safeSheets && one.cartridge?.ink) ?? view;
  return (
    <div className="lead">
      <Big
        text={String(printer.safeSheets)}
        of={printer.safeSheets === 1 ? 'standard sheet is safe' : 'standard sheets are safe'}
      />
      <p>
        <strong>{decides.slot.name}</strong> in {decides.printer.name} goes first, with{' '}
        {formatUncertain(decides.cartridge!.ink!, 'ml')} inside. Safe means: at 95 %, it does not come to its{' '}
        <Term of="reserve" />.
      </p>
    </div>
  );
}
