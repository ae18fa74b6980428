import { Link, useSearchParams } from 'react-router';
import { find, printerInUse } from '@hiraeth/core/ledger';
import type { Printer } from '@hiraeth/core/workbook';
import { useLedger } from '../state/hooks';
import { Pick } from './fields';
import { printerOptions } from './printerOptions';

/** The printer that a place speaks of: the one in the address, else the one in use. */
export function usePrinter(): Printer | undefined {
  const ledger = useLedger();
  const [params] = useSearchParams();
  return find(ledger.context, 'printer', params.get('printer') ?? undefined) ?? printerInUse(ledger);
}

/**
 * To change it, where there is more than one; of one alone that it is out of use, where it is.
 *
 * @param past those that are out of use can be chosen, too: the place shows what was
 */
export function PrinterPick({
  past = false,
  onPick,
}: {
  readonly past?: boolean;
  readonly onPick?: () => void;
}) {
  const ledger = useLedger();
  const printer = usePrinter();
  const [, setParams] = useSearchParams();
  if (!printer) return null;
  const options = printerOptions(ledger, printer.id, past);
  if (options.length < 2)
    return ledger.state.printers.get(printer.id)?.retired ? (
      <p className="soft">
        {printer.name} is <Link to="/workbook/things">out of use</Link>.
      </p>
    ) : null;
  return (
    <div style={{ maxWidth: 260 }}>
      <Pick
        label="Printer"
        value={printer.id}
        options={options}
        onPick={(id) => {
          setParams({ printer: id });
          onPick?.();
        }}
      />
    </div>
  );
}
